/** The search through files, as its worker does it: what it tells, what it saves, and that the command finds the same. */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { gzipSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { unzipSync } from "fflate";
import { ROOT } from "../../scripts/workspace.mjs";
import { askedOf } from "../src/engine/files/asked.ts";
import { Bins, LINE_WIDTHS, TIME_WIDTHS } from "../src/engine/files/bins.ts";
import type { FilesNews, FilesQuestion, FoundRow, SavedForm, SearchedFile } from "../src/engine/files/messages.ts";
import { FilesRun } from "../src/engine/files/run.ts";
import { saving } from "../src/engine/files/saving.ts";
import { FilesSession } from "../src/engine/files/session.ts";
import { LineTimes, timeOf } from "../src/engine/files/times.ts";
import { commandFor } from "../src/files/command.ts";

const TEXTS: Readonly<Record<string, string | Buffer>> = {
  "bracken/gate.log": "2031-03-01T00:06 gate 2 opened\n2031-03-01T00:09 level 1.40 m\n2031-03-01T01:21 gate 12 shut\r\n2031-03-02T00:40 no end: gate 2",
  "hollin/été.log": "niveau 3 à l’été — gate 7, gate 7\n\nfish 🐟 gate 2\n",
  "hollin/odd.log": Buffer.from("gate \xe9 2\ngate 3 ok\n", "latin1"),
  "old/image.bin": "gate 1\0\ngate 2\n",
  "old/nothing.txt": "",
  "old/packed.log.gz": gzipSync("gate 4\nweir\n"),
};
const ORDER = Object.keys(TEXTS).sort();

const ASKED: FilesQuestion = {
  dialect: "ecmascript",
  flags: "",
  patterns: ["gate (\\d+)"],
  part: "part",
  others: false,
  shown: { kind: "lines", around: 0 },
  first: null,
  encoding: "auto",
  binaryToo: false,
};

const fileOf = (name: string, bytes: string | Buffer = TEXTS[name] as string): SearchedFile => {
  const from = new File([typeof bytes === "string" ? bytes : new Uint8Array(bytes)], name);
  return { name, size: from.size, from };
};
const FILES = ORDER.map((name) => fileOf(name));

const allOf = (question: FilesQuestion) => {
  const asked = askedOf(question);
  if ("fault" in asked) throw new Error(asked.fault.words);
  return asked;
};

/** All that a run tells, put together. */
async function told(change: Partial<FilesQuestion>, files = FILES) {
  const rows: FoundRow[] = [];
  const news: FilesNews[] = [];
  const isWhole = await new FilesRun(allOf({ ...ASKED, ...change }), files, async (each) => {
    news.push(each);
    for (const row of each.rows) rows.push(row);
  }).over();
  const faults = news.flatMap((each) => each.faults);
  return { rows, faults, hanging: news.flatMap((each) => each.hanging), progress: news.at(-1)?.progress, isWhole };
}

describe("a run", () => {
  test("tells lines with what matches in them, file by file, with what could not be read", async () => {
    const { rows, faults, progress, isWhole } = await told({});
    expect(isWhole).toBe(true);
    expect(rows.slice(0, 4)).toEqual([
      { kind: "line", file: 0, line: 1, text: "2031-03-01T00:06 gate 2 opened", spans: [17, 23], near: false },
      { kind: "line", file: 0, line: 3, text: "2031-03-01T01:21 gate 12 shut\r", spans: [17, 24], near: false },
      { kind: "line", file: 0, line: 4, text: "2031-03-02T00:40 no end: gate 2", spans: [25, 31], near: false },
      { kind: "line", file: 1, line: 2, text: "gate 3 ok", spans: [0, 6], near: false },
    ]);
    expect(rows.slice(4)).toEqual([
      { kind: "line", file: 2, line: 1, text: "niveau 3 à l’été — gate 7, gate 7", spans: [19, 25, 27, 33], near: false },
      { kind: "line", file: 2, line: 3, text: "fish 🐟 gate 2", spans: [8, 14], near: false },
      { kind: "line", file: 5, line: 1, text: "gate 4", spans: [0, 6], near: false },
    ]);
    expect(faults).toEqual([{ file: "old/image.bin", line: null, words: "it is no text, and was not searched" }]);
    expect(progress).toMatchObject({ files: 6, found: 7, filesWith: 4, fileStarts: [0, 4, 6, 9, 9, 9] });
    expect(progress?.bytes).toBe(FILES.reduce((sum, { size }) => sum + size, 0));
    expect(progress?.places.counts.reduce((sum, n) => sum + n, 0)).toBe(7);
    expect(progress?.untimed).toBe(4);
    expect(progress?.times?.counts.reduce((sum, n) => sum + n, 0)).toBe(3);
  });

  test("finds the other lines, lines around, parts, counts, names, values and what a template makes", async () => {
    const of = async (change: Partial<FilesQuestion>) => (await told(change, [FILES[0], FILES[2]] as SearchedFile[])).rows;
    expect((await of({ others: true })).map((row) => "line" in row && [row.file, row.line])).toEqual([
      [0, 2],
      [1, 2],
    ]);
    expect((await of({ patterns: ["level"], shown: { kind: "lines", around: 1 } })).map((row) => row.kind === "line" && [row.line, row.near])).toEqual([
      [1, true],
      [2, false],
      [3, true],
    ]);
    expect(await of({ first: 1, shown: { kind: "parts" } })).toEqual([
      { kind: "part", file: 0, line: 1, start: 17, end: 23, text: "gate 2" },
      { kind: "part", file: 1, line: 1, start: 19, end: 25, text: "gate 7" },
      { kind: "part", file: 1, line: 1, start: 27, end: 33, text: "gate 7" },
    ]);
    expect(await of({ shown: { kind: "count" } })).toEqual([
      { kind: "count", file: 0, count: 3 },
      { kind: "count", file: 1, count: 2 },
    ]);
    expect(await of({ patterns: ["level"], others: true, shown: { kind: "files" } })).toEqual([{ kind: "file", file: 1 }]);
    expect(await of({ shown: { kind: "distinct", group: "1" } })).toEqual([
      { kind: "value", text: "2", count: 3 },
      { kind: "value", text: "7", count: 2 },
      { kind: "value", text: "12", count: 1 },
    ]);
    expect((await of({ first: 1, shown: { kind: "replaced", template: "[$1]" } }))[0]).toEqual({
      kind: "replaced",
      file: 0,
      line: 1,
      text: "2031-03-01T00:06 gate 2 opened",
      becomes: "2031-03-01T00:06 [2] opened",
    });
  });

  test("ends where it is told to, with what was found until then", async () => {
    const many = Array.from({ length: 400 }, (_, i) => fileOf(`${i}.log`, "gate 2\n".repeat(5000)));
    const run: FilesRun = new FilesRun(allOf({ ...ASKED, shown: { kind: "count" } }), many, async ({ progress }) => {
      if (progress.files > 3) run.cancel();
    });
    expect(await run.over()).toBe(false);
  });

  test("goes on where a packed file is cut off, and where a file is gone", async () => {
    const packed = gzipSync("gate 5\n".repeat(2000));
    const gone = {
      name: "gone.log",
      size: 3,
      from: { stream: () => new ReadableStream({ start: (c) => c.error(new Error("it cannot be read any more")) }) } as unknown as File,
    };
    const { rows, faults } = await told({ shown: { kind: "count" } }, [fileOf("cut.gz", packed.subarray(0, -9)), gone, fileOf("old/packed.log.gz")]);
    expect(faults.map(({ file, words }) => [file, words])).toEqual([
      ["cut.gz", expect.stringContaining("unexpected EOF")],
      ["gone.log", "it cannot be read any more"],
    ]);
    expect(rows).toEqual([{ kind: "count", file: 2, count: 1 }]);
  });

  test("names the line on which a backtracking engine would hang", async () => {
    const { hanging, progress } = await told({ patterns: ["^(\\w+ ?)+$"] }, [fileOf("a.log", `short\n${"weir ".repeat(9)}gauge!\n`)]);
    expect(progress?.found).toBe(1);
    expect(hanging).toEqual([{ file: "a.log", line: 2, words: expect.stringContaining("steps to search this line") }]);
  });

  test("shows a line with those around it", async () => {
    const session = new FilesSession();
    expect(await session.around(FILES[0] as SearchedFile, ASKED, 3, 1)).toEqual({
      first: 2,
      lines: ["2031-03-01T00:09 level 1.40 m", "2031-03-01T01:21 gate 12 shut\r", "2031-03-02T00:40 no end: gate 2"],
      pattern: 0,
    });
  });

  test("says which of several patterns finds something in a line", async () => {
    const session = new FilesSession();
    const question = { ...ASKED, patterns: ["weir", "level \\d", "gate"] };
    const which = async (line: number) => (await session.around(FILES[0] as SearchedFile, question, line, 0)).pattern;
    expect([await which(1), await which(2), await which(3)]).toEqual([2, 1, 2]);
  });
});

describe("a question with a fault says where it lies", () => {
  test.each([
    ["pattern", { patterns: ["weir", "(a"] }, "closed"],
    ["others", { others: true, shown: { kind: "parts" } }, "other lines"],
    ["group", { shown: { kind: "distinct", group: "depth" } }, "no group “depth”"],
    ["template", { dialect: "python", shown: { kind: "replaced", template: "\\9" } }, "9"],
  ] as const)("%s", (...[field, change, words]) => {
    const asked = askedOf({ ...ASKED, ...(change as Partial<FilesQuestion>) });
    expect("fault" in asked && asked.fault).toMatchObject({ field, words: expect.stringContaining(words) });
  });
});

describe("what is saved", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "lamprey-files-"));
    for (const [name, bytes] of Object.entries(TEXTS)) {
      mkdirSync(dirname(join(folder, name)), { recursive: true });
      writeFileSync(join(folder, name), bytes);
    }
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const saved = async (change: Partial<FilesQuestion>, form: SavedForm) => saving(allOf({ ...ASKED, ...change }), FILES, form);
  const sh = (command: string, ...more: string[]) =>
    spawnSync("sh", ["-c", command.replace("npx lamprey sift", ['"$NODE" "$LAMPREY" sift', ...more].join(" "))], {
      cwd: folder,
      encoding: "utf8",
      env: { ...process.env, NODE: process.execPath, LAMPREY: join(ROOT, "cli/bin/lamprey.mjs") },
    });

  test.each<readonly [string, Partial<FilesQuestion>, SavedForm]>([
    ["lines with others around", { shown: { kind: "lines", around: 1 } }, "json"],
    ["other lines of a dialect with flags", { dialect: "python", flags: "i", patterns: ["GATE\\s+'?[2-7]"], others: true }, "csv"],
    ["parts", { shown: { kind: "parts" }, first: 1 }, "csv"],
    ["counts", { shown: { kind: "count" } }, "text"],
    ["names", { shown: { kind: "files" }, others: true }, "text"],
    ["values of a group", { dialect: "pcre", patterns: ["gate (?<n>\\d)"], shown: { kind: "distinct", group: "n" } }, "csv"],
    ["values of matches", { shown: { kind: "distinct", group: "" } }, "text"],
    ["lines with the matches replaced", { shown: { kind: "replaced", template: "<$1>$&" } }, "text"],
    ["strings of a list", { dialect: "literal", patterns: ["weir\nlevel\n'shut"], shown: { kind: "parts" } }, "json"],
  ])("is what the command of the same search prints: %s", async (...[, change, form]) => {
    const { blob, faults } = await saved(change, form);
    const { stdout, stderr } = sh(commandFor({ ...ASKED, ...change }, ""), ...(form === "text" ? [] : [`--${form}`]));
    expect(await blob.text()).toBe(stdout);
    expect(stdout).not.toBe("");
    expect(faults).toEqual([]);
    expect(stderr.split("\n").filter((line) => line !== "" && !line.includes("no text"))).toEqual([]);
  });

  test("as a patch is taken by git apply, and makes of the files what the archive has", async () => {
    const change = { shown: { kind: "replaced", template: "gate no. $1" } } as const;
    const patch = await saved(change, "patch");
    // What was unpacked is in no patch; a line that is not UTF-8 stands in it as it is.
    expect(patch.faults.map((words) => words.split(":")[0])).toEqual(["old/packed.log.gz"]);
    const applied = spawnSync("git", ["apply", "-"], { cwd: folder, input: Buffer.from(await patch.blob.arrayBuffer()), encoding: "utf8" });
    expect([applied.status, applied.stderr]).toEqual([0, ""]);
    const archive = unzipSync(new Uint8Array(await (await saved(change, "zip")).blob.arrayBuffer()));
    expect(Object.keys(archive).sort()).toEqual(["bracken/gate.log", "hollin/odd.log", "hollin/été.log", "old/packed.log"].sort());
    for (const name of ["bracken/gate.log", "hollin/odd.log", "hollin/été.log"]) {
      expect(Buffer.from(archive[name] as Uint8Array).equals(readFileSync(join(folder, name)))).toBe(true);
    }
    expect(Buffer.from(archive["hollin/odd.log"] as Uint8Array).toString("latin1")).toBe("gate \xe9 2\ngate no. 3 ok\n");
    expect(Buffer.from(archive["old/packed.log"] as Uint8Array).toString()).toBe("gate no. 4\nweir\n");
  });
});

describe("charts", () => {
  test.each([
    ["2031-03-01T00:06:03 INFO", Date.UTC(2031, 2, 1, 0, 6, 3)],
    ["[2031/03/01 00:06] gate", Date.UTC(2031, 2, 1, 0, 6)],
    ["01/Mar/2031:10:20:30 +0000", Date.UTC(2031, 2, 1, 10, 20, 30)],
    ["Mar  1 10:20:30 weir gauge", Date.UTC(2000, 2, 1, 10, 20, 30)],
    ["1930003200 level", 1_930_003_200_000],
    ["1930003200123 level", 1_930_003_200_000],
    ["2031-13-01T00:06:03 no month", null],
    ["level 2031-03-01T00:06:03", null],
    ["12345 short", null],
  ])("%s", (beginning, at) => {
    expect(timeOf(beginning)).toBe(at === null ? null : at / 1000);
  });

  test("times of lines one after the other are those of each by itself", () => {
    const lines = [
      "2031-03-01T00:06:03 a",
      "2031-03-01T00:06:59 b",
      "2031-03-01T00:06:5x c",
      "2031-03-01T00:06 d",
      "no time",
      "2031-03-01 00:06 at 12:13:00",
      "2031-03-01 00:06 at 12:13:14",
      "2031-03-01T00:07:00.5 é",
      "Mar  1 10:20:30 f",
      "Mar  1 10:20:31 g",
    ];
    const times = new LineTimes();
    const encoder = new TextEncoder();
    for (let round = 0; round < 3; round++) {
      for (const line of lines) expect([line, times.of(encoder.encode(`${line}\n`))]).toEqual([line, timeOf(line)]);
      lines.reverse();
    }
  });

  test("steps widen with what comes in, and nothing is lost", () => {
    for (const widths of [LINE_WIDTHS, TIME_WIDTHS]) {
      const bins = new Bins(widths, 20);
      const values = Array.from({ length: 500 }, (_, i) => (i * i * 37) % 90_001);
      for (const value of values) bins.add(value);
      const { from, width, counts } = bins.view();
      expect(counts.length).toBeLessThanOrEqual(20);
      expect(counts).toEqual(counts.map((_, i) => values.filter((value) => Math.floor((value - from) / width) === i).length));
      expect(counts.reduce((sum, n) => sum + n, 0)).toBe(500);
    }
  });
});
