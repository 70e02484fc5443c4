/** One run over many files, in a worker: its rows and figures are told as they are found. A file that cannot be read is reported, and the rest goes on. */
import { drained, type FileOutcome, FileSearch, groupValues, HangWatch, type Line, mostFrequentFirst, siftSlices } from "@lamprey/core";
import { type AskedOfFiles, STEP_LIMIT, searchAskedOf } from "./asked.ts";
import { Bins, LINE_WIDTHS, TIME_WIDTHS } from "./bins.ts";
import { type FilesNews, type FilesProgress, type FoundRow, MOST_ROWS, MOST_SHOWN, type Remark, type SearchedFile } from "./messages.ts";
import { openSource } from "./sources.ts";
import { LineTimes } from "./times.ts";

/** Milliseconds between two times that a run tells how far it is. */
const TOLD_EVERY = 120;
/** Lines whose matches are looked for at once, in characters. */
const LINES_AT_ONCE = 1 << 16;
/** Bars of a chart, at most. */
const MOST_BARS = 160;
/** Files whose first lines are told, for the chart of places. */
const MOST_STARTS = 2000;
/** Lines that are named where there are more of which nothing is known. */
const MOST_NAMED = 5;
/** Files with a remark that are named. */
const MOST_REMARKS = 500;
/** Values that are shown while a run goes on. */
const VALUES_SHOWN = 200;
/** More of them are sorted when all are known. */
const MOST_SORTED = 20_000;
/** Different values that are counted; more are no table that anybody reads, and would take all memory. */
const MOST_VALUES = 2_000_000;

const decoder = new TextDecoder();

/** A line without its end. */
export const textOf = ({ bytes }: Line): string => decoder.decode(bytes.subarray(0, bytes.length - 1));

/** The person wants no more of it. */
class Cancelled extends Error {}

/** A line that waits for what matches in it. */
interface Waiting {
  readonly file: number;
  readonly line: number;
  readonly text: string;
  /** Set where it only stands near one that was found. */
  readonly near: boolean;
}

export class FilesRun {
  private readonly asked: AskedOfFiles;
  private readonly files: readonly SearchedFile[];
  private readonly hear: (news: FilesNews) => Promise<void>;
  private readonly search: FileSearch;
  private readonly watch: HangWatch | null;
  private readonly places = new Bins(LINE_WIDTHS, MOST_BARS);
  private readonly times = new Bins(TIME_WIDTHS, MOST_BARS);
  private readonly lineTimes = new LineTimes();
  private readonly values = new Map<string, number>();
  private readonly fileStarts: number[] = [];
  private waiting: Waiting[] = [];
  private waitingLength = 0;
  private rows: FoundRow[] = [];
  private rowsMade = 0;
  private faults: Remark[] = [];
  private faultsMade = 0;
  private hanging: Remark[] = [];
  private bytes = 0;
  private lines = 0;
  private found = 0;
  private filesWith = 0;
  private untimed = 0;
  private toldAt = 0;
  private cancelled = false;

  constructor(asked: AskedOfFiles, files: readonly SearchedFile[], hear: (news: FilesNews) => Promise<void>) {
    const { readings } = asked;
    this.asked = asked;
    this.files = files;
    this.hear = hear;
    const tellHanging = (words: string, line: { readonly path: string; readonly number: number } | null): void => {
      this.hanging.push({ file: line?.path ?? "", line: line?.number ?? null, words });
    };
    this.watch = HangWatch.of(readings, tellHanging);
    this.search = new FileSearch(searchAskedOf(asked), this.watch);
  }

  /** Ends the run at the next bytes that are read. */
  cancel(): void {
    this.cancelled = true;
  }

  /** Whether the run came to its end. What was found until then has been told in either case. */
  async over(): Promise<boolean> {
    try {
      for (const [index, file] of this.files.entries()) {
        this.fileStarts.push(this.lines);
        await this.file(file, index);
        await this.tell(index + 1, false);
      }
    } catch (error) {
      if (!(error instanceof Cancelled)) throw error;
    }
    this.lookAtLines();
    this.watch?.end();
    if (this.asked.question.shown.kind === "distinct") this.rows = this.valueRows(MOST_ROWS);
    await this.tell(this.cancelled ? this.fileStarts.length - 1 : this.files.length, true);
    return !this.cancelled;
  }

  private async file(file: SearchedFile, index: number): Promise<void> {
    const { encoding, first } = this.asked.question;
    const before = this.bytes;
    try {
      const source = await openSource(file, encoding, (bytes) => {
        this.bytes += bytes;
        if (this.cancelled) throw new Cancelled();
      });
      try {
        const telling = {
          asIs: source.asIs,
          read: async (into: Uint8Array): Promise<number> => {
            await this.tell(index, false);
            return source.read(into);
          },
          close: () => source.close(),
        };
        this.outcome(index, await this.read(index, telling, first ?? Number.POSITIVE_INFINITY));
      } finally {
        source.close();
      }
    } catch (error) {
      if (error instanceof Cancelled) throw error;
      this.fault(file.name, null, error instanceof Error ? error.message : String(error));
    }
    // A file that was not read to its end is done with all the same.
    this.bytes = before + file.size;
  }

  private read(index: number, source: Parameters<FileSearch["each"]>[1], most: number): Promise<FileOutcome> {
    const { shown, others } = this.asked.question;
    const name = this.nameOf(index);
    switch (shown.kind) {
      case "files":
        // A file is of the others where no line is found in it.
        return this.search.count(name, source, 1, false).then(({ count, ...outcome }) => ({ ...outcome, count: Number(count > 0 !== others) }));
      case "count":
        return this.search.each(name, source, 0, most, (line) => this.seen(line));
      case "lines":
        return this.search.each(name, source, shown.around, most, (line) => {
          if (line.kept) this.seen(line);
          if (this.hasRoom) this.wait(index, line);
          return true;
        });
      case "parts":
      case "distinct":
      case "replaced":
        return this.search.each(name, source, 0, most, (line) => {
          this.seen(line);
          if (shown.kind === "distinct" || this.hasRoom) this.wait(index, line);
          return true;
        });
    }
  }

  private get hasRoom(): boolean {
    return this.rowsMade + this.waiting.length < MOST_ROWS;
  }

  /** Counts a line that is kept. */
  private seen({ number, bytes }: Line): boolean {
    this.found++;
    this.places.add((this.fileStarts.at(-1) ?? 0) + number - 1);
    const time = this.lineTimes.of(bytes);
    if (time === null) this.untimed++;
    else this.times.add(time);
    return true;
  }

  private outcome(index: number, { count, lines, undecided, binary }: FileOutcome): void {
    const { question } = this.asked;
    const { kind } = question.shown;
    this.lookAtLines();
    this.lines += lines;
    if (count > 0) this.filesWith++;
    if (kind === "files") this.found += count;
    if (kind === "count") this.row({ kind: "count", file: index, count });
    if (kind === "files" && count > 0) this.row({ kind: "file", file: index });
    const name = this.nameOf(index);
    if (binary && !question.binaryToo && kind !== "files" && kind !== "count") this.fault(name, null, "it is no text, and was not searched");
    for (const line of undecided.slice(0, MOST_NAMED)) this.fault(name, line, "the pattern takes more steps than are taken on this line");
    if (undecided.length > MOST_NAMED) this.fault(name, null, `${undecided.length - MOST_NAMED} more such lines`);
  }

  private wait(file: number, line: Line): void {
    const text = textOf(line);
    this.waiting.push({ file, line: line.number, text, near: !line.kept });
    this.waitingLength += text.length + 1;
    if (this.waitingLength > LINES_AT_ONCE) this.lookAtLines();
  }

  /** Makes rows, or values, of the lines that wait. */
  private lookAtLines(): void {
    const { waiting } = this;
    if (waiting.length === 0) return;
    this.waiting = [];
    this.waitingLength = 0;
    const { question, readings, slot, replaced } = this.asked;
    const { kind } = question.shown;
    const text = `${waiting.map((each) => each.text).join("\n")}\n`;
    const [reading] = readings;
    if (kind === "distinct" && reading) {
      for (const value of drained(groupValues(reading, text, question.part, slot, STEP_LIMIT))) {
        const before = this.values.get(value);
        if (before !== undefined || this.values.size < MOST_VALUES) this.values.set(value, (before ?? 0) + 1);
      }
      return;
    }
    if (replaced) {
      for (const { file, line, text: own } of waiting) this.addReplaced(file, line, own, replaced);
      return;
    }
    const { parts } = question.others
      ? { parts: [] }
      : drained(siftSlices(readings, text, { keep: "matching", part: question.part, stepLimit: STEP_LIMIT, goesOn: true }));
    let next = 0;
    let start = 0;
    for (const [index, { file, line, text: own, near }] of waiting.entries()) {
      const spans: number[] = [];
      for (let part = parts[next]; part && part.line === index + 1; part = parts[++next]) {
        if (kind === "parts") {
          const [from, to] = [part.start - start, part.end - start];
          this.row({ kind: "part", file, line, start: from, end: to, text: own.slice(from, Math.min(to, from + MOST_SHOWN)) });
        } else if (part.start - start < MOST_SHOWN) spans.push(part.start - start, Math.min(part.end - start, MOST_SHOWN));
      }
      if (kind === "lines") this.row({ kind: "line", file, line, text: own.slice(0, MOST_SHOWN), spans: near ? [] : spans, near });
      start += own.length + 1;
    }
  }

  private addReplaced(file: number, line: number, text: string, replaced: (line: string) => string): void {
    try {
      this.row({ kind: "replaced", file, line, text: text.slice(0, MOST_SHOWN), becomes: replaced(text).slice(0, MOST_SHOWN) });
    } catch (error) {
      this.fault(this.nameOf(file), line, error instanceof Error ? error.message : String(error));
    }
  }

  /** Rows beyond the most are counted and saved, and not shown. */
  private row(row: FoundRow): void {
    if (this.rowsMade >= MOST_ROWS) return;
    this.rowsMade++;
    this.rows.push(row);
  }

  private valueRows(most: number): FoundRow[] {
    return mostFrequentFirst(this.values)
      .slice(0, most)
      .map(([text, count]) => ({ kind: "value", text: text.slice(0, MOST_SHOWN), count }));
  }

  private fault(file: string, line: number | null, words: string): void {
    if (++this.faultsMade <= MOST_REMARKS) this.faults.push({ file, line, words });
  }

  private nameOf(index: number): string {
    return this.files[index]?.name ?? "";
  }

  private async tell(files: number, atLast: boolean): Promise<void> {
    if (!atLast && performance.now() - this.toldAt < TOLD_EVERY) return;
    if (this.cancelled && !atLast) throw new Cancelled();
    this.lookAtLines();
    const showsValues = this.asked.question.shown.kind === "distinct" && !atLast && this.values.size <= MOST_SORTED;
    const rows = showsValues ? this.valueRows(VALUES_SHOWN) : this.rows;
    const { faults, hanging } = this;
    this.rows = [];
    this.faults = [];
    this.hanging = [];
    await this.hear({ rows, progress: this.progress(files), faults, hanging });
    this.toldAt = performance.now();
  }

  private progress(files: number): FilesProgress {
    return {
      bytes: this.bytes,
      files,
      lines: this.lines,
      found: this.found,
      filesWith: this.filesWith,
      values: this.values.size,
      places: this.places.view(0, Math.max(0, this.lines - 1, this.places.greatestSeen)),
      fileStarts: this.fileStarts.slice(0, MOST_STARTS),
      times: this.times.isEmpty ? null : this.times.view(),
      untimed: this.untimed,
    };
  }
}
