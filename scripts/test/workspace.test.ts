/** What tells the commands of the repository that something has to be built again. */
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { BUILDS, fingerprint, ROOT } from "../workspace.mjs";

interface Package {
  readonly name: string;
  readonly workspaces?: readonly string[];
  readonly dependencies?: Readonly<Record<string, string>>;
}

const packageAt = (folder: string): Package => JSON.parse(readFileSync(join(ROOT, folder, "package.json"), "utf8")) as Package;
const folders = new Map(packageAt(".").workspaces?.map((folder) => [packageAt(folder).name, folder]));

/** The workspaces that one is made of, itself among them. */
function madeOf(folder: string, into = new Set<string>()): Set<string> {
  if (into.has(folder)) return into;
  into.add(folder);
  for (const name of Object.keys(packageAt(folder).dependencies ?? {})) {
    const other = folders.get(name);
    if (other !== undefined) madeOf(other, into);
  }
  return into;
}

describe.each(Object.entries(BUILDS))("the build of %s", (name, { sources, result, command }) => {
  test("asks again when anything that it is made of has changed", () => {
    for (const folder of madeOf(name)) expect([folder, sources.includes(`${folder}/src`)]).toEqual([folder, true]);
  });

  test("names files that are there", () => {
    for (const source of sources) expect([source, existsSync(join(ROOT, source))]).toEqual([source, true]);
    expect(existsSync(join(ROOT, command[0] as string))).toBe(true);
    expect(result.startsWith(`${name}/dist/`)).toBe(true);
  });
});

describe("a fingerprint", () => {
  let folder = "";
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "lamprey-print-"));
    mkdirSync(join(folder, "inner"));
    writeFileSync(join(folder, "inner", "gate.ts"), "1");
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  test("is the same as long as nothing changes, and of nothing that is not there", () => {
    expect(fingerprint([folder])).toBe(fingerprint([folder]));
    expect(fingerprint([join(folder, "elsewhere")])).toBe("0:0");
  });

  test("changes with a file that is new, gone or written to, however deep it lies", () => {
    const before = fingerprint([folder]);
    writeFileSync(join(folder, "inner", "weir.ts"), "2");
    const more = fingerprint([folder]);
    rmSync(join(folder, "inner", "weir.ts"));
    const later = new Date(Date.now() + 60_000);
    utimesSync(join(folder, "inner", "gate.ts"), later, later);
    const touched = fingerprint([folder]);
    expect(new Set([before, more, touched]).size).toBe(3);
  });
});
