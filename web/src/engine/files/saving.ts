/** The whole result of a run as one file: the search goes through the files once more, and keeps nothing of them but what is saved. */
import {
  CSV_HEADS,
  drained,
  FilePatch,
  FileSearch,
  foundRecord,
  groupValues,
  type Line,
  mostFrequentFirst,
  PATCH_CONTEXT,
  siftSlices,
  utf8Text,
} from "@lamprey/core";
import { Zip, ZipDeflate, ZipPassThrough } from "fflate";
import { type AskedOfFiles, STEP_LIMIT, searchAskedOf } from "./asked.ts";
import type { SavedForm, SearchedFile } from "./messages.ts";
import { textOf } from "./run.ts";
import { openSource } from "./sources.ts";

/** Characters that are gathered before the browser takes them, which may put them on disk. */
const GATHERED = 1 << 20;

/** What is saved: its bytes, and what could not be. */
export interface Saved {
  readonly blob: Blob;
  readonly faults: readonly string[];
}

const MEDIA: Readonly<Record<SavedForm, string>> = {
  text: "text/plain",
  csv: "text/csv",
  json: "application/jsonl",
  patch: "text/x-diff",
  zip: "application/zip",
};

/** Pieces that become a blob bit by bit. */
class Pieces {
  private readonly blobs: Blob[] = [];
  private pending: BlobPart[] = [];
  private length = 0;

  add(piece: string | Uint8Array<ArrayBuffer>): void {
    this.pending.push(piece);
    this.length += piece.length;
    if (this.length >= GATHERED) this.flush();
  }

  whole(type: string): Blob {
    this.flush();
    return new Blob(this.blobs, { type });
  }

  private flush(): void {
    if (this.pending.length > 0) this.blobs.push(new Blob(this.pending));
    this.pending = [];
    this.length = 0;
  }
}

export function saving(asked: AskedOfFiles, files: readonly SearchedFile[], form: SavedForm): Promise<Saved> {
  if (form === "zip") return zipped(asked, files);
  return form === "patch" ? patched(asked, files) : listed(asked, files, form);
}

/** Goes through all files; one that fails is a sentence. */
async function eachFile(
  asked: AskedOfFiles,
  files: readonly SearchedFile[],
  visit: (file: SearchedFile, source: Parameters<FileSearch["each"]>[1], search: FileSearch) => Promise<void>,
): Promise<string[]> {
  const search = new FileSearch(searchAskedOf(asked), null);
  const faults: string[] = [];
  for (const file of files) {
    try {
      const source = await openSource(file, asked.question.encoding, () => {});
      try {
        await visit(file, source, search);
      } finally {
        source.close();
      }
    } catch (error) {
      faults.push(`${file.name}: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
  return faults;
}

async function listed(asked: AskedOfFiles, files: readonly SearchedFile[], form: "text" | "csv" | "json"): Promise<Saved> {
  const { question, readings, slot, replaced } = asked;
  const { shown, others, part } = question;
  const most = question.first ?? Number.POSITIVE_INFINITY;
  const pieces = new Pieces();
  const values = new Map<string, number>();
  const [reading] = readings;
  if (form === "csv") pieces.add(CSV_HEADS[shown.kind]);
  /** What stands behind the file's name, as text and by its fields. */
  const add = (text: string, fields: Readonly<Record<string, string | number>>, near = false): void => {
    pieces.add(form === "text" ? `${text}\n` : foundRecord(form, fields, near));
  };
  /** The line that was saved last, for the sign between lines that do not follow one another. */
  let last = { file: "", number: 0 };
  const take = (file: string, line: Line): boolean => {
    const text = textOf(line);
    switch (shown.kind) {
      case "lines":
        if (form === "text" && shown.around > 0 && last.number > 0 && (last.file !== file || last.number + 1 !== line.number)) pieces.add("--\n");
        last = { file, number: line.number };
        add(`${file}${line.kept ? ":" : "-"}${line.number}${line.kept ? ":" : "-"}${text}`, { file, line: line.number, text }, !line.kept);
        break;
      case "parts":
        for (const { start, end } of drained(siftSlices(readings, text, { keep: "matching", part, stepLimit: STEP_LIMIT })).parts) {
          add(`${file}:${line.number}:${text.slice(start, end)}`, { file, line: line.number, start, end, text: text.slice(start, end) });
        }
        break;
      case "distinct":
        for (const value of reading ? drained(groupValues(reading, `${text}\n`, part, slot, STEP_LIMIT)) : []) values.set(value, (values.get(value) ?? 0) + 1);
        break;
      case "replaced": {
        const becomes = replaced ? replaced(text) : text;
        add(`${file}:${line.number}:${becomes}`, { file, line: line.number, text: becomes });
        break;
      }
      case "count":
      case "files":
        break;
    }
    return true;
  };
  const faults = await eachFile(asked, files, async ({ name }, source, search) => {
    if (shown.kind === "files") {
      const { count } = await search.count(name, source, 1, false);
      if (count > 0 !== others) add(name, { file: name });
    } else if (shown.kind === "count") {
      const { count } = await search.count(name, source, most);
      add(`${name}:${count}`, { file: name, count });
    } else await search.each(name, source, shown.kind === "lines" ? shown.around : 0, most, (line) => take(name, line));
  });
  if (shown.kind === "distinct") for (const [text, count] of mostFrequentFirst(values)) add(`${count}\t${text}`, { count, text });
  return { blob: pieces.whole(MEDIA[form]), faults };
}

const encoder = new TextEncoder();

const notUtf8 = (file: string, line: number): string => `${file}: line ${line} is not UTF-8, and stays as it is`;

function replacerOf({ replaced }: AskedOfFiles): (text: string) => string {
  if (replaced) return replaced;
  throw new RangeError("Only a replacement can be saved as a patch or as files.");
}

/** All changes as a unified diff. */
async function patched(asked: AskedOfFiles, files: readonly SearchedFile[]): Promise<Saved> {
  const replaced = replacerOf(asked);
  const pieces = new Pieces();
  const odd: string[] = [];
  const faults = await eachFile(asked, files, async ({ name }, source, search) => {
    if (!source.asIs) throw new Error("a patch is made for files of UTF-8 without a byte order mark alone");
    const patch = new FilePatch(name, replaced);
    await search.each(name, source, PATCH_CONTEXT, asked.question.first ?? Number.POSITIVE_INFINITY, (line) => {
      if (!patch.line(line)) odd.push(notUtf8(name, line.number));
      pieces.add(patch.take());
      return true;
    });
    pieces.add(patch.end());
  });
  return { blob: pieces.whole(MEDIA.patch), faults: [...faults, ...odd] };
}

/** The files that change, whole and as they become, in one archive. */
async function zipped(asked: AskedOfFiles, files: readonly SearchedFile[]): Promise<Saved> {
  const replaced = replacerOf(asked);
  const pieces = new Pieces();
  let failed: Error | null = null;
  const zip = new Zip((error, bytes) => {
    if (error) failed = error;
    else pieces.add(bytes as Uint8Array<ArrayBuffer>);
  });
  const odd: string[] = [];
  const faults = await eachFile(asked, files, async (file, source, search) => {
    const most = asked.question.first ?? Number.POSITIVE_INFINITY;
    // Only what changes is in the archive; whether it does is known at the first line that matches.
    const { count, binary } = await search.count(file.name, source, 1);
    if (count === 0 || (binary && !asked.question.binaryToo)) return;
    const again = await openSource(file, asked.question.encoding, () => {});
    const entry = file.size === 0 ? new ZipPassThrough(entryName(file.name)) : new ZipDeflate(entryName(file.name));
    zip.add(entry);
    try {
      await search.each(file.name, again, Number.POSITIVE_INFINITY, most, (line) => {
        const text = line.kept ? utf8Text(line) : null;
        if (line.kept && text === null) odd.push(notUtf8(file.name, line.number));
        const end = line.added ? line.bytes.length - 1 : line.bytes.length;
        // The bytes are written over by the next lines, and the archive may take them later.
        entry.push(text === null ? line.bytes.slice(0, end) : encoder.encode(`${replaced(text)}${line.added ? "" : "\n"}`), false);
        return failed === null;
      });
    } finally {
      entry.push(new Uint8Array(0), true);
      again.close();
    }
  });
  zip.end();
  if (failed) throw failed;
  return { blob: pieces.whole(MEDIA.zip), faults: [...faults, ...odd] };
}

/** What was unpacked is not packed in the archive; a name never leads out of the folder that it is unpacked into. */
const entryName = (name: string): string =>
  name
    .replace(/\.(gz|zst)$/, "")
    .split(/[\\/]/)
    .filter((part) => part !== "" && part !== "." && part !== "..")
    .join("/");
