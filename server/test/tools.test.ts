/** What is done with a data folder by hand, as it is called. */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, test } from "@jest/globals";
import { startServer } from "../../scripts/browser.mjs";
import { ROOT } from "../../scripts/workspace.mjs";
import { runTool, sentenceOf } from "../src/folder-tools.ts";

const folder = mkdtempSync(join(tmpdir(), "lamprey-tools-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** In this process: starting one takes longer than all that a tool does. */
async function tool(data: string, name: string, file?: string): Promise<{ readonly status: number; readonly said: string }> {
  try {
    return { status: 0, said: await runTool(name, data, file) };
  } catch (error) {
    return { status: 1, said: sentenceOf(error) ?? String(error) };
  }
}

function toolProcess(data: string, ...args: string[]): { readonly status: number | null; readonly said: string } {
  const { status, stdout, stderr } = spawnSync(process.execPath, ["server/dist/tools.js", ...args], {
    cwd: ROOT,
    encoding: "utf8",
    env: { ...process.env, LAMPREY_DATA: data },
  });
  return { status, said: `${stdout}${stderr}`.trim() };
}

/** How many specimens a new shelf has. */
const demo: readonly unknown[] = JSON.parse(readFileSync(join(ROOT, "demo", "specimens.json"), "utf8"));
const all = demo.length + 1;

test("everything goes into a file and comes back, through the server and by hand", async () => {
  const server = await startServer();
  const text = "lone \ud83d, NUL \0, “quotes”\r\n";
  const headers = { "content-type": "application/json" };
  await fetch(`${server.address}/api/specimens`, {
    method: "POST",
    headers,
    body: JSON.stringify({ title: "Exact", dialect: "python", pattern: text, samples: [{ name: "s", text }] }),
  });
  const file = join(folder, "all.json");
  const served = await (await fetch(`${server.address}/api/export`)).text();
  expect(await tool(server.data, "export", file)).toEqual({ status: 1, said: expect.stringMatching(/^Another Lamprey has its specimens .* it is at http/) });
  expect(await tool(server.data, "backup")).toEqual({ status: 0, said: expect.stringMatching(/^Backed up to .*lamprey-.*\.sqlite\.$/) });
  await server.end();
  expect(await tool(server.data, "verify")).toEqual({ status: 0, said: expect.stringContaining(`is whole: ${all} specimens, all of them read.`) });
  expect(await tool(server.data, "export", file)).toEqual({ status: 0, said: `Everything is in ${file}.` });
  expect(readFileSync(file, "utf8")).toBe(served);
  const parsed = JSON.parse(served);
  expect([parsed.format, parsed.version, parsed.specimens.length]).toEqual(["lamprey-specimens", 1, all]);
  expect(parsed.specimens.at(-1)).toEqual({ title: "Exact", pattern: text, dialect: "python", flags: "", notes: "", samples: [{ name: "s", text }] });

  const other = join(folder, "other");
  expect(toolProcess(other, "import", file)).toEqual({ status: 0, said: `${all} specimens of ${file} put on the shelf.` });
  const again = join(folder, "again.json");
  await tool(other, "export", again);
  expect(readFileSync(again, "utf8")).toBe(served);

  // A file that does not fit: where, and nothing of it is kept.
  writeFileSync(file, served.replace('"title":"Exact"', '"title":""'));
  expect(await tool(other, "import", file)).toEqual({ status: 1, said: expect.stringContaining(`At specimens.${all - 1}.title: `) });
  expect((await tool(other, "verify")).said).toContain(`${all} specimens`);
  await server.stop();
}, 180_000);

test.each<[string[], RegExp]>([
  [["verify"], /^There is no database in /],
  [["export"], /^(There is no database|Name the file)/],
  [["import", "/no/such/file.json"], /^There is no file/],
  [["polish"], /^There is no “polish”; there are backup, verify, export, import\.$/],
])("%j: what is wrong", async ([name = "", file], said) => {
  expect(await tool(join(folder, "none"), name, file)).toEqual({ status: 1, said: expect.stringMatching(said) });
});
