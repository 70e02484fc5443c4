/** A file in stretches of whole lines, written where the search reads them. */
import type { BytesAre } from "./line-search.ts";

/** The bytes of a file as UTF-8, from its first to its last. */
export interface ByteSource {
  /** Writes the next bytes into the room that is given, and says how many; 0 at the end. Throws where the file cannot be read on. */
  read(into: Uint8Array): number | Promise<number>;
  close(): void;
  /** Whether the bytes are those of the file itself: it was neither unpacked nor written anew in another encoding. */
  readonly asIs: boolean;
}

/** Bytes that are read at once; a line that is longer is not parted. */
export const STRETCH = 1 << 18;
/** A longer line is none that a person wrote, and would take the memory of many files. */
export const LONGEST_LINE = 1 << 26;

export interface Stretch {
  /** Bytes of it; the last one is a line feed, which the file may lack at its end. */
  readonly length: number;
  readonly are: BytesAre;
  /** Whether the file's last line ended without a line feed, which was put behind it. */
  readonly added: boolean;
}

/** Where lines are read, and what makes more room for one that is longer. */
export interface Room {
  text(): Uint8Array;
  /** Makes more room, with what stands in the first bytes; throws where a line is too long. */
  grow(keep: number): void;
  /** What is known of some bytes: hosts have fast ways to tell. */
  kindOf(bytes: Uint8Array): BytesAre;
}

const LINE_FEED = 0x0a;

/** Reads the source to its end. A stretch is to be done with before the next one is asked for. */
export async function* stretchesOf(source: ByteSource, room: Room): AsyncGenerator<Stretch> {
  let left = 0;
  for (;;) {
    // One byte is kept free for a line feed that the last line may lack.
    if (left >= room.text().length - 1) room.grow(left);
    const text = room.text();
    // However much room a long line has made, so many lines at most are searched at once.
    const read = source.read(text.subarray(left, Math.min(text.length - 1, left + STRETCH)));
    const length = typeof read === "number" ? read : await read;
    if (length === 0) break;
    const have = left + length;
    const end = text.subarray(0, have).lastIndexOf(LINE_FEED) + 1;
    if (end > 0) {
      yield { length: end, are: room.kindOf(text.subarray(0, end)), added: false };
      text.copyWithin(0, end, have);
    }
    left = have - end;
  }
  if (left === 0) return;
  const text = room.text();
  text[left] = LINE_FEED;
  yield { length: left + 1, are: room.kindOf(text.subarray(0, left)), added: true };
}
