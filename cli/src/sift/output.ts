/** Standard output, written at once: whoever reads it may close it at any time. */
import { writeSync } from "node:fs";

const STANDARD_OUTPUT = 1;
/** Bytes that are gathered before they are written. */
const GATHERED = 1 << 16;
/** Bytes of a UTF-16 code unit in UTF-8, at most. */
const MOST_BYTES = 3;
const MOST_DIGITS = 16;
const ZERO = 0x30;
/** Milliseconds before a reader that has no room is asked again. */
const PAUSE = 2;

/** Takes bytes from an offset on, and says how many; throws with the code EPIPE or EAGAIN as the host does. */
export type Sink = (bytes: Uint8Array, from: number) => number;

export class Output {
  /** Set where the reader wants no more. */
  closed = false;
  private readonly room = Buffer.alloc(GATHERED);
  private used = 0;
  private readonly sink: Sink;

  constructor(sink: Sink = (bytes, from) => writeSync(STANDARD_OUTPUT, bytes, from)) {
    this.sink = sink;
  }

  text(text: string): void {
    if (this.used + text.length * MOST_BYTES > GATHERED) this.flush();
    if (text.length * MOST_BYTES > GATHERED) this.write(Buffer.from(text));
    else this.used += this.room.write(text, this.used);
  }

  /** A number of at most fifteen digits, and a sign behind it. */
  number(value: number, sign: string): void {
    if (this.used + MOST_DIGITS > GATHERED) this.flush();
    let at = this.used;
    for (let rest = value; rest >= 10; rest = Math.floor(rest / 10)) at++;
    const end = at + 1;
    for (let rest = value; at >= this.used; rest = Math.floor(rest / 10)) this.room[at--] = ZERO + (rest % 10);
    this.used = end;
    this.text(sign);
  }

  bytes(bytes: Uint8Array): void {
    if (this.used + bytes.length > GATHERED) this.flush();
    if (bytes.length > GATHERED) this.write(bytes);
    else {
      this.room.set(bytes, this.used);
      this.used += bytes.length;
    }
  }

  flush(): void {
    this.write(this.room.subarray(0, this.used));
    this.used = 0;
  }

  private write(bytes: Uint8Array): void {
    for (let at = 0; at < bytes.length && !this.closed; ) {
      try {
        at += this.sink(bytes, at);
      } catch (error) {
        const { code } = error as { readonly code?: unknown };
        // A reader that takes no more is no error: `head` has what it wanted.
        if (code === "EPIPE") this.closed = true;
        else if (code === "EAGAIN") Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, PAUSE);
        else throw error;
      }
    }
  }
}
