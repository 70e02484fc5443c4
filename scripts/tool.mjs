// npm run backup, verify, export, import: what is done with a data folder by hand.
import { spawnSync } from "node:child_process";
import { ensureBuilt, ensureInstalled, ROOT } from "./workspace.mjs";

ensureInstalled();
await ensureBuilt("server");
const { status } = spawnSync(process.execPath, ["server/dist/tools.js", ...process.argv.slice(2)], { cwd: ROOT, stdio: "inherit" });
process.exitCode = status ?? 1;
