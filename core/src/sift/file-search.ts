/** Going through the bytes of one file: its lines that are kept, one by one, or their number alone. */
import type { LinePart } from "../program/by-lines.ts";
import type { Reading } from "../syntax/read.ts";
import { type BytesAre, type FoundLines, LineSearch } from "./line-search.ts";
import { type ByteSource, LONGEST_LINE, type Room, STRETCH, type Stretch, stretchesOf } from "./stretches.ts";

/** A line as it stands in a file, with its line feed; good until the next one is asked for. */
export interface Line {
  /** Counted from 1. */
  readonly number: number;
  readonly bytes: Uint8Array;
  /** Whether it is one of those that are kept, or only stands near one. */
  readonly kept: boolean;
  /** Set where the file ends without a line feed, which was put behind this line. */
  readonly added: boolean;
}

export interface FileOutcome {
  /** Lines kept. */
  readonly count: number;
  /** Lines that were read. */
  readonly lines: number;
  /** Lines of which it is not known, since they would take more steps than they may. */
  readonly undecided: readonly number[];
  /** Whether the file holds NUL, and so is no text. */
  readonly binary: boolean;
}

const LINE_FEED = 0x0a;
const NUL = 0;

/** What a search has to know of what is asked for. */
export interface SearchAsked {
  readonly readings: readonly Reading[];
  readonly part: LinePart;
  /** The lines in which nothing is found. */
  readonly others: boolean;
  /** Also lines of files that hold NUL. */
  readonly binaryToo: boolean;
  /** Steps of the backtracking machine on one line, where no other machine takes the patterns. */
  readonly stepLimit: number;
  /** What is known of some bytes. */
  readonly kindOf: (bytes: Uint8Array) => BytesAre;
}

/** What looks at lines besides, whether something is found in them or not. */
export interface LineWatch {
  /** Bytes that a line has at least for it to be looked at. */
  readonly from: number;
  line(path: string, number: number, bytes: Uint8Array): void;
}

/** The search of one pattern through many files; its memory is used again for each. */
export class FileSearch implements Room {
  private readonly asked: SearchAsked;
  private readonly watch: LineWatch | null;
  private search: LineSearch;

  /** @param watch is shown every line that is long enough */
  constructor(asked: SearchAsked, watch: LineWatch | null) {
    this.asked = asked;
    this.watch = watch;
    this.search = this.searchIn(STRETCH);
  }

  text(): Uint8Array {
    return this.search.text;
  }

  kindOf(bytes: Uint8Array): BytesAre {
    return this.asked.kindOf(bytes);
  }

  grow(keep: number): void {
    const { text } = this.search;
    if (text.length >= LONGEST_LINE) throw new RangeError(`a line is longer than ${LONGEST_LINE / (1 << 20)} MiB`);
    const kept = text.slice(0, keep);
    this.search = this.searchIn(4 * text.length);
    this.search.text.set(kept);
  }

  /** Counts the lines that are kept, up to a number of them. */
  async count(path: string, source: ByteSource, most: number, others = this.asked.others): Promise<FileOutcome> {
    let count = 0;
    let lines = 0;
    let binary = false;
    const undecided: number[] = [];
    for await (const stretch of stretchesOf(source, this)) {
      binary ||= lines === 0 && this.search.text.subarray(0, stretch.length).includes(NUL);
      this.show(path, lines, stretch.length);
      const found = this.search.find(stretch.length, stretch.are);
      const all = this.search.lineFeeds(0, stretch.length);
      for (const line of found.undecided) undecided.push(lines + line + 1);
      count += others ? all - found.places.length - found.undecided.length : found.places.length;
      lines += all;
      if (count >= most) break;
    }
    return { count: Math.min(count, most), lines, undecided, binary };
  }

  /** Hands over each line that is kept, and so many around it, all of them where that is infinite; stops after so many kept ones, or where it is told to (false). */
  async each(path: string, source: ByteSource, around: number, most: number, take: (line: Line) => boolean): Promise<FileOutcome> {
    const walk = new LineWalk(around, most, take);
    let binary: boolean | undefined;
    const undecided: number[] = [];
    for await (const stretch of stretchesOf(source, this)) {
      const { text } = this.search;
      binary ??= text.subarray(0, stretch.length).includes(NUL);
      if (binary && !this.asked.binaryToo) break;
      this.show(path, walk.lines, stretch.length);
      const found = this.search.find(stretch.length, stretch.are);
      for (const line of found.undecided) undecided.push(walk.lines + line + 1);
      if (this.asked.others || around > 0) walk.every(text, stretch, found, this.asked.others);
      else walk.found(text, stretch, found, (from, to) => this.search.lineFeeds(from, to));
      if (walk.over) break;
    }
    return { count: walk.count, lines: walk.lines, undecided, binary: binary ?? false };
  }

  private show(path: string, before: number, length: number): void {
    const { watch } = this;
    if (!watch) return;
    const { text } = this.search;
    let number = before;
    for (let start = 0; start < length; ) {
      const end = text.indexOf(LINE_FEED, start);
      number++;
      if (end - start >= watch.from) watch.line(path, number, text.subarray(start, end));
      start = end + 1;
    }
  }

  private searchIn(room: number): LineSearch {
    const { readings, part, stepLimit } = this.asked;
    return new LineSearch(readings, { part, stepLimit }, room);
  }
}

/** From stretch to stretch: how many lines there have been, and which of those before and after a kept one are still to be shown. */
class LineWalk {
  lines = 0;
  count = 0;
  over = false;
  private readonly around: number;
  private readonly most: number;
  private readonly take: (line: Line) => boolean;
  /** Lines before this one, which would be shown if it were kept. */
  private before: Line[] = [];
  private after = 0;

  constructor(around: number, most: number, take: (line: Line) => boolean) {
    this.around = around;
    this.most = most;
    this.take = take;
  }

  /** Goes from one line that was found to the next. */
  found(text: Uint8Array, { length, added }: Stretch, { places }: FoundLines, lineFeeds: (from: number, to: number) => number): void {
    let start = 0;
    for (const place of places) {
      let end = text.indexOf(LINE_FEED, start) + 1;
      for (; end <= place; end = text.indexOf(LINE_FEED, end) + 1) {
        this.lines++;
        start = end;
      }
      this.lines++;
      this.count++;
      const goesOn = this.take({ number: this.lines, bytes: text.subarray(start, end), kept: true, added: added && end === length });
      start = end;
      if (!goesOn || this.count >= this.most) {
        this.over = true;
        return;
      }
    }
    this.lines += lineFeeds(start, length);
  }

  /** Goes through every line. */
  every(text: Uint8Array, { length, added }: Stretch, { places, undecided }: FoundLines, others: boolean): void {
    const unknown = new Set(undecided);
    let next = 0;
    let index = 0;
    for (let start = 0; start < length && !this.over; index++) {
      const end = text.indexOf(LINE_FEED, start) + 1;
      const isFound = next < places.length && (places[next] as number) < end;
      if (isFound) next++;
      const kept = !unknown.has(index) && isFound !== others;
      this.line({ number: this.lines + index + 1, bytes: text.subarray(start, end), kept, added: added && end === length });
      start = end;
    }
    this.lines += index;
  }

  private line(line: Line): void {
    const isFull = this.count >= this.most;
    if (this.around === Number.POSITIVE_INFINITY) {
      const kept = line.kept && !isFull;
      if (kept) this.count++;
      if (!this.take({ ...line, kept })) this.over = true;
    } else if (line.kept && !isFull) {
      for (const own of this.before) if (!this.take(own)) this.over = true;
      this.before = [];
      this.after = this.around;
      this.count++;
      if (!this.take(line)) this.over = true;
      if (this.count >= this.most && this.around === 0) this.over = true;
    } else if (this.after > 0) {
      this.after--;
      // Behind the last line that is asked for, others that could be kept only stand near it.
      if (!this.take({ ...line, kept: false })) this.over = true;
      if (this.after === 0 && isFull) this.over = true;
    } else if (this.around > 0) {
      // The bytes are written over by the next stretch.
      this.before.push({ ...line, bytes: line.bytes.slice() });
      if (this.before.length > this.around) this.before.shift();
    }
  }
}
