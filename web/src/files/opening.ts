/** A row of a search on the bench, and among the tests of a saved pattern. */
import { BOUNDS } from "@lamprey/api";
import { type AssertionKind, dialectOf, type Expectation, read, walk, writeExpectation } from "@lamprey/core";
import { titleOf } from "../draft/fields.ts";
import { keepers, read as readSpecimen } from "../draft/keepers.ts";
import { makeUnkept, unkept } from "../draft/unkept.ts";
import { type FilesQuestion, type FoundRow, MOST_SHOWN } from "../engine/files/messages.ts";
import type { LinesAround } from "../engine/files/session.ts";
import { specimenChosen } from "../state/filesSlice.ts";
import { store } from "../state/store.ts";
import { currentSearch, searchedFiles } from "./searching.ts";

/** Lines before and after the one that is opened. */
const AROUND = 12;

function asked(): FilesQuestion {
  const { question } = store.getState().files;
  if (!question) throw new Error("There is no search.");
  return question;
}

/** One pattern of the search, as a specimen has it. */
function patternOf({ dialect, flags, patterns }: FilesQuestion, which: number) {
  return { pattern: patterns[which] ?? "", dialect, flags };
}

/** The row's line with so many around it, from the file itself: rows are cut where they are long. */
function linesAround(row: FoundRow, around: number): Promise<LinesAround> {
  const file = "line" in row ? searchedFiles()[row.file] : undefined;
  const search = currentSearch();
  if (!("line" in row) || !file || !search) throw new Error("Only a line can be opened on the bench.");
  return search.around(file, row.line, around);
}

/** Flags under which the pattern finds in a text of several lines what it finds in each line: `^` and `$` are ends of lines there. */
function flagsForLines({ pattern, dialect, flags }: ReturnType<typeof patternOf>): string {
  const rules = dialectOf(dialect);
  const all = dialect === "ecmascript" && !flags.includes("g") ? `${flags}g` : flags;
  const lines = rules?.flags.find(({ sets }) => sets.lineAnchors)?.letter;
  if (lines === undefined || flags.includes(lines)) return all;
  for (const node of walk(read({ pattern, dialect, flags }).root)) if (node.kind === "assertion" && ENDS.has(node.assertion)) return all + lines;
  return all;
}

/** Puts the row's line with those around it on a bench; its address. The shelf has it when somebody edits it there. */
export async function openOnBench(row: FoundRow): Promise<string> {
  const question = asked();
  const { first, lines, pattern } = await linesAround(row, AROUND);
  const own = patternOf(question, pattern);
  const { shown } = question;
  const id = makeUnkept({
    ...own,
    title: titleOfRow(row),
    flags: flagsForLines(own),
    template: shown.kind === "replaced" ? shown.template : "",
    samples: [{ name: `lines ${first}–${first + lines.length - 1}`, text: lines.join("\n") }],
  });
  return `/bench/${id}`;
}

/** Adds the row's text to the tests of the pattern that the search came from, or else of a new one; says so. */
export async function addToTests(row: FoundRow): Promise<string> {
  const question = asked();
  const { text, pattern } = await wholeOf(row);
  const others = question.others || (row.kind === "line" && row.near);
  const test: Expectation = { text, mode: "all", expect: others ? "no-match" : "match" };
  const { specimen } = store.getState().files.form;
  const known = specimen ? (unkept(specimen.id) ?? (await readSpecimen(specimen.id))) : undefined;
  const own = patternOf(question, pattern);
  const title = known?.title ?? titleOf(own.pattern);
  const id = known?.id ?? makeUnkept({ ...own, title, samples: [{ name: "sample", text: "" }] });
  const target = known ?? unkept(id);
  if (!target) throw new Error("The tests could not be kept.");
  const keeper = await keepers.keep(target);
  const before = keeper.fields.expectations;
  const line = writeExpectation(test);
  if (before.split("\n").includes(line)) {
    keepers.leave(id);
    return `The tests of “${title}” have it already.`;
  }
  keeper.edit({ ...keeper.fields, expectations: `${before}${before === "" || before.endsWith("\n") ? "" : "\n"}${line}` });
  keepers.leave(id);
  store.dispatch(specimenChosen({ id, title }));
  return `Added to the tests of “${title}”: ${test.expect === "match" ? "it must match" : "it must not match"}.`;
}

/** What ^ and $ are where a text is one line. */
const ENDS: ReadonlySet<AssertionKind> = new Set(["text-start", "text-end", "last-line-end"]);

const titleOfRow = (row: FoundRow): string => ("line" in row ? `${searchedFiles()[row.file]?.name}:${row.line}`.slice(-BOUNDS.title) : "");

/** The row's whole text, and which of several patterns finds something in it. */
async function wholeOf(row: FoundRow): Promise<{ readonly text: string; readonly pattern: number }> {
  if (row.kind === "value") {
    if (row.text.length >= MOST_SHOWN) throw new Error("The value is too long for a test.");
    return { text: row.text, pattern: 0 };
  }
  if (!("line" in row)) throw new Error("Only a line or a value can be a test.");
  const { lines, pattern } = await linesAround(row, 0);
  const [line = ""] = lines;
  return { text: row.kind === "part" ? line.slice(row.start, row.end) : line, pattern };
}
