/** Which files a search goes through, how the form becomes a question and a command, and where rows lie among all lines. */
import { beforeEach, describe, expect, test } from "@jest/globals";
import { commandFor } from "../src/files/command.ts";
import { chosen, filesTaken, type Given, giveFiles, givenFiles, ofServer, putAwayFiles } from "../src/files/given.ts";
import { fileAt } from "../src/files/places.ts";
import { type FilesForm, filesReducer, formChanged, questionOf, searchBegun, searchEnded, searchHeard, searchPutAway } from "../src/state/filesSlice.ts";

const file = (path: string, text = ""): File =>
  Object.assign(new File([text], path.slice(path.lastIndexOf("/") + 1)), { webkitRelativePath: path.includes("/") ? path : "" });

const namesOf = ({ files }: Pick<Given, "files">): string[] => files.map(({ name }) => name);

beforeEach(putAwayFiles);

describe("files that were chosen", () => {
  test("below a folder go without hidden ones and those that ignore files leave out; those chosen one by one are taken", async () => {
    const given = await chosen([
      file(".hidden"),
      file("weir/.gitignore", "*.tmp\nold/\n!keep.tmp\n"),
      file("weir/a.log"),
      file("weir/b.tmp"),
      file("weir/keep.tmp"),
      file("weir/old/c.log"),
      file("weir/logs/.ignore", "d.log\n"),
      file("weir/logs/d.log"),
      file("weir/logs/e.log"),
      file("weir/d.log"),
      file("weir/.git/config"),
    ]);
    expect(namesOf(given)).toEqual([".hidden", "weir/a.log", "weir/keep.tmp", "weir/logs/e.log", "weir/d.log"]);
    expect(given.ignored).toBe(6);
  });

  test("are kept folder by folder, each once, and a new one of the same name takes the place of the old", async () => {
    giveFiles(await chosen([file("weir/b.log", "old"), file("weir-2/a.log"), file("weir/a/z.log"), file("weir/a.log")]));
    giveFiles(await chosen([file("weir/b.log", "newer")]));
    expect(namesOf(givenFiles())).toEqual(["weir/a/z.log", "weir/a.log", "weir/b.log", "weir-2/a.log"]);
    expect(givenFiles().files.find(({ name }) => name === "weir/b.log")?.size).toBe(5);
  });

  test.each([
    ["", 4],
    ["*.log", 3],
    ["*.log !b.log", 2],
    ["weir/**/*.log", 3],
    ["!*.log", 1],
    ["a.*, notes.txt", 2],
    ["nothing", 0],
  ])("only those that the globs %j take", async (only, count) => {
    giveFiles(await chosen([file("weir/b.log"), file("weir/a.log"), file("weir/logs/c.log"), file("weir/notes.txt")]));
    expect(filesTaken(only).length).toBe(count);
  });

  test("of the server have addresses", () => {
    const given = ofServer({ name: "logs", files: [{ path: "été & 1.log", size: 7 }], more: true });
    expect(given).toEqual({
      files: [{ name: "logs/été & 1.log", size: 7, from: "/api/files/content?path=%C3%A9t%C3%A9%20%26%201.log" }],
      ignored: 0,
      beyond: true,
    });
  });
});

/** A form with nothing in it, as the store begins. */
const FORM: FilesForm = filesReducer(undefined, { type: "none" }).form;
const form = (change: Partial<FilesForm>): FilesForm => ({ ...FORM, ...change });

describe("the form", () => {
  test("becomes a question: each line a pattern of its own, fixed strings as one, and no flag g", () => {
    expect(questionOf(form({ pattern: "a\n\nb", each: true, flags: "gi" }))).toMatchObject({ patterns: ["a", "b"], flags: "i" });
    expect(questionOf(form({ pattern: "a\nb" }))).toMatchObject({ patterns: ["a\nb"] });
    expect(questionOf(form({ pattern: "a\nb", each: true, dialect: "literal" }))).toMatchObject({ patterns: ["a\nb"] });
    expect(questionOf(form({ dialect: "perl", flags: "g" }))).toMatchObject({ flags: "g" });
    expect(questionOf(form({ kind: "distinct", group: "depth", around: 3, template: "x" })).shown).toEqual({ kind: "distinct", group: "depth" });
  });

  test.each<readonly [string, Partial<FilesForm>]>([
    ["npx lamprey sift --dialect ecmascript -- gate .", { pattern: "gate" }],
    [
      "npx lamprey sift --dialect python --flags i --others --whole line --context 2 -- '^it'\\''s' .",
      { pattern: "^it's", dialect: "python", flags: "i", others: true, part: "line", around: 2 },
    ],
    [
      "npx lamprey sift --dialect ecmascript --distinct=depth --first 3 --encoding latin1 --binary --glob '*.log' --glob '!old/**' -- '(?<depth>a)' .",
      { pattern: "(?<depth>a)", kind: "distinct", group: "depth", first: 3, encoding: "latin1", binaryToo: true, only: "*.log  !old/**" },
    ],
    ["npx lamprey sift --dialect ecmascript --replace '$1 m' -- -x .", { pattern: "-x", kind: "replaced", template: "$1 m" }],
    [
      "printf '%s\\n' weir 'lock gate' | npx lamprey sift --dialect literal --count --list - .",
      { pattern: "weir\nlock gate", dialect: "literal", kind: "count" },
    ],
  ])("becomes the command %s", (...[command, change]) => {
    expect(commandFor(questionOf(form(change)), form(change).only)).toBe(command);
  });
});

describe("a run in the store", () => {
  const progress = {
    bytes: 1,
    files: 1,
    lines: 2,
    found: 1,
    filesWith: 1,
    values: 0,
    places: { from: 0, width: 1, counts: [] },
    fileStarts: [0],
    times: null,
    untimed: 0,
  };
  const begun = searchBegun({ question: questionOf(FORM), total: { bytes: 9, files: 2 } });
  const remark = { file: "a", line: 1, words: "it cannot be read" };

  test("gathers what is said of files, and forgets it when another begins", () => {
    let state = filesReducer(undefined, begun);
    expect(state).toMatchObject({ run: "running", progress: null, total: { files: 2 } });
    state = filesReducer(state, searchHeard({ progress, faults: [remark], hanging: [] }));
    state = filesReducer(state, searchHeard({ progress: { ...progress, found: 2 }, faults: [], hanging: [remark] }));
    state = filesReducer(state, searchEnded("cancelled"));
    expect(state).toMatchObject({ run: "cancelled", rows: 2, progress: { found: 2 }, faults: [remark], hanging: [remark] });
    expect(filesReducer(state, begun)).toMatchObject({ run: "running", rows: 0, faults: [], hanging: [] });
    expect(filesReducer(state, searchPutAway())).toMatchObject({ run: "none", question: null, progress: null });
  });

  test("goes on while the form is changed", () => {
    const state = filesReducer(filesReducer(undefined, begun), formChanged({ pattern: "weir" }));
    expect(state).toMatchObject({ run: "running", form: { pattern: "weir" } });
  });
});

test.each([
  [0, 0, 1],
  [3, 0, 4],
  [4, 2, 1],
  [9, 2, 6],
])("the place %d among all lines is in file %d, line %d", (place, at, line) => {
  // The second file has no line: what begins where it does is of the third.
  expect(fileAt(place, [0, 4, 4])).toEqual({ file: at, line });
});
