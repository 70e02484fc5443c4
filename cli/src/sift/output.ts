/** Standard output, written at once: whoever reads it may close it at any time. */
import { writeSync } from "node:fs";

const STANDARD_OUTPUT = 1;
/** Bytes that are gathered before they are written. */
const GATHERED = 1 << 16;
/** Milliseconds before a reader that has no room is asked again. */
const PAUSE = 2;

/** Takes bytes from an offset on, and says how many; throws with the code EPIPE or EAGAIN as the host does. */
export type Sink = (bytes: Uint8Array, from: number) => number;

export class Output {
  /** Set where the reader wants no more. */
  closed = false;
  private readonly room = new Uint8Array(GATHERED);
  private used = 0;
  private readonly sink: Sink;

  constructor(sink: Sink = (bytes, from) => writeSync(STANDARD_OUTPUT, bytes, from)) {
    this.sink = sink;
  }

  text(text: string): void {
    this.bytes(Buffer.from(text));
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
