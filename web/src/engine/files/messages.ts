/** What the screen for files asks of its worker, and hears from it. */
import type { DialectName, Encoding, LinePart, Shown } from "@lamprey/core";

export interface FilesQuestion {
  readonly dialect: DialectName;
  readonly flags: string;
  /** Several find what any of them finds. */
  readonly patterns: readonly string[];
  readonly part: LinePart;
  /** The lines, or the files, in which nothing is found. */
  readonly others: boolean;
  /** A group as a person names it: by its number or name, empty for the whole match. */
  readonly shown: Shown<string>;
  /** Lines of each file at most; null for all. */
  readonly first: number | null;
  readonly encoding: Encoding;
  /** Also lines of files that hold NUL. */
  readonly binaryToo: boolean;
}

/** A file that is searched: one that was chosen, or the address of one that the server offers. */
export interface SearchedFile {
  readonly name: string;
  /** In bytes. */
  readonly size: number;
  readonly from: File | string;
}

/** One row of the results. Offsets are in the line, UTF-16 code units, half-open; `file` is the place in the list of files. */
export type FoundRow =
  | {
      readonly kind: "line";
      readonly file: number;
      readonly line: number;
      readonly text: string;
      /** Starts and ends of what matches in it, in turn. */
      readonly spans: readonly number[];
      /** Set where it only stands near one that was found. */
      readonly near: boolean;
    }
  | { readonly kind: "part"; readonly file: number; readonly line: number; readonly start: number; readonly end: number; readonly text: string }
  | { readonly kind: "replaced"; readonly file: number; readonly line: number; readonly text: string; readonly becomes: string }
  | { readonly kind: "count"; readonly file: number; readonly count: number }
  | { readonly kind: "file"; readonly file: number }
  | { readonly kind: "value"; readonly text: string; readonly count: number };

/** Counts in steps of one width: `counts[i]` are those from `from + i * width` on. */
export interface BinsView {
  readonly from: number;
  readonly width: number;
  readonly counts: readonly number[];
}

/** Something that is said of a file, or of one of its lines. */
export interface Remark {
  readonly file: string;
  readonly line: number | null;
  readonly words: string;
}

/** How far a run is. */
export interface FilesProgress {
  /** Bytes of files that are read, and files that are done with. */
  readonly bytes: number;
  readonly files: number;
  /** Lines that were read. */
  readonly lines: number;
  /** Lines that are kept; for names of files, files. */
  readonly found: number;
  /** Files in which something is found. */
  readonly filesWith: number;
  /** Different values. */
  readonly values: number;
  /** Where the kept lines lie, by their place among all lines of all files. */
  readonly places: BinsView;
  /** For each file the number of its first line among all lines, from 0. */
  readonly fileStarts: readonly number[];
  /** When they were written, in seconds since 1970 as they say it, without regard to zones; null where none begins with a time. */
  readonly times: BinsView | null;
  /** Kept lines that begin with no time. */
  readonly untimed: number;
}

/** What is heard while a run goes on. Rows of values take the place of those before. */
export interface FilesNews {
  readonly rows: readonly FoundRow[];
  readonly progress: FilesProgress;
  /** Files that cannot be read or were passed over. */
  readonly faults: readonly Remark[];
  /** Lines on which the dialect's own engine would hang. */
  readonly hanging: readonly Remark[];
}

export type SavedForm = "text" | "csv" | "json" | "patch" | "zip";

/** Rows that a page shows; more are counted, and saved. */
export const MOST_ROWS = 100_000;
/** Characters of a row's text that are shown. */
export const MOST_SHOWN = 2000;
