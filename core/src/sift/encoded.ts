/** The bytes of files in several encodings as UTF-8: other encodings are written anew as they are read. */
import { host } from "../machine/host.ts";
import type { ByteSource } from "./stretches.ts";

/** `auto`: UTF-8, or UTF-16 where a byte order mark says so. */
export type Encoding = "auto" | "latin1";

/** Bytes that are read before the encoding is known. */
export const MARK_LENGTH = 3;
/** Bytes of another encoding that are written anew at once. */
const RECODED = 1 << 16;

const NO_BYTES = new Uint8Array(0);

/** By their byte order marks. */
const MARKS: readonly (readonly [mark: readonly number[], encoding: string])[] = [
  [[0xef, 0xbb, 0xbf], "utf-8"],
  [[0xff, 0xfe], "utf-16le"],
  [[0xfe, 0xff], "utf-16be"],
];

/** The byte order mark that a file begins with, by its first bytes. */
export const markOf = (begin: Uint8Array): (typeof MARKS)[number] | undefined =>
  MARKS.find(([bytes]) => bytes.length <= begin.length && bytes.every((byte, i) => begin[i] === byte));

/** The source as UTF-8, without its byte order mark. */
export async function withEncoding(source: ByteSource, encoding: Encoding): Promise<ByteSource> {
  const asUtf8 = (own: ByteSource, recode: Recode) => new StreamSource(recoded(own, recode), { closed: () => source.close() });
  if (encoding === "latin1") return asUtf8(source, fromLatin1);
  const begin = new Uint8Array(MARK_LENGTH);
  let length = 0;
  for (let read = -1; read !== 0 && length < MARK_LENGTH; length += read) read = await source.read(begin.subarray(length));
  const [mark, marked] = markOf(begin.subarray(0, length)) ?? [[], "utf-8"];
  const rest = new JoinedSource(begin.subarray(mark.length, length), source, source.asIs && mark.length === 0);
  return marked === "utf-8" ? rest : asUtf8(rest, decoding(marked));
}

/** Bytes out of chunks that arrive one after the other: of a stream, or of what unpacks one. */
export class StreamSource implements ByteSource {
  readonly asIs: boolean;
  private readonly chunks: AsyncIterator<Uint8Array>;
  private readonly closed: () => void;
  private left: Uint8Array = NO_BYTES;

  /** @param closed is called when nothing more is read */
  constructor(chunks: AsyncIterable<Uint8Array>, { asIs = false, closed = () => {} }: { readonly asIs?: boolean; readonly closed?: () => void } = {}) {
    this.chunks = chunks[Symbol.asyncIterator]();
    this.asIs = asIs;
    this.closed = closed;
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
    this.closed();
  }
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

/** Writes some bytes as UTF-8; `more` says that others follow. */
type Recode = (bytes: Uint8Array, more: boolean) => Uint8Array;

function decoding(encoding: string): Recode {
  const decoder = new host.TextDecoder(encoding);
  const encoder = new host.TextEncoder();
  return (bytes, more) => encoder.encode(decoder.decode(bytes, { stream: more }));
}

/** ISO 8859-1: each byte is the code point of its number. */
function fromLatin1(bytes: Uint8Array): Uint8Array {
  const written = new Uint8Array(2 * bytes.length);
  let at = 0;
  for (const byte of bytes) {
    if (byte < 0x80) written[at++] = byte;
    else {
      written[at++] = 0xc0 | (byte >> 6);
      written[at++] = 0x80 | (byte & 0x3f);
    }
  }
  return written.subarray(0, at);
}

/** The bytes of another encoding, written anew piece by piece. */
async function* recoded(source: ByteSource, recode: Recode): AsyncGenerator<Uint8Array> {
  const room = new Uint8Array(RECODED);
  for (let length = -1; length !== 0; ) {
    length = await source.read(room);
    yield recode(room.subarray(0, length), length > 0);
  }
}
