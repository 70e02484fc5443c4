/** The bytes of files on this machine: packed ones are unpacked as they are read. */
import { isAscii, isUtf8 } from "node:buffer";
import { closeSync, createReadStream, openSync, readSync } from "node:fs";
import { createGunzip } from "node:zlib";
import { type ByteSource, type BytesAre, type Encoding, MARK_LENGTH, markOf, StreamSource, withEncoding } from "@lamprey/core";
import { Decompress } from "fzstd";
import { STANDARD_INPUT } from "../json-lines.ts";

const NO_BYTES = new Uint8Array(0);

/** Throws where there is no such file, or it may not be read. */
export async function openSource(path: string, encoding: Encoding): Promise<ByteSource> {
  const packed = unpackerOf(path);
  const plain = path === STANDARD_INPUT ? new StreamSource(process.stdin) : packed ? new StreamSource(packed(path)) : new FileSource(path);
  return withEncoding(plain, encoding);
}

class FileSource implements ByteSource {
  readonly asIs = true;
  private readonly descriptor: number;

  constructor(path: string) {
    this.descriptor = openSync(path, "r");
  }

  read(into: Uint8Array): number {
    return readSync(this.descriptor, into, 0, into.length, null);
  }

  close(): void {
    closeSync(this.descriptor);
  }
}

/** The lines of a file that begin between two of its bytes. */
export class ShareSource implements ByteSource {
  readonly asIs = true;
  private readonly descriptor: number;
  private at: number;
  private readonly to: number;

  private constructor(descriptor: number, from: number, to: number) {
    this.descriptor = descriptor;
    this.at = from === 0 ? 0 : this.lineAfter(from - 1);
    this.to = to === Number.POSITIVE_INFINITY ? to : this.lineAfter(to - 1);
  }

  /** Null where a byte order mark says that the file has to be read from its beginning. */
  static open(path: string, from: number, to: number): ShareSource | null {
    const descriptor = openSync(path, "r");
    const begin = new Uint8Array(MARK_LENGTH);
    const length = readSync(descriptor, begin, 0, MARK_LENGTH, 0);
    if (!markOf(begin.subarray(0, length))) return new ShareSource(descriptor, from, to);
    closeSync(descriptor);
    return null;
  }

  read(into: Uint8Array): number {
    const length = readSync(this.descriptor, into, 0, Math.min(into.length, Math.max(0, this.to - this.at)), this.at);
    this.at += length;
    return length;
  }

  close(): void {
    closeSync(this.descriptor);
  }

  /** Where the line begins that comes behind the one in which the byte is; the file's end where there is none. */
  private lineAfter(byte: number): number {
    const room = new Uint8Array(LINE_ROOM);
    for (let at = byte; ; ) {
      const length = readSync(this.descriptor, room, 0, room.length, at);
      if (length === 0) return at;
      const found = room.subarray(0, length).indexOf(LINE_FEED);
      if (found >= 0) return at + found + 1;
      at += length;
    }
  }
}

const LINE_FEED = 0x0a;
/** Bytes in which the end of a line is looked for at once. */
const LINE_ROOM = 1 << 12;

/** By the ending of their name: what unpacks files while they are read. */
const UNPACKERS: Readonly<Record<string, (path: string) => AsyncIterable<Uint8Array>>> = {
  ".gz": (path) => {
    const unpacked = createGunzip();
    return createReadStream(path)
      .on("error", (error) => unpacked.destroy(error))
      .pipe(unpacked);
  },
  ".zst": unpackZstandard,
};

const unpackerOf = (path: string) => Object.entries(UNPACKERS).find(([ending]) => path.endsWith(ending))?.[1];

/** Whether a file is unpacked while it is read. */
export const isPacked = (path: string): boolean => unpackerOf(path) !== undefined;

async function* unpackZstandard(path: string): AsyncGenerator<Uint8Array> {
  const unpacked: Uint8Array[] = [];
  const decompress = new Decompress((chunk) => unpacked.push(chunk));
  for await (const chunk of createReadStream(path)) {
    decompress.push(chunk as Uint8Array);
    yield* unpacked.splice(0);
  }
  decompress.push(NO_BYTES, true);
  yield* unpacked;
}

/** What is known of some bytes. */
export const kindOf = (bytes: Uint8Array): BytesAre => (isAscii(bytes) ? "ascii" : isUtf8(bytes) ? "utf-8" : "other");
