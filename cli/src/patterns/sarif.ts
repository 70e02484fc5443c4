/** A report as SARIF 2.1.0 (OASIS, Static Analysis Results Interchange Format), for code review and pipelines. */
import { readFileSync } from "node:fs";
import { lineColumn, lineStarts, type Span, writtenSpan } from "@lamprey/core";
import { type Row, VERSION } from "./found.ts";

export interface SarifRule {
  readonly text: string;
  readonly level: "error" | "warning" | "note";
}

/** A log of one run: a table of rules by their ids, and results that name them. */
export function sarifLog(rules: Readonly<Record<string, SarifRule>>, results: readonly object[]): object {
  return {
    $schema: "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json",
    version: "2.1.0",
    runs: [
      {
        tool: {
          driver: {
            name: "lamprey",
            version: VERSION,
            rules: Object.entries(rules).map(([id, { text, level }]) => ({ id, name: id, shortDescription: { text }, defaultConfiguration: { level } })),
          },
        },
        columnKind: "utf16CodeUnits",
        results,
      },
    ],
  };
}

/** Where a part of a row's pattern is written, or the whole of it; nothing of one that is in no file. */
export function locationsOf({ file, found }: Row<object>, part?: Span): object {
  if (file === null) return {};
  const region = (part && regionOfPart(file, found, part)) ?? regionOf(found);
  return { locations: [{ physicalLocation: { artifactLocation: { uri: uriOf(file) }, region } }] };
}

/** What a comment in the source says is meant is told with its reason, so that a review can show it or leave it out. */
export const suppressionsOf = ({ found }: Row<object>, code: string): object => (found.meant?.includes(code) ? { suppressions: [{ kind: "inSource" }] } : {});

/** The characters that stand for the part; undefined where they are in several places, or the file cannot be read again. */
function regionOfPart(file: string, { pattern, pieces = [] }: Row<object>["found"], part: Span): object | undefined {
  const span = writtenSpan({ value: pattern, pieces }, part);
  const starts = span && startsOf(file);
  if (!span || !starts) return undefined;
  const [from, to] = [lineColumn(starts, span.start), lineColumn(starts, span.end)];
  return { startLine: from.line, startColumn: from.column, endLine: to.line, endColumn: to.column, charOffset: span.start, charLength: span.end - span.start };
}

/** Where lines begin in the file that was asked for last: results of one file follow one another. */
let last: { readonly file: string; readonly starts: Int32Array | undefined } = { file: "", starts: undefined };

function startsOf(file: string): Int32Array | undefined {
  if (last.file !== file) last = { file, starts: read(file) };
  return last.starts;
}

function read(file: string): Int32Array | undefined {
  try {
    return lineStarts(readFileSync(file, "utf8"));
  } catch {
    // It was there when its patterns were found; the result has the place of the whole pattern then.
    return undefined;
  }
}

const regionOf = ({ line, column, start, end }: Row<object>["found"]): object => ({
  startLine: line,
  startColumn: column,
  charOffset: start,
  charLength: end - start,
});

export const uriOf = (file: string): string => file.split("\\").join("/").split("/").map(encodeURIComponent).join("/");
