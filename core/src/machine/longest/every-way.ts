/**
 * The plain machine for longest matches: it tries all ways in order, as the backtracking machine does, but a match does not
 * end the attempt. It is a candidate, which is kept where it is better than all before, and then the newest saved state is
 * resumed. The attempt ends when nothing is saved any more.
 *
 * It runs programs of ere, bre and literal: their patterns have characters, sets, assertions, groups, alternatives, greedy
 * quantifiers and back-references, and nothing else. Throws a RangeError for any other program.
 */
import { Op, type Operation, rowOf } from "../../program/operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, type Loop, openRegister, type Program, UNBOUNDED } from "../../program/program.ts";
import { Kind, packEvent } from "../events.ts";
import { type MachineOptions, SteppedMachine } from "../machine.ts";
import { MatchTable } from "../matches.ts";
import { Trail } from "./trail.ts";

/** Numbers of a saved state: choice, offset, length of the undo log, step at which it was saved, height of the trail, open part. */
const STATE = 6;

export class EveryWayMachine extends SteppedMachine {
  readonly matches: MatchTable;
  /** No verbs, so no marks. */
  readonly marks: readonly (string | null)[] = [];

  private readonly trail = new Trail();
  /** The registers of the best candidate so far, and where it ends; −1 where there is none. */
  private readonly best: Int32Array;
  private bestEnd = -1;

  constructor(program: Program, text: string, options: MachineOptions) {
    super(program, text, options);
    this.matches = new MatchTable(program.slots.length);
    this.best = new Int32Array(program.registerCount);
  }

  advance(budget: number): boolean {
    if (this.outcome === "running") this.run(this.steps + budget);
    return this.outcome !== "running";
  }

  override rewind(from: number, notEmptyAt = -1): void {
    super.rewind(from, notEmptyAt);
    this.matches.clear();
  }

  private begin(at: number): void {
    this.attempt = this.reach = at;
    this.stateCount = this.log.count = 0;
    this.registers.fill(-1);
    this.trail.clear();
    this.bestEnd = -1;
    this.attempts++;
    this.attemptStep = this.steps;
  }

  /** Sets a register; what it held is noted where a saved state may want it back. */
  private set(register: number, value: number): void {
    const { registers } = this;
    if (this.stateCount > 0 && !this.log.note(register, registers[register] as number)) this.outcome = "memory-limit";
    else registers[register] = value;
  }

  private close(slot: number, at: number): void {
    const opening = openRegister(slot, this.program.slots.length);
    this.set(captureRegister(slot), this.registers[opening] as number);
    this.set(captureRegister(slot) + 1, at);
    this.set(opening, -1);
    this.trail.leave(at);
  }

  /** Saves a choice, and goes on as is tried first. False where memory is at its bound. */
  private save(pc: number, at: number): boolean {
    const { stateCount, trail } = this;
    if ((stateCount + 1) * STATE > this.states.length && !this.growStates(stateCount + 1, STATE)) return false;
    this.states.set([pc, at, this.log.count, this.steps, trail.height, trail.open], stateCount * STATE);
    this.stateCount++;
    if (this.stateCount > this.deepest) this.deepest = this.stateCount;
    return true;
  }

  /** Step of the newest saved state; −1 where there is none. */
  private get top(): number {
    return this.stateCount > 0 ? (this.states[(this.stateCount - 1) * STATE + 3] as number) : -1;
  }

  private event(kind: number, pc: number, to: number): void {
    this.steps++;
    this.recorder?.write(to, packEvent(kind, pc), this.top, this.stateCount, this.attempt);
  }

  private run(stop: number): void {
    const { program, items, trail, registers } = this;
    const { code, loops } = program;
    while (this.steps < stop && this.outcome === "running") {
      if (!trail.hasRoom) {
        this.outcome = "memory-limit";
        return;
      }
      if (this.next >= 0) {
        this.at = this.next;
        this.next = -1;
        this.pc = 0;
        this.begin(this.at);
        this.event(Kind.Attempt, 0, this.at);
      }
      const { pc, at } = this;
      const word = pc * INSTRUCTION_WIDTH;
      const a = code[word + 1] as number;
      const b = code[word + 2] as number;
      const operation = code[word] as Operation;
      switch (operation) {
        case Op.Unit:
        case Op.Set:
        case Op.SetPoint:
        case Op.Reference: {
          const to = operation === Op.Reference ? items.refer(a, at, false, registers) : items.take(pc, at);
          if (to < 0) this.fail(pc);
          else {
            this.event(Kind.Consume, pc, to);
            this.at = to;
            if (to > this.reach) this.reach = to;
            this.pc = pc + 1;
          }
          break;
        }
        case Op.Assert:
          if (items.asserts(a, b, at)) {
            this.event(Kind.Hold, pc, at);
            this.pc = pc + 1;
          } else this.fail(pc);
          break;
        case Op.Branch:
          if (!this.save(pc, at)) this.outcome = "memory-limit";
          else {
            this.event(Kind.Save, pc, at);
            trail.decide(0);
            this.pc = pc + 1;
          }
          break;
        case Op.Jump:
          this.pc = a;
          break;
        case Op.Open:
          this.set(openRegister(a, program.slots.length), at);
          trail.enter();
          this.event(Kind.Open, pc, at);
          this.pc = pc + 1;
          break;
        case Op.Close:
          this.close(a, at);
          this.event(Kind.Close, pc, at);
          this.pc = pc + 1;
          break;
        case Op.LoopEnter: {
          const { counter } = loops[a] as Loop;
          if (counter >= 0) this.set(counter, 0);
          this.pc = pc + 1;
          break;
        }
        case Op.LoopTry:
          trail.enter();
          this.iterate(pc);
          break;
        case Op.LoopBegin:
          this.beginIteration(loops[a] as Loop, pc);
          break;
        case Op.LoopNext:
          this.endIteration(loops[a] as Loop, pc, b);
          break;
        case Op.Match:
          this.candidate(pc);
          break;
        default:
          throw new RangeError(`The operation ${rowOf(operation).name} is none of a pattern whose longest match is looked for.`);
      }
    }
  }

  /** Decides whether a loop goes on, at its instruction. */
  private iterate(pc: number): void {
    const { program, registers, trail, at } = this;
    const word = pc * INSTRUCTION_WIDTH;
    const { counter, min, max } = program.loops[program.code[word + 1] as number] as Loop;
    const count = counter < 0 ? 0 : (registers[counter] as number);
    if (counter >= 0 && count >= max) {
      this.leaveLoop(pc);
      return;
    }
    if (counter < 0 || count >= min) {
      if (!this.save(pc, at)) {
        this.outcome = "memory-limit";
        return;
      }
      this.event(Kind.Save, pc, at);
    }
    trail.enter();
    this.pc = pc + 1;
  }

  private leaveLoop(pc: number): void {
    this.trail.decide(1);
    this.trail.leave(this.at);
    this.pc = this.program.code[pc * INSTRUCTION_WIDTH + 2] as number;
  }

  private beginIteration({ begin, clearFrom, clearTo }: Loop, pc: number): void {
    if (begin >= 0) this.set(begin, this.at);
    let cleared = false;
    for (let register = captureRegister(clearFrom); register < captureRegister(clearTo); register++) {
      if (this.registers[register] === -1) continue;
      this.set(register, -1);
      cleared = true;
    }
    if (cleared) this.recorder?.mark();
    this.pc = pc + 1;
  }

  private endIteration({ counter, begin, min, max }: Loop, pc: number, again: number): void {
    const { registers, at } = this;
    const isPast = counter < 0 || (registers[counter] as number) >= min;
    // An iteration beyond the least number takes text; where it may be the only one, it is a loop of its own (turns.ts).
    if (isPast && begin >= 0 && registers[begin] === at) {
      this.fail(pc);
      return;
    }
    if (counter >= 0 && !(isPast && max === UNBOUNDED)) this.set(counter, (registers[counter] as number) + 1);
    this.trail.leave(at);
    this.event(Kind.Loop, pc, at);
    this.iterate(again);
  }

  /** The whole pattern matched: the match is kept where it is better than those before, and the other ways are tried. */
  private candidate(pc: number): void {
    const { at, text, search, trail } = this;
    if (!search.policy.mayEndAt(at, text.length) || (at === search.notEmptyFrom && at === this.attempt)) {
      this.fail(pc);
      return;
    }
    this.event(Kind.Match, pc, at);
    const compared = trail.compare(at);
    if (compared === "longer" || compared === "earlier-part") {
      this.recorder?.mark();
      this.best.set(this.registers);
      this.bestEnd = at;
    }
    this.resume();
  }

  private fail(pc: number): void {
    this.event(Kind.Mismatch, pc, this.at);
    this.resume();
  }

  /** Takes the newest saved state up again; without one the attempt is over. */
  private resume(): void {
    if (this.stateCount === 0) {
      this.endAttempt();
      return;
    }
    const { states, trail, program } = this;
    const from = --this.stateCount * STATE;
    const [choice, at, noted] = [states[from] as number, states[from + 1] as number, states[from + 2] as number];
    if (this.log.count !== noted) this.log.undo(this.registers, noted);
    trail.returnTo(states[from + 4] as number, states[from + 5] as number);
    this.at = at;
    this.backtracks++;
    if (program.code[choice * INSTRUCTION_WIDTH] === Op.Branch) {
      trail.decide(1);
      this.pc = program.code[choice * INSTRUCTION_WIDTH + 1] as number;
    } else this.leaveLoop(choice);
    this.event(Kind.Resume, this.pc, at);
  }

  private endAttempt(): void {
    const { search, attempt, bestEnd } = this;
    let next: number;
    if (bestEnd < 0) {
      this.event(Kind.GiveUp, 0, this.at);
      next = search.afterFailure(attempt);
    } else {
      this.matches.add(attempt, bestEnd, this.best);
      next = search.afterMatch(attempt, bestEnd, -1, this.matches.length);
    }
    this.next = this.goesOn(next);
  }
}
