/** A short run from a fixed seed: what we say of calls, replacements and source texts is what the hosts say that this machine has. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { afterAll, describe, expect, test } from "@jest/globals";
import { programAround, type Source } from "@lamprey/core";
import { sized } from "../../scripts/depth.mjs";
import { compareHosts, hostProcess, newHostTally } from "../src/hosts.ts";
import { Random } from "../src/random.ts";

const open: ReturnType<typeof hostProcess>[] = [];
afterAll(async () => {
  for (const host of open) await host.close();
});

/** Whether a program is installed on this machine. A host that is not is left out by name. */
const isHere = (program: string): boolean => spawnSync(program, ["--version"]).error === undefined;
const whereItIs = (program: string) => (isHere(program) ? test : test.skip);

describe.each([
  ["ecmascript", process.execPath],
  ["python", "python3"],
  ["java", "java"],
  ["dotnet", "mono"],
] as const)("the host of %s", (dialect, program) => {
  whereItIs(program)("calls, rewriting and hand-off agree with it", async () => {
    const host = hostProcess(dialect);
    open.push(host);
    const tally = newHostTally();
    const random = new Random(4317);
    for (let batch = 0; batch < sized(1, 8); batch++) expect(await compareHosts(random, dialect, host, sized(120, 250), tally)).toEqual([]);
    expect(tally.calls).toBeGreaterThan(sized(110, 2000));
    expect(tally.rewrites).toBeGreaterThan(sized(25, 600));
    expect(tally.sources).toBeGreaterThan(sized(150, 3000));
  });
});

test("a host that says otherwise is found out", async () => {
  const wrong = { ask: async (questions: readonly unknown[]) => questions.map(() => []), close: async () => {} } as unknown as ReturnType<typeof hostProcess>;
  expect((await compareHosts(new Random(1), "python", wrong, 5, newHostTally())).length).toBeGreaterThan(5);
});

describe.each<[Source, readonly [file: string, name: string], string]>([
  [{ dialect: "ecmascript", pattern: "(\\w+)/(\\d)?", flags: "i" }, [process.execPath, "loop.mjs"], "0 eel/7 eel 7\n6 bass/ bass undefined\n"],
  [{ dialect: "python", pattern: "(\\w+)/(\\d)?", flags: "im" }, ["python3", "loop.py"], "0 eel/7 eel 7\n6 bass/ bass None\n"],
  [{ dialect: "java", pattern: "(\\w+)/(\\d)?", flags: "i" }, ["java", "Matches.java"], "eel/7\nbass/\n"],
  [{ dialect: "dotnet", pattern: "(\\w+)/(\\d)?", flags: "i" }, ["mcs", "Program.cs"], "eel/7\nbass/\n"],
])("the program around %j", (source, [file, name], wanted) => {
  whereItIs(file)("runs in its host", () => {
    const path = join(mkdtempSync(join(tmpdir(), "lamprey-program-")), name);
    writeFileSync(path, String(programAround(source)));
    // What is compiled is run by its own machine.
    const made = join(dirname(path), "program.exe");
    const compiled = file === "mcs" ? spawnSync(file, [`-out:${made}`, path]).status === 0 : null;
    const [runs, program] = compiled ? ["mono", made] : [file, path];
    expect(spawnSync(runs, [program], { input: "eel/7 bass/", encoding: "utf8" }).stdout).toBe(wanted);
  });
});
