/**
 * What the registers of groups held at every step, as changes: of programs whose captures outlast the way on which they
 * were made, so that they cannot be read back along the saved states.
 */

/** Step, register, value. */
const CHANGE = 3;
const FIRST_ROOM = 256 * CHANGE;
/** Changes between two copies of all registers. */
const COPY_EVERY = 1024;

export class RegisterTrace {
  private changes = new Int32Array(FIRST_ROOM);
  private count = 0;
  private readonly now: Int32Array;
  /** The registers before every so many changes. */
  private readonly copies: Int32Array[] = [];

  /** @param width registers that are followed, from the first on */
  constructor(width: number) {
    this.now = new Int32Array(width).fill(-1);
  }

  write(step: number, registers: Int32Array): void {
    const { now } = this;
    for (let register = 0; register < now.length; register++) {
      const value = registers[register] as number;
      if (now[register] === value) continue;
      if (this.count % COPY_EVERY === 0) this.copies.push(now.slice());
      now[register] = value;
      this.add(step, register, value);
    }
  }

  private add(step: number, register: number, value: number): void {
    const place = this.count++ * CHANGE;
    if (place + CHANGE > this.changes.length) {
      const grown = new Int32Array(2 * this.changes.length);
      grown.set(this.changes);
      this.changes = grown;
    }
    this.changes[place] = step;
    this.changes[place + 1] = register;
    this.changes[place + 2] = value;
  }

  /** The registers after a step. */
  at(step: number): Int32Array {
    let [low, high] = [0, this.count];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.changes[middle * CHANGE] as number) <= step) low = middle + 1;
      else high = middle;
    }
    // The changes before `low` have been made.
    const copy = Math.max(0, Math.floor((low - 1) / COPY_EVERY));
    const registers = this.copies[copy]?.slice() ?? new Int32Array(this.now.length).fill(-1);
    for (let i = copy * COPY_EVERY; i < low; i++) registers[this.changes[i * CHANGE + 1] as number] = this.changes[i * CHANGE + 2] as number;
    return registers;
  }

  get bytes(): number {
    return this.changes.byteLength + this.copies.length * this.now.byteLength;
  }
}
