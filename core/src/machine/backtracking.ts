/**
 * The backtracking machine: the reference, and what the user steps through.
 *
 * It is naive on purpose. It tries alternatives from left to right, a greedy quantifier tries one more iteration
 * first, a lazy one tries to go on first, and nothing is skipped by being clever: its steps are the product. What it
 * matches is what ECMA-262 §22.2.2 says, or another standard where the program's tables say so.
 *
 * It runs in slices, so that whoever drives it can stop it between two of them. Nothing is allocated for a step, and
 * nothing recurses: saved states, their undo log and open enclosures lie in typed arrays.
 */

import type { CharSet } from "../charset/charset.ts";
import { Op, type Operation, PutWhen, unknownOperation } from "../program/operations.ts";
import { captureRegister, type Enclosure, FAILS, INSTRUCTION_WIDTH, openRegister, type Program, UNBOUNDED, type Verb } from "../program/program.ts";
import { oneHasTakenPart } from "../program/registers.ts";
import { CallsAside } from "./aside.ts";
import { Came } from "./compiled/layout.ts";
import { CompiledRun } from "./compiled/run.ts";
import { OpenEnclosures } from "./enclosures.ts";
import { Kind, packEvent } from "./events.ts";
import { pointAt, pointBefore } from "./items.ts";
import { KeptMatches } from "./kept.ts";
import { MAX_SAVED_STATES, type MachineOptions, SteppedMachine } from "./machine.ts";
import type { MatchTable } from "./matches.ts";
import { STUCK } from "./search.ts";
import { GroupStacks } from "./stacks.ts";
import { StayingCaptures } from "./staying.ts";
import { Steering } from "./steering.ts";

/** A run of fewer steps is over before its program could be compiled. */
const COMPILE_AFTER = 100_000;

const STATE = 4; // pc, offset, length of the undo log, step at which it was saved
const LATIN = 256;

export class BacktrackingMachine extends SteppedMachine {
  /** What a match begins with, where verbs show which attempts there are; null where that is no matter. */
  private readonly starts: CharSet | null;
  private readonly kept: KeptMatches;
  private readonly stacks: GroupStacks;
  private readonly open: OpenEnclosures;
  private readonly aside: CallsAside;
  private readonly steering: Steering;
  /** The program as WebAssembly, once the run is long enough; null where it cannot be. */
  private compiled: CompiledRun | null | undefined;
  private readonly compileAfter: number;
  /** What is undone where captures outlast a way; null where all is. */
  private readonly staying: StayingCaptures | null;
  /** Whether the attempt is the first of a search: what stayed of those before is forgotten. */
  private searches = true;
  /** Whether the next choice is of a loop whose group was cleared. */
  private clears = false;

  constructor(program: Program, text: string, options: MachineOptions) {
    super(program, text, options);
    this.starts = program.starts;
    const set = (register: number, value: number): void => this.set(register, value);
    this.stacks = new GroupStacks(program, set);
    this.aside = new CallsAside(program, set);
    this.open = new OpenEnclosures(program.enclosures);
    this.steering = new Steering(program, this.search, this.aside, this.open);
    this.kept = new KeptMatches(program, options.keepCaptures === true && program.stackRegister >= 0 ? this.stacks : null);
    this.compileAfter = this.recorder ? Number.POSITIVE_INFINITY : (options.compileAfter ?? COMPILE_AFTER);
    this.staying = program.capturesStay === null ? null : new StayingCaptures(program, this.log, this.open);
  }

  get matches(): MatchTable {
    return this.kept.table;
  }

  get captures(): KeptMatches["captures"] {
    return this.kept.captures;
  }

  get marks(): KeptMatches["marks"] {
    return this.kept.marks;
  }

  advance(budget: number): boolean {
    const stop = this.steps + budget;
    if (this.outcome === "running" && this.compiled === undefined) this.run(Math.min(stop, Math.max(this.steps, this.compileAfter)));
    if (this.outcome === "running" && this.steps < stop) {
      if (this.compiled === undefined) this.compile();
      if (this.compiled) this.runCompiled(this.compiled, stop);
      else this.run(stop);
    }
    return this.outcome !== "running";
  }

  /** Hands a long run that is not recorded over to its program as WebAssembly, where it can be. */
  private compile(): void {
    this.compiled = null;
    if (this.recorder !== null) return;
    this.compiled = CompiledRun.of(this.program, this.items, this.text, this.search.policy) ?? null;
    if (!this.compiled) return;
    const { pc, at, stateCount: states, reach, deepest, backtracks, attempt, attempts, log } = this;
    this.compiled.take({ pc, at, states, changes: log.count, reach, deepest, backtracks, attempt, attempts }, this.registers, this.states, log.changes);
    this.registers = this.compiled.registers;
  }

  private runCompiled(compiled: CompiledRun, stop: number): void {
    while (this.outcome === "running" && this.steps < stop) {
      if (this.next >= 0) {
        compiled.begin(this.next);
        this.attemptStep = this.steps;
        this.next = -1;
        this.steps++;
      }
      const came = compiled.advance(stop - this.steps, this.search.notEmptyFrom);
      this.steps += compiled.taken;
      if (compiled.attemptTaken >= 0) this.attemptStep = this.steps - compiled.attemptTaken;
      if (came === Came.Match) this.next = this.afterMatch(compiled.field("attempt"), compiled.field("at"));
      else if (came === Came.Failed) this.outcome = "done";
      else if (came !== Came.Bound) {
        if (!compiled.grow(came, came === Came.States ? MAX_SAVED_STATES : 2 * MAX_SAVED_STATES)) this.outcome = "memory-limit";
        this.registers = compiled.registers;
      }
    }
    const { states, changes, ...rest } = compiled.standing();
    Object.assign(this, { ...rest, stateCount: states });
    this.log.count = changes;
  }

  /** Begins an attempt: nothing is saved, and no register is set. */
  private begin(at: number): void {
    this.attempt = at;
    this.stateCount = this.log.count = 0;
    this.open.leaveTo(0);
    this.registers.fill(-1, this.staying?.clearedFrom(this.searches));
    this.searches = false;
    if (this.program.asideRegister >= 0) this.registers[this.program.asideRegister] = 0;
    if (this.program.stackRegister >= 0) this.registers[this.program.stackRegister] = 0;
    this.attempts++;
    this.attemptStep = this.steps;
  }

  override rewind(from: number, notEmptyAt = -1): void {
    super.rewind(from, notEmptyAt);
    this.kept.clear();
    this.searches = true;
  }

  /** Whether a match that ends at the offset is the empty one that is not wanted there. */
  private isUnwanted(at: number): boolean {
    if (at !== this.search.notEmptyFrom) return false;
    const said = this.kept.saidStart(this.registers);
    return at === (said >= 0 ? said : this.attempt);
  }

  /** Keeps a match; where the next attempt begins, or −1. One that is said to begin behind its end is none, and the run's end. */
  private afterMatch(start: number, end: number): number {
    const said = this.kept.saidStart(this.registers);
    if (said > end) return this.goesOn(STUCK);
    this.searches = true;
    this.kept.add(said >= 0 ? said : start, end, this.registers);
    return this.goesOn(this.search.afterMatch(start, end, said, this.matches.length));
  }

  /** Sets a register; what it held is noted where a saved state or an open enclosure may want it back. */
  private set(register: number, value: number): void {
    const { registers } = this;
    if ((this.stateCount > 0 || this.open.held >= 0 || this.staying !== null) && !this.log.note(register, registers[register] as number)) {
      this.outcome = "memory-limit";
      return;
    }
    registers[register] = value;
  }

  /** A group ends: what it was opened for is what it holds, whichever way it was read. */
  private close(slot: number, at: number): void {
    const { registers } = this;
    const { closedRegister, slots } = this.program;
    const opening = openRegister(slot, slots.length);
    const opened = registers[opening] as number;
    this.set(captureRegister(slot), opened < at ? opened : at);
    this.set(captureRegister(slot) + 1, opened < at ? at : opened);
    this.set(opening, -1);
    if (closedRegister >= 0 && (registers[closedRegister] as number) < slot) this.set(closedRegister, slot);
  }

  /** Does what only sets a register, and is no step. */
  private note(operation: typeof Op.NoteStates | typeof Op.Put | typeof Op.MarkPlace, word: number, at: number, states: number): void {
    const { registers } = this;
    const { code } = this.program;
    const [a, b, when] = [code[word + 1] as number, code[word + 2] as number, code[word + 3] as number];
    if (operation === Op.MarkPlace) this.set(a, at);
    else if (operation === Op.NoteStates) this.set(a, states + b);
    else if (when === PutWhen.Always || (when === PutWhen.ToNothing ? registers[b] === -1 : registers[a] !== -1)) this.set(b, registers[a] as number);
  }

  /** Runs until the run ends or the number of steps is reached. */
  private run(stop: number): void {
    const { text, program, recorder, registers, items, open, log, staying } = this;
    const { code, latin, loops, enclosures } = program;
    const slotCount = program.slots.length;
    const stacked = program.stackRegister >= 0;
    const length = text.length;
    let { pc, at, steps, states, stateCount, reach, next } = this;
    /** Step of the newest saved state; kept only for the recorder. */
    let top = stateCount > 0 ? (states[stateCount * STATE - 1] as number) : -1;

    run: while (steps < stop) {
      if (next >= 0) {
        if (this.starts !== null) next = this.search.likelyStart(this.starts, next);
        reach = at = next;
        next = -1;
        pc = stateCount = 0;
        top = -1;
        this.steps = steps;
        this.begin(at);
        steps++;
        if (recorder !== null) recorder.write(at, packEvent(Kind.Attempt, 0), -1, 0, at);
      }
      const word = pc * INSTRUCTION_WIDTH;
      const a = code[word + 1] as number;
      /** Offset after the item, −1 where it did not match. */
      let to = -1;
      /** At a choice: where the way that is saved begins, and the way that is taken. */
      let saved = -1;
      let go = -1;
      const operation = code[word] as Operation;
      switch (operation) {
        case Op.Unit:
          if (at < length && text.charCodeAt(at) === a) to = at + 1;
          break;
        case Op.UnitBack:
          if (at > 0 && text.charCodeAt(at - 1) === a) to = at - 1;
          break;
        case Op.Set:
          if (at < length) {
            const unit = text.charCodeAt(at);
            if (unit < LATIN ? latin[a * LATIN + unit] === 1 : items.holds(a, unit)) to = at + 1;
          }
          break;
        case Op.SetBack:
          if (at > 0) {
            const unit = text.charCodeAt(at - 1);
            if (unit < LATIN ? latin[a * LATIN + unit] === 1 : items.holds(a, unit)) to = at - 1;
          }
          break;
        case Op.SetPoint:
          if (at < length) {
            const point = pointAt(text, at);
            if (point < LATIN ? latin[a * LATIN + point] === 1 : items.holds(a, point)) to = at + (point > 0xffff ? 2 : 1);
          }
          break;
        case Op.SetPointBack:
          if (at > 0) {
            const point = pointBefore(text, at);
            if (point < LATIN ? latin[a * LATIN + point] === 1 : items.holds(a, point)) to = at - (point > 0xffff ? 2 : 1);
          }
          break;
        case Op.Reference:
          to = items.refer(a, at, code[word + 2] === 1, registers);
          break;
        case Op.Assert:
          if (items.asserts(a, code[word + 2] as number, at)) {
            steps++;
            if (recorder !== null) recorder.write(at, packEvent(Kind.Hold, pc), top, stateCount, this.attempt);
            pc++;
            continue run;
          }
          break;
        case Op.Branch:
          if (staying !== null) staying.atAlternative(a);
          saved = a;
          go = pc + 1;
          break;
        case Op.Jump:
          pc = a;
          continue run;
        case Op.Open:
          this.set(openRegister(a, slotCount), at);
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Open, pc), top, stateCount, this.attempt);
          pc++;
          if (this.outcome !== "running") break run;
          continue run;
        case Op.Close:
          this.close(a, at);
          if (stacked && !this.stacks.keep(a, registers)) this.outcome = "memory-limit";
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Close, pc), top, stateCount, this.attempt);
          pc++;
          if (this.outcome !== "running") break run;
          continue run;
        case Op.LoopEnter: {
          const loop = loops[a] as (typeof loops)[number];
          if (loop.counter >= 0) this.set(loop.counter, 0);
          if (loop.emptyIsLast) this.set(loop.begin, -1);
          if (loop.cleared > 0 && registers[captureRegister(loop.cleared)] !== -1) {
            this.set(captureRegister(loop.cleared), -1);
            this.set(captureRegister(loop.cleared) + 1, -1);
            // The choice that comes next is the event that shows it.
            this.clears = recorder !== null;
          }
          pc++;
          continue run;
        }
        case Op.LoopTry: {
          const loop = loops[a] as (typeof loops)[number];
          if (staying !== null) staying.atLoop(loop);
          if (loop.counter >= 0) {
            const count = registers[loop.counter] as number;
            if (count < loop.min) {
              if (staying !== null) staying.turnBegins(loop, stateCount, false);
              pc = loop.emptyEnds && count > 0 && registers[loop.begin] === at ? (code[word + 2] as number) : pc + 1;
              continue run;
            }
            if (count >= loop.max) {
              if (staying !== null) staying.leaves(loop);
              pc = code[word + 2] as number;
              continue run;
            }
          }
          const exit = code[word + 2] as number;
          if (loop.emptyIsLast && registers[loop.begin] === at) {
            pc = exit;
            continue run;
          }
          if (staying !== null) {
            staying.turnBegins(loop, stateCount, true);
            if (loop.lazy) staying.leaves(loop);
          }
          saved = loop.lazy ? pc + 1 : exit;
          go = loop.lazy ? exit : pc + 1;
          break;
        }
        case Op.LoopBegin: {
          const loop = loops[a] as (typeof loops)[number];
          const early = loop.counter >= 0 && (registers[loop.counter] as number) < loop.notesFrom;
          if (loop.begin >= 0 && !(loop.emptyIsLast && early)) this.set(loop.begin, at);
          let cleared = false;
          for (let r = captureRegister(loop.clearFrom); r < captureRegister(loop.clearTo); r++) {
            if (registers[r] !== -1) {
              this.set(r, -1);
              cleared = true;
            }
          }
          if (cleared && recorder !== null) recorder.mark();
          pc++;
          if (this.outcome !== "running") break run;
          continue run;
        }
        case Op.LoopNext: {
          const loop = loops[a] as (typeof loops)[number];
          const past = loop.counter < 0 || (registers[loop.counter] as number) >= loop.min;
          // ECMA-262 RepeatMatcher step 2.b: an iteration beyond the least number that took nothing fails.
          if (past && !loop.emptyIsLast && loop.begin >= 0 && registers[loop.begin] === at) break;
          // Without a bound, counting past the least number tells nothing.
          if (loop.counter >= 0 && !(past && loop.max === UNBOUNDED)) this.set(loop.counter, (registers[loop.counter] as number) + 1);
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Loop, pc), top, stateCount, this.attempt);
          pc = code[word + 2] as number;
          if (this.outcome !== "running") break run;
          continue run;
        }
        case Op.Enter: {
          open.enter(a, stateCount, at, log.count, this.aside.underWay(registers));
          if ((enclosures[a] as Enclosure).kind !== "possessive") {
            steps++;
            if (recorder !== null) recorder.write(at, packEvent(Kind.Enter, pc), top, stateCount, this.attempt);
          }
          pc++;
          continue run;
        }
        case Op.Leave: {
          const held = open.held;
          const left = open.count - 1;
          open.leaveTo(left);
          if (stateCount > held) {
            this.stateCount = stateCount = held;
            top = held > 0 ? (states[held * STATE - 1] as number) : -1;
            steps++;
            if (recorder !== null) recorder.write(held, packEvent(Kind.Cut, pc), top, stateCount, this.attempt);
          }
          const enclosure = enclosures[a] as Enclosure;
          if (enclosure.kind === "look") at = open.at(left);
          if (staying !== null) staying.insideThrough(open.changes(left));
          if (enclosure.held !== FAILS) {
            if (enclosure.kind !== "possessive") {
              steps++;
              if (recorder !== null) recorder.write(at, packEvent(Kind.Leave, pc), top, stateCount, this.attempt);
            }
            pc = enclosure.held;
            continue run;
          }
          if (staying !== null) staying.refused(open.changes(left), registers);
          else log.undo(registers, open.changes(left));
          break;
        }
        case Op.Match:
          if (!this.search.policy.mayEndAt(at, length) || this.isUnwanted(at)) break;
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Match, pc), top, stateCount, this.attempt);
          next = this.afterMatch(this.attempt, at);
          if (next < 0) break run;
          continue run;
        case Op.StepBack: {
          const back = items.stepBack(a, at);
          if (back < 0) break;
          at = back;
          pc++;
          continue run;
        }
        case Op.Condition: {
          const set = oneHasTakenPart(program.asked[a] as readonly number[], registers);
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Hold, pc), top, stateCount, this.attempt);
          pc = set ? pc + 1 : (code[word + 2] as number);
          continue run;
        }
        case Op.ConditionCall: {
          const called = this.aside.called(registers);
          const set = a < 0 ? called >= 0 : called === a;
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Hold, pc), top, stateCount, this.attempt);
          pc = set ? pc + 1 : (code[word + 2] as number);
          continue run;
        }
        case Op.Keep:
          this.set(program.keepRegister, at);
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Hold, pc), top, stateCount, this.attempt);
          pc++;
          if (this.outcome !== "running") break run;
          continue run;
        case Op.Call: {
          const fared = this.aside.enter({ slot: a, back: pc + 1, at, states: stateCount, frames: open.count }, registers);
          if (fared !== "entered") this.outcome = fared;
          if (this.outcome !== "running") break run;
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Call, pc), top, stateCount, this.attempt);
          pc = code[word + 2] as number;
          continue run;
        }
        case Op.Return:
          if (this.aside.called(registers) !== a) {
            pc++;
            continue run;
          }
          go = this.aside.leave(stateCount, registers);
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Return, pc), top, stateCount, this.attempt);
          pc = go;
          if (this.outcome !== "running") break run;
          continue run;
        case Op.Balance: {
          const fared = this.stacks.takeBack(a, code[word + 2] as number, at, registers);
          if (fared === "nothing-there") break;
          if (fared === "no-room") this.outcome = "memory-limit";
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Close, pc), top, stateCount, this.attempt);
          pc++;
          if (this.outcome !== "running") break run;
          continue run;
        }
        case Op.NoteStates:
        case Op.Put:
        case Op.MarkPlace:
          this.note(operation, word, at, stateCount);
          pc++;
          if (this.outcome !== "running") break run;
          continue run;
        case Op.BackToPlace:
          at = registers[a] as number;
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Hold, pc), top, stateCount, this.attempt);
          pc++;
          continue run;
        case Op.HereAgain:
          if (at !== open.at(open.count - 1)) break;
          pc++;
          continue run;
        case Op.Verb: {
          const verb = program.verbs[a] as Verb;
          if (verb.named >= 0) this.set(program.markRegister, verb.named);
          if (verb.kind === "fail") break;
          if (verb.kind === "mark") {
            this.set(verb.mark, at);
            steps++;
            if (recorder !== null) recorder.write(at, packEvent(Kind.Verb, pc), top, stateCount, this.attempt);
            pc++;
            if (this.outcome !== "running") break run;
            continue run;
          }
          if (verb.kind === "accept") {
            steps++;
            if (recorder !== null) recorder.write(at, packEvent(Kind.Verb, pc), top, stateCount, this.attempt);
            for (const [slot, close] of this.steering.openGroups(verb.closes, registers)) {
              this.close(slot, at);
              steps++;
              if (recorder !== null) recorder.write(at, packEvent(Kind.Close, close), top, stateCount, this.attempt);
            }
            const by = pc;
            const accepted = this.steering.accept(stateCount, registers);
            pc = accepted.goesOn;
            if (stateCount !== accepted.states) {
              this.stateCount = stateCount = accepted.states;
              top = stateCount > 0 ? (states[stateCount * STATE - 1] as number) : -1;
              steps++;
              if (recorder !== null) recorder.write(stateCount, packEvent(Kind.Cut, by), top, stateCount, this.attempt);
            }
            if (this.outcome !== "running") break run;
            continue run;
          }
          saved = pc + 1;
          go = pc + 2;
          break;
        }
        case Op.Act: {
          const held = this.steering.act(program.verbs[a] as Verb, at, this.attempt, stateCount, registers);
          steps++;
          if (recorder !== null) recorder.write(at, packEvent(Kind.Verb, pc), top, stateCount, this.attempt);
          if (held < 0) open.leaveTo(0);
          else open.drop(held);
          if (Math.max(held, 0) === stateCount) break;
          this.stateCount = stateCount = Math.max(held, 0);
          top = stateCount > 0 ? (states[stateCount * STATE - 1] as number) : -1;
          steps++;
          if (recorder !== null) recorder.write(stateCount, packEvent(Kind.Cut, pc), top, stateCount, this.attempt);
          break;
        }
        default:
          unknownOperation(operation);
      }

      if (saved >= 0) {
        if ((stateCount + 1) * STATE > states.length) {
          if (!this.growStates(stateCount + 1, STATE)) {
            this.outcome = "memory-limit";
            break;
          }
          states = this.states;
        }
        states[stateCount * STATE] = saved;
        states[stateCount * STATE + 1] = at;
        states[stateCount * STATE + 2] = log.count;
        states[stateCount * STATE + 3] = top = steps;
        this.stateCount = ++stateCount;
        if (stateCount > this.deepest) this.deepest = stateCount;
        steps++;
        if (recorder !== null) recorder.write(at, packEvent(Kind.Save, pc), top, stateCount, this.attempt);
        if (this.clears && recorder !== null) {
          recorder.mark();
          this.clears = false;
        }
        pc = go;
        continue;
      }
      if (operation !== Op.Act) steps++;
      if (to >= 0) {
        if (recorder !== null) recorder.write(to, packEvent(Kind.Consume, pc), top, stateCount, this.attempt);
        at = to;
        if (staying !== null) staying.took();
        if (at > reach) reach = at;
        pc++;
        continue;
      }
      if (recorder !== null && operation !== Op.Act) recorder.write(at, packEvent(Kind.Mismatch, pc), top, stateCount, this.attempt);

      if (staying !== null) staying.failed(registers);
      // Backtrack: the newest saved state, but first the end of every enclosure that holds none of its own any more.
      while (open.held === stateCount) {
        const left = open.count - 1;
        open.leaveTo(left);
        const look = open.enclosure(left);
        if (look.kind !== "look") continue;
        at = open.at(left);
        if (staying !== null) staying.insideFailed(left, registers);
        else log.undo(registers, open.changes(left));
        steps++;
        if (look.failed !== FAILS) {
          if (recorder !== null) recorder.write(at, packEvent(Kind.Leave, look.leave), top, stateCount, this.attempt);
          pc = look.failed;
          continue run;
        }
        if (recorder !== null) recorder.write(at, packEvent(Kind.Mismatch, look.leave), top, stateCount, this.attempt);
      }
      if (stateCount === 0) {
        steps++;
        if (recorder !== null) recorder.write(at, packEvent(Kind.GiveUp, 0), -1, 0, this.attempt);
        if (staying !== null) staying.attemptFailed(registers);
        next = this.goesOn(this.search.afterFailure(this.attempt));
        if (next < 0) break;
        continue;
      }
      this.stateCount = --stateCount;
      pc = states[stateCount * STATE] as number;
      at = states[stateCount * STATE + 1] as number;
      const noted = states[stateCount * STATE + 2] as number;
      if (staying !== null) staying.resumed(noted, pc, stateCount, registers);
      else if (log.count !== noted) log.undo(registers, noted);
      top = stateCount > 0 ? (states[stateCount * STATE - 1] as number) : -1;
      steps++;
      this.backtracks++;
      // The instruction of a resume is where the machine goes on; the reel finds the choice by its saved state.
      if (recorder !== null) recorder.write(at, packEvent(Kind.Resume, pc), top, stateCount, this.attempt);
    }

    this.pc = pc;
    this.at = at;
    this.steps = steps;
    this.stateCount = stateCount;
    this.reach = reach;
    this.next = next;
  }
}
