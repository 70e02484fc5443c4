/**
 * The epsilon transitions of a program: from an instruction, in order of preference, along every way that consumes no
 * text, to the instructions that consume some. The same walk serves paths, where two ways to the same instruction count
 * as two, and threads, where they count as one.
 *
 * The character behind is known. The one ahead is not, so an assertion restricts the characters that may come next.
 */

import { append } from "../lists.ts";
import { assertionOf, Side } from "../program/assertions.ts";
import { lengthsOf } from "../program/lengths.ts";
import { Op, type Operation, refuseOperation, rowOf } from "../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program, type Reference, UNBOUNDED } from "../program/program.ts";
import { charactersOf, singleLook } from "../syntax/characters.ts";
import { type NodeOf, walk } from "../syntax/tree.ts";
import type { Alphabet, Mask, Masks } from "./alphabet.ts";

/** A place in a program between two characters. `E` is data of the caller. */
export interface Place<E> {
  readonly pc: number;
  /** The counts of the counted loops around it, the outermost first. */
  readonly counts: readonly number[];
  /** Loops whose current iteration has consumed no text yet. */
  readonly fresh: readonly number[];
  /** The characters that may come next. */
  readonly ahead: Mask;
  /** Whether the text must end after the next character. */
  readonly closing: boolean;
  readonly extra: E;
}

/** The callbacks of a walk. */
export interface Visitor<E> {
  /** How often one place is visited: two visits distinguish one way from several. */
  readonly visits: 1 | 2;
  /** Whether to follow every way that captures might allow: any text for a back-reference, both ways of a condition. */
  readonly guesses: boolean;
  /** Whether to pass assertions and lookarounds without testing them, because the text is read against its direction. */
  readonly blind?: boolean;
  /** Called for a way that is not followed because it depends on captures, or on a count that is not kept. */
  lose?(): void;
  keyOf(extra: E): string;
  /** The size of the caller's data of a place; copying it is counted as work. */
  weigh(extra: E): number;
  /** Called at an instruction that consumes text, and at the end of the program or of an enclosure. */
  arrive(place: Place<E>): void;
  /** Called when an enclosure is entered, except a lookaround for one character. Returns the places to continue at, in order. */
  enter(place: Place<E>, enclosure: number): readonly Place<E>[];
  /** Called when an enclosure has matched. Returns the place to continue at, if there is one. */
  leave(place: Place<E>, enclosure: number): Place<E> | undefined;
  /** Called for the second of two ways, which is taken only if the first fails. */
  second(first: Place<E>, second: Place<E>): Place<E>;
  /** Called when a group opens or closes. */
  open?(extra: E, slot: number): E;
  close?(extra: E, slot: number): E;
  /** Called when a loop begins an iteration, which may clear captures. */
  begin?(extra: E, loop: number): E;
  /** Called when a loop has finished an iteration. */
  turn(extra: E, loop: number): E;
}

/** How exactly a loop is counted. */
export interface Bounds {
  readonly min: number;
  readonly max: number;
  /** Whether the bounds are those of the pattern. If not, they are wider. */
  readonly exact: boolean;
}

/**
 * How a walk may deviate if loops are not counted exactly: it follows at least the ways of the pattern (over-approximation)
 * or at most those (under-approximation). The first answers whether something can happen, the second whether it must.
 */
export type Way = "at-least" | "at-most";

/** The texts that a back-reference can match. */
interface Held {
  readonly mask: Mask;
  /** Whether they have a small maximum length. */
  readonly bounded: boolean;
}

/** A text of no more code units than this is short. */
const MAX_HELD = 64;
/** Nodes that are examined for one reference, and for all references of a pattern; nested groups are examined for each of them. */
const MAX_LOOKED_AT = 2000;
const MAX_LOOKED_AT_IN_ALL = 500_000;

/** The work done so far. */
export interface Budget {
  work: number;
}

/** The most work for one automaton: about a second. */
const MAX_WORK = 800_000;
/** The most work for one walk. Patterns that people write need far less. */
const MAX_WALK = 100_000;

export const exactBounds = (loop: Loop): Bounds => ({ min: loop.min, max: loop.max, exact: true });

export class Walk<W extends Way> {
  readonly way: W;
  readonly program: Program;
  readonly alphabet: Alphabet;
  /** Character classes that no assertion distinguishes, as the character behind, are of one kind. */
  readonly kindOf: readonly number[];
  readonly kinds: readonly Mask[];
  /** Set if the work was cut short: then ways are missing. */
  spent = false;
  private readonly budget: Budget;
  private readonly anything: Mask;
  private readonly held = new Map<number, Held>();
  private groups: Map<number, readonly NodeOf<"group">[]> | undefined;
  /** Nodes that have been examined for references so far. */
  private lookedInAll = 0;
  private readonly narrowed = new Map<string, Mask>();
  private readonly bounds: readonly Bounds[];
  private readonly endAhead: Mask;
  /** Atomic enclosures without a choice inside: they discard nothing. */
  private readonly plain: ReadonlySet<number>;

  /** Walks of one automaton share a budget. */
  constructor(way: W, program: Program, alphabet: Alphabet, bounds: readonly Bounds[], budget: Budget = { work: 0 }) {
    this.budget = budget;
    this.way = way;
    this.program = program;
    this.alphabet = alphabet;
    this.bounds = bounds;
    const { masks, edge } = alphabet;
    this.endAhead = masks.where((symbol) => symbol === edge);
    this.anything = masks.not(this.endAhead);
    this.plain = plainEnclosures(program);
    const told = this.toldApart();
    const keys = new Map<string, number>();
    this.kindOf = Array.from({ length: edge + 1 }, (_, symbol) => {
      const key = `${told.length > 0 && symbol === edge}${told.map((mask) => Number(masks.has(mask, symbol))).join("")}`;
      if (!keys.has(key)) keys.set(key, keys.size);
      return keys.get(key) as number;
    });
    this.kinds = Array.from({ length: keys.size }, (_, kind) => masks.where((symbol) => this.kindOf[symbol] === kind));
  }

  /** The work done so far by all walks that share the budget. */
  get work(): number {
    return this.budget.work;
  }

  /** Follows every way from a place, given the symbol behind. */
  go<E>(from: Place<E>, behind: number, visitor: Visitor<E>): void {
    const { code } = this.program;
    const pending = [from];
    const visits = new Map<string, number>();
    const { budget } = this;
    const bound = Math.min(MAX_WORK, budget.work + MAX_WALK);
    for (let place = pending.pop(); place; place = pending.pop()) {
      budget.work += 1 + place.counts.length + place.fresh.length + visitor.weigh(place.extra);
      if (budget.work > bound) {
        this.spent = true;
        return;
      }
      const key = `${place.pc}|${place.counts}|${place.fresh}|${place.ahead}|${place.closing}|${visitor.keyOf(place.extra)}`;
      const before = visits.get(key) ?? 0;
      if (before >= visitor.visits) continue;
      visits.set(key, before + 1);
      const word = place.pc * INSTRUCTION_WIDTH;
      const a = code[word + 1] as number;
      const b = code[word + 2] as number;
      const { pc } = place;
      const operation = code[word] as Operation;
      switch (operation) {
        case Op.Jump:
          pending.push({ ...place, pc: a });
          break;
        case Op.Open:
          pending.push({ ...place, pc: pc + 1, extra: visitor.open ? visitor.open(place.extra, a) : place.extra });
          break;
        case Op.Close:
          pending.push({ ...place, pc: pc + 1, extra: visitor.close ? visitor.close(place.extra, a) : place.extra });
          break;
        case Op.Branch:
          this.choose({ ...place, pc: pc + 1 }, { ...place, pc: a }, visitor, pending);
          break;
        case Op.Condition:
          if (visitor.guesses) pending.push({ ...place, pc: b }, { ...place, pc: pc + 1 });
          else visitor.lose?.();
          break;
        case Op.Assert:
          if (visitor.blind) pending.push({ ...place, pc: pc + 1 });
          else this.assert(place, a, b, behind, pending);
          break;
        case Op.LoopEnter:
          if (this.loses(a)) visitor.lose?.();
          else pending.push({ ...place, pc: pc + 1, counts: this.counted(a) ? [...place.counts, 0] : place.counts });
          break;
        case Op.LoopTry:
          if (this.loses(a)) visitor.lose?.();
          else this.tryLoop(place, a, b, visitor, pending);
          break;
        case Op.LoopBegin: {
          const loop = this.program.loops[a] as Loop;
          const notes = loop.begin >= 0 && !(loop.emptyIsLast && this.required(place, a, loop.min - loop.notesFrom));
          const extra = visitor.begin ? visitor.begin(place.extra, a) : place.extra;
          pending.push({ ...place, pc: pc + 1, extra, fresh: notes ? [...place.fresh.filter((each) => each !== a), a] : place.fresh });
          break;
        }
        case Op.LoopNext:
          if (this.loses(a)) visitor.lose?.();
          else this.endIteration(place, a, b, visitor, pending);
          break;
        case Op.Enter:
          this.enter(place, a, behind, visitor, pending);
          break;
        case Op.Leave: {
          const next = this.plain.has(a) ? { ...place, pc: (this.program.enclosures[a] as Enclosure).held } : visitor.leave(place, a);
          if (next) pending.push(next);
          break;
        }
        case Op.Reference:
          // The reference can match any text: nothing, or one more character each time.
          if (visitor.guesses) {
            visitor.arrive(place);
            pending.push({ ...place, pc: pc + 1 });
          } else visitor.lose?.();
          break;
        case Op.Unit:
        case Op.UnitBack:
        case Op.Set:
        case Op.SetBack:
        case Op.SetPoint:
        case Op.SetPointBack:
        case Op.Match:
          visitor.arrive(place);
          break;
        case Op.StepBack:
          // It begins a lookbehind. Lookbehinds are matched separately, so a walk never enters one.
          throw new RangeError("A walk has come to the inside of a lookbehind.");
        // `\K` does not change the text that is consumed.
        case Op.Keep:
          pending.push({ ...place, pc: pc + 1 });
          break;
        case Op.Balance:
          // Whether the group has a capture to remove is not known here.
          if (visitor.guesses) pending.push({ ...place, pc: pc + 1 });
          else visitor.lose?.();
          break;
        case Op.Put:
        case Op.MarkPlace:
          pending.push({ ...place, pc: pc + 1 });
          break;
        case Op.Call:
        case Op.Return:
        case Op.Verb:
        case Op.Act:
        case Op.ConditionCall:
        case Op.NoteStates:
        case Op.BackToPlace:
          // The outcome depends on more than the place: ways are missing then.
          this.spent = true;
          break;
        case Op.HereAgain:
          throw new RangeError("A walk has come to the inside of a lookbehind.");
        default:
          refuseOperation(operation);
      }
    }
  }

  /** The characters that an instruction consumes; all, if it does not consume exactly one. */
  takes(pc: number): Mask {
    const { code, sets } = this.program;
    const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
    const operation = code[pc * INSTRUCTION_WIDTH] as Operation;
    switch (operation) {
      case Op.Unit:
      case Op.UnitBack:
        return this.alphabet.maskOfUnit(a);
      case Op.Set:
      case Op.SetBack:
      case Op.SetPoint:
      case Op.SetPointBack:
        return this.alphabet.maskOf(sets[a] as readonly number[]);
      case Op.Reference:
        return this.heldBy(a).mask;
      case Op.Leave:
      case Op.Match:
        return this.anything;
      case Op.Assert:
      case Op.Branch:
      case Op.Jump:
      case Op.Open:
      case Op.Close:
      case Op.LoopEnter:
      case Op.LoopTry:
      case Op.LoopBegin:
      case Op.LoopNext:
      case Op.Enter:
      case Op.StepBack:
      case Op.Condition:
        throw new RangeError(`Instruction ${pc} takes no text.`);
      default:
        return refuseOperation(operation);
    }
  }

  /** The texts that the groups of a reference can capture: their characters, and whether their length has a small maximum. */
  heldBy(reference: number): Held {
    let held = this.held.get(reference);
    if (!held) {
      held = this.findHeld(reference);
      this.held.set(reference, held);
    }
    return held;
  }

  /** The groups of a slot. */
  private groupsOf(slot: number): readonly NodeOf<"group">[] {
    if (!this.groups) {
      this.groups = new Map();
      for (const node of walk(this.program.root)) {
        if (node.kind === "group" && node.capture !== null) this.groups.set(node.capture, [...(this.groups.get(node.capture) ?? []), node]);
      }
    }
    return this.groups.get(slot) ?? [];
  }

  private findHeld(reference: number): Held {
    const { references, reading } = this.program;
    const { slots, folding } = references[reference] as Reference;
    const masks: Mask[] = [];
    let bounded = true;
    let looked = 0;
    for (const group of slots.flatMap((slot) => this.groupsOf(slot))) {
      for (const node of walk(group.body)) {
        if (++looked > MAX_LOOKED_AT || ++this.lookedInAll > MAX_LOOKED_AT_IN_ALL) return { mask: this.anything, bounded: false };
        const isOne = node.kind === "character" || node.kind === "any" || node.kind === "set";
        // Strings, references inside the group, and another rule of case folding are not followed.
        const unknown = node.kind === "back-reference" || (node.kind === "set" && node.strings.length > 0) || (isOne && !foldedAs(node, folding));
        if (unknown) return { mask: this.anything, bounded: false };
        if (isOne) masks.push(this.alphabet.maskOf(charactersOf(node)));
      }
      bounded &&= lengthsOf({ ...this.program, root: group.body }).most <= MAX_HELD;
    }
    // A part that is compiled by itself may refer to a group outside of it.
    const known = masks.length > 0 || reading.slots.length === 0;
    const { masks: all } = this.alphabet;
    return { mask: known ? all.where((symbol) => masks.some((mask) => all.has(mask, symbol))) : this.anything, bounded: known && bounded };
  }

  /** A widened loop has ways that the pattern does not have. An under-approximation follows none of them. */
  private loses(loop: number): boolean {
    return this.way === "at-most" && !(this.bounds[loop] as Bounds).exact;
  }

  private counted(loop: number): boolean {
    const { min, max } = this.bounds[loop] as Bounds;
    return (this.program.loops[loop] as Loop).counter >= 0 && (min > 0 || max < UNBOUNDED);
  }

  private required(place: Place<unknown>, loop: number, butFor = 0): boolean {
    return this.counted(loop) && (place.counts.at(-1) as number) < (this.bounds[loop] as Bounds).min - butFor;
  }

  private choose<E>(first: Place<E>, second: Place<E>, visitor: Visitor<E>, pending: Place<E>[]): void {
    pending.push(visitor.second(first, second), first);
  }

  private tryLoop<E>(place: Place<E>, number: number, exit: number, visitor: Visitor<E>, pending: Place<E>[]): void {
    const loop = this.program.loops[number] as Loop;
    const counted = this.counted(number);
    const on: Place<E> = { ...place, pc: place.pc + 1 };
    const out: Place<E> = {
      ...place,
      pc: exit,
      counts: counted ? place.counts.slice(0, -1) : place.counts,
      fresh: place.fresh.filter((each) => each !== number),
    };
    if (this.required(place, number)) pending.push(on);
    else if (counted && (place.counts.at(-1) as number) >= (this.bounds[number] as Bounds).max) pending.push(out);
    else if (loop.emptyIsLast && place.fresh.includes(number)) pending.push(out);
    else if (loop.lazy) this.choose(out, on, visitor, pending);
    else this.choose(on, out, visitor, pending);
  }

  private endIteration<E>(place: Place<E>, number: number, start: number, visitor: Visitor<E>, pending: Place<E>[]): void {
    const loop = this.program.loops[number] as Loop;
    const past = !this.required(place, number);
    if (past && !loop.emptyIsLast && loop.begin >= 0 && place.fresh.includes(number)) {
      if (loop.emptyOn >= 0) pending.push({ ...place, pc: loop.emptyOn, fresh: [] });
      return;
    }
    const counts = [...place.counts];
    if (this.counted(number) && !(past && (this.bounds[number] as Bounds).max === UNBOUNDED)) counts.push((counts.pop() as number) + 1);
    pending.push({ ...place, pc: start, counts, extra: visitor.turn(place.extra, number) });
  }

  private enter<E>(place: Place<E>, number: number, behind: number, visitor: Visitor<E>, pending: Place<E>[]): void {
    if (this.plain.has(number)) {
      pending.push({ ...place, pc: place.pc + 1 });
      return;
    }
    const { masks } = this.alphabet;
    const enclosure = this.program.enclosures[number] as Enclosure;
    const { node, held, failed } = enclosure;
    const set = node.kind === "look" ? singleLook(node) : undefined;
    if (visitor.blind && node.kind === "look") {
      for (const exit of [failed, held]) if (exit !== FAILS) pending.push({ ...place, pc: exit });
      return;
    }
    if (node.kind !== "look" || !set) {
      append(pending, [...visitor.enter(place, number)].reverse());
      return;
    }
    const mask = this.alphabet.maskOf(set);
    if (node.behind) {
      const exit = masks.has(mask, behind) ? held : failed;
      if (exit !== FAILS) pending.push({ ...place, pc: exit });
    } else append(pending, exitsBy(place, enclosure, mask, masks));
  }

  private narrow<E>(place: Place<E>, mask: Mask, pending: Place<E>[]): void {
    const ahead = this.alphabet.masks.and(place.ahead, mask);
    if (ahead !== this.alphabet.masks.none) pending.push({ ...place, ahead });
  }

  /** The character ahead is not known yet: it is restricted to those for which the assertion holds. */
  private assert<E>(place: Place<E>, assertion: number, set: number, behind: number, pending: Place<E>[]): void {
    const { masks } = this.alphabet;
    const mask = this.alphabet.maskOf(this.program.sets[set] as readonly number[]);
    const next = { ...place, pc: place.pc + 1 };
    const open = this.holdsAhead(assertion, mask, behind, false);
    if (assertionOf(assertion).asks & Side.Last) {
      const atLast = masks.and(this.holdsAhead(assertion, mask, behind, true), masks.not(open));
      this.narrow({ ...next, closing: true }, atLast, pending);
    }
    this.narrow(next, open, pending);
  }

  /** The symbols ahead for which an assertion holds. With `last`, those that must be the last character of the text. */
  private holdsAhead(assertion: number, mask: Mask, behind: number, last: boolean): Mask {
    const { masks, edge } = this.alphabet;
    const inBehind = masks.has(mask, behind);
    const key = `${assertion} ${mask} ${inBehind} ${behind === edge} ${last}`;
    let known = this.narrowed.get(key);
    if (known === undefined) {
      const { holds } = assertionOf(assertion);
      const sides = (behind === edge ? Side.Start | Side.Origin : 0) | (inBehind ? Side.Behind : 0) | (last ? Side.Last : 0);
      known = masks.where((symbol) => {
        if (symbol === edge) return !last && holds[sides | Side.End] === 1;
        return holds[masks.has(mask, symbol) ? sides | Side.Ahead : sides] === 1;
      });
      this.narrowed.set(key, known);
    }
    return known;
  }

  /** The sets that are tested on the character behind. */
  private toldApart(): Mask[] {
    const { code, sets, enclosures } = this.program;
    const found = new Set<Mask>();
    for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
      if (code[i] === Op.Assert) found.add(this.alphabet.maskOf(sets[code[i + 2] as number] as readonly number[]));
    }
    for (const { node } of enclosures) {
      const set = node.kind === "look" && node.behind ? singleLook(node) : undefined;
      if (set) found.add(this.alphabet.maskOf(set));
    }
    return [...found];
  }
}

/** The place with the next character restricted to a mask; undefined if no character is left. */
function narrowed<E>(place: Place<E>, mask: Mask, masks: Masks): Place<E>[] {
  const ahead = masks.and(place.ahead, mask);
  return ahead === masks.none ? [] : [{ ...place, ahead }];
}

/** The places after a lookaround that holds before exactly the symbols of the mask. */
export function exitsBy<E>(place: Place<E>, { held, failed }: Enclosure, mask: Mask, masks: Masks): Place<E>[] {
  const holding = held === FAILS ? [] : narrowed({ ...place, pc: held }, mask, masks);
  return failed === FAILS ? holding : [...holding, ...narrowed({ ...place, pc: failed }, masks.not(mask), masks)];
}

/** Whether a set contains, with each character, all characters that are equal to it under the case folding. */
function foldedAs(node: NodeOf<"character" | "any" | "set">, folding: Reference["folding"]): boolean {
  if (folding === null) return true;
  return node.kind !== "any" && node.folding === folding && (node.kind === "character" || node.fixed.length === 0);
}

function plainEnclosures({ code, enclosures }: Program): Set<number> {
  const plain = new Set<number>();
  const open: { number: number; choices: boolean }[] = [];
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
    const [operation, a] = [code[i] as number, code[i + 1] as number];
    const { flow, does } = rowOf(operation);
    if (operation === Op.Enter) open.push({ number: a, choices: false });
    else if (operation === Op.Leave) {
      const { number, choices } = open.pop() as (typeof open)[number];
      const look = (enclosures[number] as Enclosure).kind === "look";
      if (!choices && !look) plain.add(number);
      const around = open.at(-1);
      if (around && (choices || look)) around.choices = true;
    } else if (flow === "branch" || flow === "loop" || flow === "condition" || does === "repeats") {
      const around = open.at(-1);
      if (around) around.choices = true;
    }
  }
  return plain;
}
