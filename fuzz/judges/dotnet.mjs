// Compiles the judge of .NET with mono's compiler, and runs it on this process's own input and output.
import { execFileSync, spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const folder = mkdtempSync(join(tmpdir(), "judge-"));
const program = join(folder, "Judge.exe");
execFileSync("mcs", [`-out:${program}`, fileURLToPath(new URL("Judge.cs", import.meta.url))], { stdio: "ignore" });
// What it leaves where it dies goes with the folder.
const judge = spawn("mono", [program], { cwd: folder, stdio: "inherit", env: { ...process.env, MONO_GC_PARAMS: "max-heap-size=512m" } });
judge.on("exit", (code) => {
  rmSync(folder, { recursive: true, force: true });
  process.exit(code ?? 1);
});
