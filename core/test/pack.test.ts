/** The engine as a package: installed without the registry, it does what docs/api.md shows of it. */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { ensureBuilt, ROOT } from "../../scripts/workspace.mjs";

let folder: string;
let project: string;

/** No registry is at this address: whatever asks one fails. */
const ALONE = { ...process.env, npm_config_registry: "http://127.0.0.1:9", npm_config_update_notifier: "false" };
const npm = (args: readonly string[], cwd: string, env: NodeJS.ProcessEnv) => {
  const { status, stderr } = spawnSync("npm", [...args], { cwd, env, encoding: "utf8", shell: process.platform === "win32" });
  if (status !== 0) throw new Error(stderr);
};

beforeAll(async () => {
  // Some machines are set to run no scripts of packages: what packs it is one.
  await ensureBuilt("sources");
  folder = mkdtempSync(join(tmpdir(), "lamprey-engine-"));
  npm(["pack", "-w", "core", "--pack-destination", folder], ROOT, process.env);
  project = join(folder, "project");
  mkdirSync(project);
  writeFileSync(join(project, "package.json"), '{ "name": "gauges", "version": "1.0.0", "type": "module" }\n');
  const [packed] = readdirSync(folder).filter((name) => name.endsWith(".tgz"));
  npm(["install", "--no-audit", "--no-fund", "--offline", join(folder, packed ?? "")], project, ALONE);
}, 120_000);

afterAll(() => rmSync(folder, { recursive: true, force: true }));

const guide = readFileSync(join(ROOT, "docs/api.md"), "utf8");
/** Each example, and what the guide says comes of it. */
const EXAMPLES = [...guide.matchAll(/```js\n([\s\S]*?)\n```\n\n```json\n([\s\S]*?)\n```/g)].map(
  ([, code, answer]) => [code as string, answer as string] as const,
);

test("every function of the guide is shown, and does what is shown", () => {
  writeFileSync(
    join(project, "run.js"),
    [
      'import * as lamprey from "@lamprey/core/answers";',
      "const { across, calls, carry, examples, forecast, handin, handoff, match, relate, rewrite, risk, slips, trace, whynot } = lamprey;",
      `console.log(JSON.stringify([Object.keys(lamprey), ${EXAMPLES.map(([code]) => code).join(", ")}]));`,
    ].join("\n"),
  );
  const { stdout, stderr } = spawnSync(process.execPath, ["run.js"], { cwd: project, encoding: "utf8" });
  expect(stderr).toBe("");
  const [names, ...answers] = JSON.parse(stdout) as [string[], ...unknown[]];
  expect(answers).toEqual(EXAMPLES.map(([, answer]) => JSON.parse(answer)));
  for (const name of names.filter((each) => each !== "tablesFor")) expect(guide).toContain(`\n## ${name}\n`);
});

test("types come along", () => {
  writeFileSync(
    join(project, "typed.ts"),
    'import { match } from "@lamprey/core/answers";\nexport const count: number | undefined = match({ pattern: "a", text: "b" }).count;\n',
  );
  const args = [join(ROOT, "node_modules/typescript/bin/tsc"), "--noEmit", "--strict", "--module", "nodenext", "--target", "es2023", "typed.ts"];
  expect(spawnSync(process.execPath, args, { cwd: project, encoding: "utf8" })).toMatchObject({ status: 0, stdout: "" });
  writeFileSync(join(project, "wrong.ts"), 'import { match } from "@lamprey/core/answers";\nmatch({ pattern: 1, text: "b" });\n');
  expect(spawnSync(process.execPath, [...args.slice(0, -1), "wrong.ts"], { cwd: project, encoding: "utf8" }).stdout).toContain("wrong.ts(2,9)");
}, 60_000);
