/** What the worker for files does: one run, then questions about what it found. */
import { drained, read, STRETCH, siftSlices, stretchesOf, tablesFor } from "@lamprey/core";
import { askedOf, STEP_LIMIT } from "./asked.ts";
import { kindOf } from "./kind.ts";
import type { FilesNews, FilesQuestion, SavedForm, SearchedFile } from "./messages.ts";
import { FilesRun } from "./run.ts";
import { type Saved, saving } from "./saving.ts";
import { openSource } from "./sources.ts";

/** Lines of a file around one of them. */
export interface LinesAround {
  /** The number of the first one, counted from 1. */
  readonly first: number;
  readonly lines: readonly string[];
  /** Which of several patterns finds something in the line itself, from 0; the first one where none does. */
  readonly pattern: number;
}

/** Patterns that are tried on a line to say which of them finds something there. */
const MOST_TRIED = 2000;

/** A longer line is cut where it is shown among others. */
const LONGEST_SHOWN = 100_000;

export class FilesSession {
  private run: FilesRun | null = null;

  /** Whether it came to its end. Rejects where the question has a fault, which the page looks for beforehand. */
  async search(question: FilesQuestion, files: readonly SearchedFile[], hear: (news: FilesNews) => Promise<void>): Promise<boolean> {
    await tablesFor(...question.patterns);
    this.run = new FilesRun(allOf(question), files, hear);
    return this.run.over();
  }

  cancel(): void {
    this.run?.cancel();
  }

  async save(question: FilesQuestion, files: readonly SearchedFile[], form: SavedForm): Promise<Saved> {
    await tablesFor(...question.patterns);
    return saving(allOf(question), files, form);
  }

  /** A line with those around it. */
  async around(file: SearchedFile, question: FilesQuestion, line: number, around: number): Promise<LinesAround> {
    const source = await openSource(file, question.encoding, () => {});
    const room = new LineRoom();
    const first = Math.max(1, line - around);
    const lines: string[] = [];
    let number = 1;
    try {
      for await (const { length } of stretchesOf(source, room)) {
        for (let start = 0; start < length && number <= line + around; number++) {
          const end = room.text().indexOf(LINE_FEED, start);
          if (number >= first) lines.push(decoder.decode(room.text().subarray(start, Math.min(end, start + LONGEST_SHOWN))));
          start = end + 1;
        }
        if (number > line + around) break;
      }
    } finally {
      source.close();
    }
    return { first, lines, pattern: patternIn(lines[line - first] ?? "", question) };
  }
}

function patternIn(line: string, { dialect, flags, patterns, part }: FilesQuestion): number {
  if (patterns.length < 2) return 0;
  const found = patterns.slice(0, MOST_TRIED).findIndex((pattern) => {
    const sifted = drained(siftSlices([read({ dialect, flags, pattern })], line, { keep: "matching", part, stepLimit: STEP_LIMIT }));
    return sifted.lines.length > 0;
  });
  return Math.max(0, found);
}

const LINE_FEED = 0x0a;
const decoder = new TextDecoder();

function allOf(question: FilesQuestion) {
  const asked = askedOf(question);
  if ("fault" in asked) throw new Error(question.patterns.length > 1 ? `pattern ${(asked.fault.pattern ?? 0) + 1}: ${asked.fault.words}` : asked.fault.words);
  return asked;
}

/** Where the lines of a file are read that are only looked at. */
class LineRoom {
  readonly kindOf = kindOf;
  private bytes = new Uint8Array(STRETCH);

  text(): Uint8Array {
    return this.bytes;
  }

  grow(keep: number): void {
    const larger = new Uint8Array(2 * this.bytes.length);
    larger.set(this.bytes.subarray(0, keep));
    this.bytes = larger;
  }
}
