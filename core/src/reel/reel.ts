/**
 * A reel: one recorded run, which can be wound to any step without running it again.
 *
 * Two facts carry it. The machine is continuous, so an event's offset before is the last one's offset after. And what
 * a machine holds at a step is what the *live path* made: the events from there back to the start of the attempt,
 * where a resume jumps to the moment its state was saved and skips what was undone in between. Captures, the turns of
 * a repeated group, and who took what are all read off the live path.
 */

import { Kind } from "../machine/events.ts";
import type { MatchTable } from "../machine/matches.ts";
import { steppedMachine } from "../machine/stepped.ts";
import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import { drained, type Stop } from "../slices.ts";
import type { Node, Span } from "../syntax/tree.ts";
import { Blocks } from "./blocks.ts";
import { Captures, type Groups } from "./captures.ts";
import { type Iteration, LivePath, type OpenCall } from "./live-path.ts";
import { ReelRecorder } from "./recorder.ts";
import { type SavedState, SavedStates } from "./saved-states.ts";
import { type ReelEvent, Tape } from "./tape.ts";

/** Everything that holds at a step. */
export interface Frame extends ReelEvent {
  readonly node: Node;
  /** Captures of groups 1…n. */
  readonly captures: readonly (Span | null)[];
  /** For groups that are open: the offset where they were entered. */
  readonly opened: readonly (number | null)[];
  /** The furthest offset that this attempt has stood at so far. */
  readonly reach: number;
  /** Step at which this attempt began. */
  readonly attemptStep: number;
  /** For a resume, a give-up or a cut: the step that caused it. */
  readonly cause: number | null;
  /** For a resume: the step that saved the state. */
  readonly savedAt: number | null;
}

export interface ReelEnd {
  /** False where the recording stopped at its bound. */
  readonly complete: boolean;
  readonly steps: number;
  readonly attempts: number;
  readonly backtracks: number;
  /** The most saved states held at once. */
  readonly deepest: number;
  readonly matches: MatchTable;
  readonly bytes: number;
}

export interface RecordOptions {
  readonly mode: MatchMode;
  /** Offset at which the run starts. */
  readonly from?: number;
  /** The most events to record. */
  readonly eventLimit: number;
  readonly stop?: Stop;
}

/** Events recorded in one slice: about ten milliseconds, so that a newer request is noticed in time. */
const SLICE = 100_000;

/** Records a run in slices; each `next()` runs one more. The value returned at the end is the reel. */
export function* recordInSlices(program: Program, text: string, options: RecordOptions): Generator<number, Reel> {
  const recorder = new ReelRecorder(program);
  const blocks = new Blocks();
  const machine = steppedMachine(program, text, { mode: options.mode, from: options.from ?? 0, recorder });
  while (machine.steps < options.eventLimit && !machine.advance(Math.min(SLICE, options.eventLimit - machine.steps))) {
    blocks.extend(recorder, machine.steps);
    if (options.stop?.()) break;
    yield machine.steps;
  }
  recorder.finish();
  const steps = Math.min(machine.steps, options.eventLimit);
  blocks.extend(recorder, steps);
  blocks.finish();
  return new Reel(recorder, blocks, text, {
    complete: machine.outcome === "done" && machine.steps <= options.eventLimit,
    steps,
    attempts: machine.attempts,
    backtracks: machine.backtracks,
    deepest: machine.deepest,
    matches: machine.matches,
    bytes: recorder.bytes + blocks.bytes,
  });
}

/** Records a run at once. */
export function record(program: Program, text: string, options: RecordOptions): Reel {
  return drained(recordInSlices(program, text, options));
}

export class Reel extends Tape {
  readonly text: string;
  readonly end: ReelEnd;
  private readonly path: LivePath = new LivePath(this);
  private readonly groups: Captures = new Captures(this, this.path);
  private readonly saved: SavedStates = new SavedStates(this);

  constructor(rows: ReelRecorder, blocks: Blocks, text: string, end: ReelEnd) {
    super(rows, blocks, end.steps);
    this.text = text;
    this.end = end;
  }

  /** Everything that holds at a step. */
  frame(step: number): Frame {
    const kind = this.kind(step);
    const { saved, attempt, attemptStep, reach } = this.tally(step);
    const backtracked = kind === Kind.Resume || kind === Kind.GiveUp;
    return {
      ...this.event(step),
      saved,
      attempt,
      attemptStep,
      reach,
      node: this.node(step),
      ...this.captures(step),
      cause: backtracked ? step - 1 : null,
      savedAt: kind === Kind.Resume ? this.savedBy(step) : null,
    };
  }

  /** Captures, and groups that are open, after a step. */
  captures(step: number): Groups {
    return this.groups.at(step);
  }

  /** Whether the event sets or clears the group's capture (any group's, where none is named). */
  changesCapture(step: number, group?: number): boolean {
    return this.groups.changes(step, group);
  }

  /** The live path from a step back to the start of its attempt, newest first. */
  livePath(step: number): Generator<number> {
    return this.path.from(step);
  }

  /** The calls that are under way after a step, the innermost first. See `LivePath.calls`. */
  calls(step: number): { readonly calls: readonly OpenCall[]; readonly whole: boolean } {
    return this.path.calls(step);
  }

  /** What a group took in each of its iterations up to a step, the oldest first. See `LivePath.turns`. */
  turns(group: number, step: number, limit: number): Iteration[] {
    return this.path.turns(group, step, limit);
  }

  /** The saved states held after a step, newest first, from the one numbered `skip` on. */
  savedStates(step: number, skip: number, count: number): SavedState[] {
    return this.saved.at(step, skip, count);
  }
}
