/**
 * Records a run as it happens: three 32-bit numbers for each event, in chunks, and a checkpoint now and then.
 *
 * Twelve bytes an event are enough because the rest follows: the text offset before an event is the one after the
 * event before it; the saved states are a chain of the steps that saved them, each knowing the one below (`top`); and
 * captures are read back along that chain as far as the last checkpoint (reel.ts).
 */
import type { Recorder } from "../machine/events.ts";
import { KIND_MASK, Kind, MARKED } from "../machine/events.ts";
import type { Program } from "../program/program.ts";
import { RegisterTrace } from "./trace.ts";

const ROW_WIDTH = 3;
const CHUNK_BITS = 16;
const CHUNK_ROWS = 1 << CHUNK_BITS;
const CHUNK_MASK = CHUNK_ROWS - 1;

/** Rows between two checkpoints. Restoring a step reads at most about this many rows for each stretch of its past. */
const CHECKPOINT_ROWS = 4096;
/** Patterns with many groups have large checkpoints, and so fewer: this keeps them under a tenth of a byte an event. */
const ROWS_PER_REGISTER = 64;

/** In a checkpoint, before the registers. */
export const CHECKPOINT_HEAD = 4; // saved states held, offset where the attempt began, its first step, its furthest offset

export class ReelRecorder implements Recorder {
  readonly program: Program;
  /** Events recorded. */
  length = 0;
  /** Rows between two checkpoints: a power of two. */
  readonly interval: number;
  readonly checkpointWidth: number;
  private readonly chunks: Int32Array[] = [];
  private readonly checkpoints: Int32Array[] = [];
  private chunk = new Int32Array(0);
  private cursor = 0;
  private saved = 0;
  private attempt = 0;
  private attemptStep = 0;
  private reach = 0;
  private registers: Int32Array;
  /** All that captures were, where that cannot be read back along the chain; else null. */
  readonly trace: RegisterTrace | null;

  constructor(program: Program) {
    this.program = program;
    this.trace = program.capturesStay === null ? null : new RegisterTrace(3 * program.slots.length);
    this.checkpointWidth = CHECKPOINT_HEAD + 3 * program.slots.length;
    let interval = CHECKPOINT_ROWS;
    while (interval < this.checkpointWidth * ROWS_PER_REGISTER) interval *= 2;
    this.interval = interval;
    this.registers = new Int32Array(0);
  }

  /** The machine's registers, which checkpoints copy. */
  watch(registers: Int32Array): void {
    this.registers = registers;
  }

  write(to: number, word: number, top: number, saved: number, attempt: number): void {
    const step = this.length;
    if ((step & CHUNK_MASK) === 0) this.addChunk();
    if ((step & (this.interval - 1)) === 0) this.addCheckpoint();
    this.trace?.write(step, this.registers);
    const { chunk, cursor } = this;
    chunk[cursor] = to;
    chunk[cursor + 1] = word;
    chunk[cursor + 2] = top;
    this.cursor = cursor + ROW_WIDTH;
    this.length = step + 1;
    this.saved = saved;
    const kind = word & KIND_MASK;
    if (kind === Kind.Attempt) {
      this.attempt = this.reach = attempt;
      this.attemptStep = step;
    } else if (kind === Kind.Consume && to > this.reach) this.reach = to;
  }

  mark(): void {
    this.chunk[this.cursor - ROW_WIDTH + 1] = (this.chunk[this.cursor - ROW_WIDTH + 1] as number) | MARKED;
  }

  private addChunk(): void {
    this.chunk = new Int32Array(CHUNK_ROWS * ROW_WIDTH);
    this.chunks.push(this.chunk);
    this.cursor = 0;
  }

  private addCheckpoint(): void {
    const point = new Int32Array(this.checkpointWidth);
    point[0] = this.saved;
    point[1] = this.attempt;
    point[2] = this.attemptStep;
    point[3] = this.reach;
    point.set(this.registers.subarray(0, this.checkpointWidth - CHECKPOINT_HEAD), CHECKPOINT_HEAD);
    this.checkpoints.push(point);
  }

  /** Gives back what the last chunk has free; nothing is written after that. */
  finish(): void {
    if (this.chunks.length > 0) this.chunks[this.chunks.length - 1] = this.chunk = this.chunk.slice(0, this.cursor);
  }

  /** One number of a row: 0 offset, 1 kind and instruction, 2 newest saved state. */
  at(step: number, column: 0 | 1 | 2): number {
    return (this.chunks[step >> CHUNK_BITS] as Int32Array)[(step & CHUNK_MASK) * ROW_WIDTH + column] as number;
  }

  /** The state just before the first event of the stretch that the step lies in. */
  checkpoint(step: number): Int32Array {
    return this.checkpoints[Math.floor(step / this.interval)] as Int32Array;
  }

  /** Bytes held. */
  get bytes(): number {
    return this.chunks.reduce((sum, chunk) => sum + chunk.byteLength, 0) + this.checkpoints.length * this.checkpointWidth * 4 + (this.trace?.bytes ?? 0);
  }
}
