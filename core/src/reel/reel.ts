/**
 * A reel: one recorded run, which can be wound to any step without running it again.
 *
 * Two facts carry it. The machine is continuous, so an event's offset before is the last one's offset after. And what
 * a machine holds at a step is what the *live path* made: the events from there back to the start of the attempt,
 * where a resume jumps to the moment its state was saved and skips what was undone in between. Captures, the turns of
 * a repeated group, and who took what are all read off the live path.
 */

import { BacktrackingMachine } from "../machine/backtracking.ts";
import { CLEARED, EVENT_KINDS, type EventKind, KIND_MASK, Kind, PC_MASK, PC_SHIFT } from "../machine/events.ts";
import type { MatchTable } from "../machine/matches.ts";
import { between } from "../machine/stacks.ts";
import { Op } from "../program/operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, openRegister, type Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import { drained, type Stop } from "../slices.ts";
import type { Node, Span } from "../syntax/tree.ts";
import { BLOCK, Blocks, savedAfter } from "./blocks.ts";
import { CHECKPOINT_HEAD, ReelRecorder } from "./recorder.ts";

/** One event as contract and interface see it. Offsets are UTF-16 code units. */
export interface ReelEvent {
  readonly step: number;
  readonly kind: EventKind;
  /** Span of the pattern that acts. */
  readonly start: number;
  readonly end: number;
  /** Text offset before and after. */
  readonly at: number;
  readonly to: number;
  /** Saved states held after the event. */
  readonly saved: number;
  /** Text offset at which this attempt began. */
  readonly attempt: number;
}

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

export interface SavedState {
  /** Step that saved it. */
  readonly step: number;
  /** Text offset to which it goes back. */
  readonly at: number;
  /** What would be tried next. */
  readonly node: Node;
  readonly way: SavedWay;
  readonly fate: Fate;
}

/** What became of a saved state, and at which step; `open` where the reel ends before that is known. */
export interface Fate {
  readonly kind: "taken-up" | "thrown-away" | "not-needed" | "open";
  readonly step: number;
}

/** What a saved state would do: the next alternative, no more of a greedy quantifier, or one more of a lazy one. */
export type SavedWay = "alternative" | "stop" | "more";

/** A part of the pattern and the text that it holds, on the live path. */
export interface Taken extends Span {
  readonly step: number;
  readonly node: Node;
}

/** A call that is under way. */
export interface OpenCall {
  readonly step: number;
  readonly node: Node;
  /** Offset where it was entered. */
  readonly at: number;
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

/** Steps of a live path that are gone back for the calls around one. */
const MOST_GONE_BACK = 200_000;

/** Events recorded in one slice: about ten milliseconds, so that a newer request is noticed in time. */
const SLICE = 100_000;

/** Records a run in slices; each `next()` runs one more. The value returned at the end is the reel. */
export function* recordInSlices(program: Program, text: string, options: RecordOptions): Generator<number, Reel> {
  const recorder = new ReelRecorder(program);
  const blocks = new Blocks();
  const machine = new BacktrackingMachine(program, text, { mode: options.mode, from: options.from ?? 0, recorder });
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

export class Reel {
  readonly program: Program;
  readonly text: string;
  readonly end: ReelEnd;
  /** What stretches of the reel hold. */
  readonly blocks: Blocks;
  private readonly rows: ReelRecorder;

  constructor(rows: ReelRecorder, blocks: Blocks, text: string, end: ReelEnd) {
    this.program = rows.program;
    this.rows = rows;
    this.blocks = blocks;
    this.text = text;
    this.end = end;
  }

  /** The pattern as written. */
  get source(): string {
    return this.program.source.pattern;
  }

  /** Whether the item that acts reads the text from right to left. */
  readsBackwards(step: number): boolean {
    const op = this.operation(this.pc(step));
    return op === Op.UnitBack || op === Op.SetBack || op === Op.SetPointBack;
  }

  /** Whether the event is the mismatch of a pattern that is through before the end of a text it was to cover. */
  endsShort(step: number): boolean {
    return this.kind(step) === Kind.Mismatch && this.operation(this.pc(step)) === Op.Match;
  }

  /** For a save at an alternation: the alternative that was saved. */
  nextWay(step: number): Node | undefined {
    return this.program.resumes.get(this.pc(step));
  }

  /** Number of events; steps run from 0 up to but not including it. */
  get length(): number {
    return this.end.steps;
  }

  kind(step: number): number {
    return this.rows.at(step, 1) & KIND_MASK;
  }

  /** The instruction that an event is of; for a resume, where the machine goes on. */
  pc(step: number): number {
    return (this.rows.at(step, 1) >> PC_SHIFT) & PC_MASK;
  }

  private operation(pc: number): number {
    return this.program.code[pc * INSTRUCTION_WIDTH] as number;
  }

  /** The slot that an instruction closes; 0 where it only takes back what another one holds. */
  private closes(pc: number): number {
    return this.operation(pc) === Op.Balance ? (this.program.code[pc * INSTRUCTION_WIDTH + 2] as number) : this.operand(pc);
  }

  private operand(pc: number): number {
    return this.program.code[pc * INSTRUCTION_WIDTH + 1] as number;
  }

  /** Step of the newest saved state held after the event, −1 where none is held. */
  top(step: number): number {
    return step < 0 ? -1 : this.rows.at(step, 2);
  }

  /** The step whose saved state a resume takes up. */
  savedBy(resume: number): number {
    return this.top(resume - 1);
  }

  /** Text offset after the event. */
  offset(step: number): number {
    let i = step;
    // A cut keeps in its place how many saved states are left; the machine stands where it stood.
    while (this.kind(i) === Kind.Cut) i--;
    return this.rows.at(i, 0);
  }

  /** Text offset before the event. */
  offsetBefore(step: number): number {
    return step === 0 || this.kind(step) === Kind.Attempt ? this.offset(step) : this.offset(step - 1);
  }

  /** The part of the pattern that acts in the event. */
  node(step: number): Node {
    switch (this.kind(step)) {
      case Kind.Attempt:
      case Kind.Match:
      case Kind.GiveUp:
        return this.program.root;
      case Kind.Resume: {
        const choice = this.pc(this.savedBy(step));
        return this.program.resumes.get(choice) ?? (this.program.nodes[choice] as Node);
      }
      default:
        return this.program.nodes[this.pc(step)] as Node;
    }
  }

  /** The instruction that acts: for a resume, the one that saved the state. */
  actingInstruction(step: number): number {
    return this.kind(step) === Kind.Resume ? this.pc(this.savedBy(step)) : this.pc(step);
  }

  /** Says of a step whether something within the part of the pattern acts. */
  actsIn({ start, end }: Span): (step: number) => boolean {
    const within = (node: Node): boolean => node.start >= start && node.end <= end;
    const { nodes, resumes } = this.program;
    const acts = Uint8Array.from(nodes, (node) => Number(within(node)));
    const resumed = Uint8Array.from(nodes, (node, pc) => Number(within(resumes.get(pc) ?? node)));
    return (step) => {
      const kind = this.kind(step);
      if (kind === Kind.Attempt || kind === Kind.Match || kind === Kind.GiveUp) return false;
      return (kind === Kind.Resume ? resumed[this.pc(this.savedBy(step))] : acts[this.pc(step)]) === 1;
    };
  }

  get attemptCount(): number {
    return this.blocks.attempts.length;
  }

  /** The number, from 0, of the attempt that a step lies in. */
  attemptAt(step: number): number {
    return this.blocks.attempts.lastUpTo(step);
  }

  /** The first step of an attempt. */
  attemptStep(attempt: number): number {
    return this.blocks.attempts.at(attempt);
  }

  get matchCount(): number {
    return this.blocks.matches.length;
  }

  /** The step at which the match numbered from 0 was found. */
  matchStep(match: number): number {
    return this.blocks.matches.at(match);
  }

  /** Saved states held after an event. */
  savedAt(step: number): number {
    const block = Math.floor(step / BLOCK);
    let saved = this.blocks.before.at(block);
    for (let i = block * BLOCK; i <= step; i++) saved = savedAfter(this.kind(i), saved, this.rows.at(i, 0));
    return saved;
  }

  /**
   * What becomes, after a step, of the `held` states that are saved then, newest first, one after the other: an older one
   * is never come back to before a newer one is settled, so all of them are found in one pass.
   */
  private *fates(step: number, held: number): Generator<Fate> {
    const last = this.length - 1;
    let i = step + 1;
    for (let below = held - 1; below >= 0; below--) {
      i = this.firstHolding(below, i);
      if (i > last) break;
      const kind = this.kind(i);
      if (kind === Kind.Resume) yield { kind: "taken-up", step: i };
      else yield kind === Kind.Cut ? { kind: "thrown-away", step: i } : { kind: "not-needed", step: i - 1 };
    }
    const end: Fate = { kind: this.kind(last) === Kind.Match ? "not-needed" : "open", step: last };
    for (;;) yield end;
  }

  /** The first step from `from` on after which at most so many states are saved; the reel's length where there is none. */
  private firstHolding(most: number, from: number): number {
    const { blocks } = this;
    for (let i = from; i < this.length; ) {
      const block = Math.floor(i / BLOCK);
      const end = Math.min(this.length, (block + 1) * BLOCK);
      if (blocks.fewest.at(block) <= most) {
        for (let saved = this.savedAt(i - 1); i < end; i++) {
          saved = savedAfter(this.kind(i), saved, this.rows.at(i, 0));
          if (saved <= most) return i;
        }
      }
      i = end;
    }
    return this.length;
  }

  private span(step: number): Span {
    const kind = this.kind(step);
    const whole = kind === Kind.Attempt || kind === Kind.Match || kind === Kind.GiveUp;
    return whole ? { start: 0, end: this.source.length } : this.node(step);
  }

  /** Saved states held, where the attempt began, and how far it reached: counted on from the last checkpoint. */
  private tally(step: number): { saved: number; attempt: number; attemptStep: number; reach: number } {
    const first = step - (step % this.rows.interval);
    const point = this.rows.checkpoint(step);
    let [saved, attempt, attemptStep, reach] = point as unknown as [number, number, number, number];
    for (let i = first; i <= step; i++) {
      switch (this.kind(i)) {
        case Kind.Attempt:
          saved = 0;
          attempt = reach = this.rows.at(i, 0);
          attemptStep = i;
          break;
        case Kind.Consume:
          reach = Math.max(reach, this.rows.at(i, 0));
          break;
        case Kind.Save:
          saved++;
          break;
        case Kind.Resume:
          saved--;
          break;
        case Kind.Cut:
          saved = this.rows.at(i, 0);
          break;
      }
    }
    return { saved, attempt, attemptStep, reach };
  }

  /** The furthest offset that each attempt stood at, in one pass: to ask each step for its own takes far longer. */
  reaches(): Float64Array {
    const reaches = new Float64Array(this.attemptCount);
    let attempt = -1;
    for (let step = 0; step < this.length; step++) {
      const kind = this.kind(step);
      if (kind === Kind.Attempt) reaches[++attempt] = this.rows.at(step, 0);
      else if (kind === Kind.Consume && this.rows.at(step, 0) > (reaches[attempt] as number)) reaches[attempt] = this.rows.at(step, 0);
    }
    return reaches;
  }

  /** The event at a step. */
  event(step: number): ReelEvent {
    const { start, end } = this.span(step);
    const { saved, attempt } = this.tally(step);
    const kind = EVENT_KINDS[this.kind(step)] as EventKind;
    return { step, kind, start, end, at: this.offsetBefore(step), to: this.offset(step), saved, attempt };
  }

  /** The events of a window, counted on from its start: cheaper than one by one. */
  *events(from: number, count: number): Generator<ReelEvent> {
    const last = Math.min(from + count, this.length);
    if (from >= last) return;
    let { saved, attempt } = this.event(from);
    for (let step = from; step < last; step++) {
      const kind = this.kind(step);
      if (step > from) {
        if (kind === Kind.Attempt) saved = 0;
        if (kind === Kind.Attempt) attempt = this.offset(step);
        if (kind === Kind.Save) saved++;
        if (kind === Kind.Resume) saved--;
        if (kind === Kind.Cut) saved = this.rows.at(step, 0);
      }
      const { start, end } = this.span(step);
      const name = EVENT_KINDS[kind] as EventKind;
      yield { step, kind: name, start, end, at: this.offsetBefore(step), to: this.offset(step), saved, attempt };
    }
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

  /** The groups that an event's loop clears, first and one past the last. */
  private cleared(step: number): readonly [number, number] {
    const loop = this.program.loops[this.operand(this.pc(step))];
    return !loop ? [0, 0] : loop.cleared > 0 ? [loop.cleared, loop.cleared + 1] : [loop.clearFrom, loop.clearTo];
  }

  /**
   * Captures, and groups that are open, after a step: read back along the live path until every group is settled, the
   * attempt's start is reached, or a checkpoint settles the rest.
   */
  captures(step: number): { captures: (Span | null)[]; opened: (number | null)[] } {
    if (this.program.stackRegister >= 0) return this.stackedCaptures(step);
    if (this.rows.trace) return this.tracedCaptures(this.rows.trace.at(step));
    const count = this.program.slots.length;
    const captures: (Span | null | undefined)[] = new Array(count).fill(undefined);
    const opened: (number | null | undefined)[] = new Array(count).fill(undefined);
    /** Ends of captures whose start is still to be found. */
    const ends: (number | undefined)[] = new Array(count).fill(undefined);
    let unsettled = 2 * count;
    const settleCapture = (g: number, value: Span | null) => {
      if (captures[g] !== undefined) return;
      captures[g] = value;
      unsettled--;
    };
    const settleOpen = (g: number, value: number | null) => {
      if (opened[g] !== undefined) return;
      opened[g] = value;
      unsettled--;
    };
    const closeFrom = (g: number, start: number) => {
      const end = ends[g];
      if (end === undefined || captures[g] !== undefined) return;
      settleCapture(g, { start: Math.min(start, end), end: Math.max(start, end) });
    };
    let i = step;
    while (unsettled > 0) {
      const kind = this.kind(i);
      if (kind === Kind.Attempt) break;
      if (kind === Kind.Return) {
        // What was captured inside of a call is forgotten: it is as it was where the call was entered.
        i = this.before(this.entered(i));
        continue;
      }
      if ((this.rows.at(i, 1) & CLEARED) !== 0) {
        const [from, to] = this.cleared(i);
        for (let g = from; g < to; g++) {
          if (ends[g - 1] === undefined) settleCapture(g - 1, null);
        }
      }
      if (kind === Kind.Open) {
        const g = this.operand(this.pc(i)) - 1;
        const start = this.rows.at(i, 0);
        closeFrom(g, start);
        settleOpen(g, start);
      } else if (kind === Kind.Close) {
        const g = this.operand(this.pc(i)) - 1;
        settleOpen(g, null);
        if (captures[g] === undefined && ends[g] === undefined) ends[g] = this.rows.at(i, 0);
      }
      if (i % this.rows.interval === 0) {
        const point = this.rows.checkpoint(i);
        for (let g = 0; g < count; g++) {
          const entered = point[CHECKPOINT_HEAD + openRegister(g + 1, count)] as number;
          const start = point[CHECKPOINT_HEAD + captureRegister(g + 1)] as number;
          const end = point[CHECKPOINT_HEAD + captureRegister(g + 1) + 1] as number;
          closeFrom(g, entered);
          settleOpen(g, entered < 0 ? null : entered);
          settleCapture(g, start < 0 ? null : { start, end });
        }
        break;
      }
      i = this.before(i);
    }
    return { captures: captures.map((c) => c ?? null), opened: opened.map((o) => o ?? null) };
  }

  /** The same from what the registers held. */
  private tracedCaptures(registers: Int32Array): { captures: (Span | null)[]; opened: (number | null)[] } {
    const { slots } = this.program;
    const held = (register: number): number | null => ((registers[register] as number) < 0 ? null : (registers[register] as number));
    const captures = slots.map((_, i) => {
      const [start, end] = [held(captureRegister(i + 1)), held(captureRegister(i + 1) + 1)];
      return start === null || end === null ? null : { start, end };
    });
    return { captures, opened: slots.map((_, i) => held(openRegister(i + 1, slots.length))) };
  }

  /** The same where groups take back what others captured: the live path is gone along from the attempt's start. */
  private stackedCaptures(step: number): { captures: (Span | null)[]; opened: (number | null)[] } {
    const { slots } = this.program;
    const stacks: Span[][] = slots.map(() => []);
    const opened: (number | null)[] = slots.map(() => null);
    const path: number[] = [];
    for (const i of this.livePath(step)) if (this.kind(i) === Kind.Open || this.kind(i) === Kind.Close) path.push(i);
    for (const i of path.reverse()) {
      const pc = this.pc(i);
      const at = this.rows.at(i, 0);
      const slot = this.closes(pc);
      if (this.kind(i) === Kind.Open) {
        opened[slot - 1] = at;
        continue;
      }
      const taken = this.operation(pc) === Op.Balance ? stacks[this.operand(pc) - 1]?.pop() : undefined;
      if (slot === 0) continue;
      const start = opened[slot - 1] ?? at;
      const whole = { start: Math.min(start, at), end: Math.max(start, at) };
      stacks[slot - 1]?.push(taken ? between(whole.start, whole.end, taken) : whole);
      opened[slot - 1] = null;
    }
    return { captures: stacks.map((stack) => stack.at(-1) ?? null), opened };
  }

  /**
   * The step before this one on the live path. A resume goes back to just before its state was saved; a lookaround
   * whose inside has failed or was not wanted goes back to where it was entered.
   */
  private before(step: number): number {
    const kind = this.kind(step);
    if (kind === Kind.Resume) return this.savedBy(step) - 1;
    if (kind !== Kind.Leave && kind !== Kind.Mismatch) return step - 1;
    const pc = this.pc(step);
    if (this.operation(pc) !== Op.Leave) return step - 1;
    const look = this.operand(pc);
    // Only a mismatch right before says that the inside had failed, or a verb.
    if (kind === Kind.Leave && this.kind(step - 1) !== Kind.Mismatch && this.operation(this.pc(step - 1)) !== Op.Act) return step - 1;
    let i = step - 1;
    // A lookaround is not entered again inside itself, so the newest entry is its own.
    while (this.kind(i) !== Kind.Enter || this.operand(this.pc(i)) !== look) i--;
    return i;
  }

  /** The step at which the call was entered that a step leaves. */
  private entered(left: number): number {
    let inside = 1;
    let i = left;
    while (inside > 0) {
      i = this.before(i);
      if (this.kind(i) === Kind.Return) inside++;
      if (this.kind(i) === Kind.Call) inside--;
    }
    return i;
  }

  /** The live path from a step back to the start of its attempt, newest first. */
  *livePath(step: number): Generator<number> {
    let i = step;
    for (;;) {
      yield i;
      if (this.kind(i) === Kind.Attempt) return;
      i = this.before(i);
    }
  }

  /**
   * The calls that are under way after a step, the innermost first: the step at which each was entered, what calls, and
   * where. Of a path that is longer than is gone back, those that were found; `whole` says whether that is all of them.
   */
  calls(step: number): { readonly calls: readonly OpenCall[]; readonly whole: boolean } {
    const calls: OpenCall[] = [];
    if (this.program.callRegister < 0) return { calls, whole: true };
    let gone = 0;
    for (let i = step; this.kind(i) !== Kind.Attempt; ) {
      if (++gone > MOST_GONE_BACK) return { calls, whole: false };
      const kind = this.kind(i);
      // The step that leaves a call is in it no more.
      if (kind === Kind.Return) i = this.entered(i);
      else if (kind === Kind.Call) calls.push({ step: i, node: this.program.nodes[this.pc(i)] as Node, at: this.rows.at(i, 0) });
      i = this.before(i);
    }
    return { calls, whole: true };
  }

  /** The steps on the live path at which a group was closed, oldest first, with what each turn took; at most `limit`, the newest. */
  turns(group: number, step: number, limit: number): Taken[] {
    const out: Taken[] = [];
    let closed: { step: number; at: number } | undefined;
    for (let i = step; this.kind(i) !== Kind.Attempt; i = this.before(i)) {
      const kind = this.kind(i);
      // What was taken inside of a call is forgotten.
      if (kind === Kind.Return) i = this.entered(i);
      if (kind !== Kind.Open && kind !== Kind.Close) continue;
      const pc = this.pc(i);
      if (this.closes(pc) !== group) continue;
      if (kind === Kind.Close) closed = { step: i, at: this.rows.at(i, 0) };
      else if (closed) {
        const opened = this.rows.at(i, 0);
        const [start, end] = [Math.min(opened, closed.at), Math.max(opened, closed.at)];
        out.push({ step: closed.step, node: this.program.nodes[pc] as Node, start, end });
        closed = undefined;
        if (out.length >= limit) break;
      }
    }
    return out.reverse();
  }

  /** The saved states held after a step, newest first, from the one numbered `skip` on. */
  savedStates(step: number, skip: number, count: number): SavedState[] {
    const out: SavedState[] = [];
    const held = step < 0 ? 0 : this.savedAt(step);
    let state = this.top(step);
    const fates = this.fates(step, held);
    for (let n = 0; state >= 0 && n < skip + count; n++) {
      const fate = fates.next().value as Fate;
      if (n >= skip) {
        const pc = this.pc(state);
        const alternative = this.operation(pc) === Op.Branch;
        const lazy = !alternative && this.program.loops[this.operand(pc)]?.lazy === true;
        out.push({
          step: state,
          at: this.offset(state),
          node: this.program.resumes.get(pc) ?? (this.program.nodes[pc] as Node),
          way: alternative ? "alternative" : lazy ? "more" : "stop",
          fate,
        });
      }
      state = this.top(state - 1);
    }
    return out;
  }

  /** Whether the event sets or clears the group's capture (any group's, where none is named). */
  changesCapture(step: number, group?: number): boolean {
    const kind = this.kind(step);
    if (kind === Kind.Open || kind === Kind.Close) return kind === Kind.Close && (group === undefined || this.closes(this.pc(step)) === group);
    if ((this.rows.at(step, 1) & CLEARED) === 0) return false;
    const [from, to] = this.cleared(step);
    return group === undefined || (group >= from && group < to);
  }
}
