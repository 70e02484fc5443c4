/** Enclosures that are open: lookarounds, atomic groups and possessive turns, each with what the machine held at entry. */
import { type Enclosure, FAILS } from "../program/program.ts";
import { NO_ROOM, roomFor } from "./room.ts";

/** Enclosure, saved states held at entry, offset at entry, length of the undo log at entry, call at entry, length of the log at the first choice or −1. */
const FRAME = 6;

export class OpenEnclosures {
  /** How many are open; the innermost is the last of them. */
  count = 0;
  /** Saved states held when the innermost was entered; −1 where none is open. */
  held = -1;
  private readonly enclosures: readonly Enclosure[];
  private frames = NO_ROOM;

  constructor(enclosures: readonly Enclosure[]) {
    this.enclosures = enclosures;
  }

  /** Opens one more: there are no more of them at once than the pattern nests. */
  enter(enclosure: number, states: number, at: number, changes: number, call: number): void {
    const frame = this.count++ * FRAME;
    let { frames } = this;
    if (frame + FRAME > frames.length) this.frames = frames = roomFor(frames, frame + FRAME) as Int32Array<ArrayBuffer>;
    frames[frame] = enclosure;
    frames[frame + 1] = states;
    frames[frame + 2] = at;
    frames[frame + 3] = changes;
    frames[frame + 4] = call;
    frames[frame + 5] = -1;
    this.held = states;
  }

  /** Leaves all but so many. */
  leaveTo(count: number): void {
    this.count = count;
    this.held = count > 0 ? this.states(count - 1) : -1;
  }

  enclosure(index: number): Enclosure {
    return this.enclosures[this.frames[index * FRAME] as number] as Enclosure;
  }

  /** Saved states held at entry. */
  states(index: number): number {
    return this.frames[index * FRAME + 1] as number;
  }

  /** Offset at entry. */
  at(index: number): number {
    return this.frames[index * FRAME + 2] as number;
  }

  /** Length of the undo log at entry. */
  changes(index: number): number {
    return this.frames[index * FRAME + 3] as number;
  }

  /** Notes that the innermost has come to a choice, with the length of the undo log. */
  noteChoice(changes: number): void {
    const place = (this.count - 1) * FRAME + 5;
    if (this.count > 0 && this.frames[place] === -1) this.frames[place] = changes;
  }

  /** The log is so long again: a choice come to after that is yet to come. */
  forgetChoice(changes: number): void {
    const place = (this.count - 1) * FRAME + 5;
    if (this.count > 0 && (this.frames[place] as number) > changes) this.frames[place] = -1;
  }

  /** Length of the undo log when it came to its first choice; so much as it is, where it has come to none. */
  firstChoice(index: number, changes: number): number {
    const noted = this.frames[index * FRAME + 5] as number;
    return noted < 0 ? changes : noted;
  }

  /** Leaves all but so many; returns how many saved states are held then, for what is saved inside is not come back to. */
  settle(count: number, states: number): number {
    if (this.count <= count) return states;
    this.leaveTo(count);
    return this.states(count);
  }

  /** Leaves those that hold more than so many states. */
  drop(held: number): void {
    while (this.held > held) this.leaveTo(this.count - 1);
  }

  /**
   * The innermost lookaround of a call, −1 where there is none. Of those that go on where they fail, only, where it is
   * asked so: through the others a verb acts on what is around them.
   */
  look(call: number, goingOn: boolean): number {
    for (let index = this.count - 1; index >= 0; index--) {
      if (this.frames[index * FRAME + 4] !== call) return -1;
      const { kind, failed } = this.enclosure(index);
      if (kind === "look" && (failed !== FAILS || !goingOn)) return index;
    }
    return -1;
  }
}
