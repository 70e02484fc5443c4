/**
 * The recorded events of a run, and what each of them says by itself: its kind, its instruction, its offsets, the part of
 * the pattern that acts, and how many states are saved after it.
 */
import { EVENT_KINDS, type EventKind, KIND_MASK, Kind, MARKED, PC_MASK, PC_SHIFT } from "../machine/events.ts";
import { Op } from "../program/operations.ts";
import { INSTRUCTION_WIDTH, type Program } from "../program/program.ts";
import type { Node, Span } from "../syntax/tree.ts";
import { BLOCK, type Blocks, savedAfter } from "./blocks.ts";
import type { ReelRecorder } from "./recorder.ts";

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
  /** Only of a match where the longest one is looked for: whether it is better than all candidates before. */
  readonly kept?: boolean;
}

export class Tape {
  readonly program: Program;
  /** What stretches of the tape hold. */
  readonly blocks: Blocks;
  /** Number of events; steps run from 0 up to but not including it. */
  readonly length: number;
  /** The rows, with what was kept of the registers. */
  readonly rows: ReelRecorder;

  constructor(rows: ReelRecorder, blocks: Blocks, length: number) {
    this.program = rows.program;
    this.rows = rows;
    this.blocks = blocks;
    this.length = length;
  }

  /** The pattern as written. */
  get source(): string {
    return this.program.source.pattern;
  }

  kind(step: number): number {
    return this.rows.at(step, 1) & KIND_MASK;
  }

  /** The instruction that an event is of; for a resume, where the machine goes on. */
  pc(step: number): number {
    return (this.rows.at(step, 1) >> PC_SHIFT) & PC_MASK;
  }

  operation(pc: number): number {
    return this.program.code[pc * INSTRUCTION_WIDTH] as number;
  }

  operand(pc: number): number {
    return this.program.code[pc * INSTRUCTION_WIDTH + 1] as number;
  }

  /** The slot that an instruction closes; 0 where it only takes back what another one holds. */
  closes(pc: number): number {
    return this.operation(pc) === Op.Balance ? (this.program.code[pc * INSTRUCTION_WIDTH + 2] as number) : this.operand(pc);
  }

  /** The groups that an event's loop clears, first and one past the last. */
  cleared(step: number): readonly [number, number] {
    const loop = this.program.loops[this.operand(this.pc(step))];
    return !loop ? [0, 0] : loop.cleared > 0 ? [loop.cleared, loop.cleared + 1] : [loop.clearFrom, loop.clearTo];
  }

  /** The number that an event keeps beside its kind: the text offset after it; of a cut, the saved states that are left. */
  value(step: number): number {
    return this.rows.at(step, 0);
  }

  /** Whether the event clears captures of a loop's groups. */
  clears(step: number): boolean {
    const word = this.rows.at(step, 1);
    return (word & MARKED) !== 0 && (word & KIND_MASK) !== Kind.Match;
  }

  /** Of a match where the longest one is looked for: whether it is better than all candidates before. Null for any other event. */
  kept(step: number): boolean | null {
    if (this.program.preference !== "longest" || this.kind(step) !== Kind.Match) return null;
    return (this.rows.at(step, 1) & MARKED) !== 0;
  }

  /** The step of the best candidate before a step in the same attempt; −1 where there is none. */
  bestBefore(step: number): number {
    const before = this.blocks.kept.lastUpTo(step - 1);
    const found = before < 0 ? -1 : this.blocks.kept.at(before);
    return found > this.attemptStep(this.attemptAt(step)) ? found : -1;
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

  /** Saved states held after an event. */
  savedAt(step: number): number {
    const block = Math.floor(step / BLOCK);
    let saved = this.blocks.before.at(block);
    for (let i = block * BLOCK; i <= step; i++) saved = savedAfter(this.kind(i), saved, this.rows.at(i, 0));
    return saved;
  }

  private span(step: number): Span {
    const kind = this.kind(step);
    const whole = kind === Kind.Attempt || kind === Kind.Match || kind === Kind.GiveUp;
    return whole ? { start: 0, end: this.source.length } : this.node(step);
  }

  /** The event at a step. */
  event(step: number): ReelEvent {
    const { start, end } = this.span(step);
    const { saved, attempt } = this.tally(step);
    const kind = EVENT_KINDS[this.kind(step)] as EventKind;
    return { step, kind, start, end, at: this.offsetBefore(step), to: this.offset(step), saved, attempt, ...this.asCandidate(step) };
  }

  private asCandidate(step: number): Pick<ReelEvent, "kept"> {
    const kept = this.kept(step);
    return kept === null ? {} : { kept };
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
      yield { step, kind: name, start, end, at: this.offsetBefore(step), to: this.offset(step), saved, attempt, ...this.asCandidate(step) };
    }
  }

  /** Saved states held, where the attempt began, and how far it reached: counted on from the last checkpoint. */
  tally(step: number): { saved: number; attempt: number; attemptStep: number; reach: number } {
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
}
