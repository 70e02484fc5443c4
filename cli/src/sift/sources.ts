/** The bytes of a file, as UTF-8: packed files are unpacked, and other encodings written anew, as they are read. */
import { closeSync, createReadStream, openSync, readSync } from "node:fs";
import { createGunzip } from "node:zlib";
import { Decompress } from "fzstd";

/** `auto`: UTF-8, or UTF-16 where a byte order mark says so. */
export type Encoding = "auto" | "latin1";

export interface ByteSource {
  /** Writes the next bytes into the room that is given, and says how many; 0 at the end. Throws where the file cannot be read on. */
  read(into: Uint8Array): number | Promise<number>;
  close(): void;
  /** Whether the bytes are those of the file, from its first to its last. */
  readonly asIs: boolean;
}

/** The path that stands for standard input. */
export const STANDARD_INPUT = "-";

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

class StreamSource implements ByteSource {
  readonly asIs = false;
  private readonly chunks: AsyncIterator<Uint8Array>;
  private left: Uint8Array = NO_BYTES;

  constructor(chunks: AsyncIterable<Uint8Array>) {
    this.chunks = chunks[Symbol.asyncIterator]();
  }

  async read(into: Uint8Array): Promise<number> {
    while (this.left.length === 0) {
      const { value, done } = await this.chunks.next();
      if (done) return 0;
      this.left = value;
    }
    const taken = this.left.subarray(0, into.length);
    into.set(taken);
    this.left = this.left.subarray(taken.length);
    return taken.length;
  }

  close(): void {
    void this.chunks.return?.();
  }
}

const NO_BYTES = new Uint8Array(0);

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

/** Bytes that are read before the encoding is known. */
const MARK_LENGTH = 3;
/** Bytes of another encoding that are written anew at once. */
const RECODED = 1 << 16;

/** By their byte order marks. */
const MARKS: readonly (readonly [mark: readonly number[], encoding: string])[] = [
  [[0xef, 0xbb, 0xbf], "utf-8"],
  [[0xff, 0xfe], "utf-16le"],
  [[0xfe, 0xff], "utf-16be"],
];

const markOf = (begin: Uint8Array): (typeof MARKS)[number] | undefined =>
  MARKS.find(([bytes]) => bytes.length <= begin.length && bytes.every((byte, i) => begin[i] === byte));

async function withEncoding(source: ByteSource, encoding: Encoding): Promise<ByteSource> {
  if (encoding === "latin1") return new RecodedSource(source, "latin1");
  const begin = new Uint8Array(MARK_LENGTH);
  let length = 0;
  for (let read = -1; read !== 0 && length < MARK_LENGTH; length += read) read = await source.read(begin.subarray(length));
  const [mark, marked] = markOf(begin.subarray(0, length)) ?? [[], "utf-8"];
  const rest = new JoinedSource(begin.subarray(mark.length, length), source, source.asIs && mark.length === 0);
  return marked === "utf-8" ? rest : new RecodedSource(rest, marked);
}

/** Bytes that were read before, and what comes after them. */
class JoinedSource implements ByteSource {
  readonly asIs: boolean;
  private before: Uint8Array;
  private readonly source: ByteSource;

  constructor(before: Uint8Array, source: ByteSource, asIs: boolean) {
    this.asIs = asIs;
    this.before = before;
    this.source = source;
  }

  read(into: Uint8Array): number | Promise<number> {
    if (this.before.length === 0) return this.source.read(into);
    const taken = this.before.subarray(0, into.length);
    into.set(taken);
    this.before = this.before.subarray(taken.length);
    return taken.length;
  }

  close(): void {
    this.source.close();
  }
}

/** Bytes of another encoding as UTF-8. */
class RecodedSource implements ByteSource {
  readonly asIs = false;
  private readonly source: ByteSource;
  private readonly decode: (bytes: Uint8Array, more: boolean) => string;
  private readonly room = new Uint8Array(RECODED);
  private left: Uint8Array = NO_BYTES;

  constructor(source: ByteSource, encoding: string) {
    this.source = source;
    const decoder = encoding === "latin1" ? null : new TextDecoder(encoding);
    this.decode = decoder ? (bytes, more) => decoder.decode(bytes, { stream: more }) : (bytes) => Buffer.from(bytes).toString("latin1");
  }

  async read(into: Uint8Array): Promise<number> {
    while (this.left.length === 0) {
      const length = await this.source.read(this.room);
      this.left = Buffer.from(this.decode(this.room.subarray(0, length), length > 0));
      if (length === 0 && this.left.length === 0) return 0;
    }
    const taken = this.left.subarray(0, into.length);
    into.set(taken);
    this.left = this.left.subarray(taken.length);
    return taken.length;
  }

  close(): void {
    this.source.close();
  }
}
