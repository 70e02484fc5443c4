/**
 * What a program does between one character and the next: from an instruction, in order of preference, along every
 * way that takes no text, to the items that would take some. The same walk serves paths, where two ways to the same
 * item count as two, and threads, where they count as one.
 *
 * What stands behind is known; what stands ahead is not, so an assertion narrows what may come next.
 */

import { append } from "../lists.ts";
import { assertionOf, Side } from "../program/assertions.ts";
import { lengthsOf } from "../program/lengths.ts";
import { Op, type Operation, refuseOperation, rowOf } from "../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program, type Reference, UNBOUNDED } from "../program/program.ts";
import { charactersOf, singleLook } from "../syntax/characters.ts";
import { type NodeOf, walk } from "../syntax/tree.ts";
import type { Alphabet, Mask, Masks } from "./alphabet.ts";

/** A place in a program between two characters. `E` is what the caller carries along. */
export interface Place<E> {
  readonly pc: number;
  /** The counts of the counted loops around, the outermost first. */
  readonly counts: readonly number[];
  /** Loops whose iteration has taken no text yet. */
  readonly fresh: readonly number[];
  /** What may come next. */
  readonly ahead: Mask;
  /** Whether the text must end after the next character. */
  readonly closing: boolean;
  readonly extra: E;
}

/** What the caller makes of the ways. */
export interface Visitor<E> {
  /** How often one place is gone through: twice tells one way from several. */
  readonly visits: 1 | 2;
  /** Whether to go every way that captures may open: any text for a back-reference, both ways of a condition. */
  readonly guesses: boolean;
  /** Whether assertions and lookarounds are gone past whether they hold or not: what is read is not read in its own direction. */
  readonly blind?: boolean;
  /** A way that is not gone, since it hangs on captures, or on a count that is not kept. */
  lose?(): void;
  keyOf(extra: E): string;
  /** How much a place carries along, beside what the walk knows of: making it takes as long. */
  weigh(extra: E): number;
  /** A place that would take text, or where the program or an enclosure is through. */
  arrive(place: Place<E>): void;
  /** An enclosure is entered, other than a lookaround for one character: the places to go on from, in order. */
  enter(place: Place<E>, enclosure: number): readonly Place<E>[];
  /** An enclosure is through: where to go on, if the way does not end there. */
  leave(place: Place<E>, enclosure: number): Place<E> | undefined;
  /** The second of two ways, which is gone only where the first one fails. */
  second(first: Place<E>, second: Place<E>): Place<E>;
  /** A group's slot is opened, or closed: for whoever keeps captures. */
  open?(extra: E, slot: number): E;
  close?(extra: E, slot: number): E;
  /** A loop begins an iteration, which may clear captures. */
  begin?(extra: E, loop: number): E;
  /** A loop has finished an iteration. */
  turn(extra: E, loop: number): E;
}

/** How exactly a loop is counted. */
export interface Bounds {
  readonly min: number;
  readonly max: number;
  /** Whether the bounds are those of the pattern; else they are wider. */
  readonly exact: boolean;
}

/**
 * Which way a walk may be off where loops are not counted exactly: it goes at least the ways of the pattern, or at most
 * those. What asks whether something can happen needs the first; what asks whether something is sure to, the second.
 */
export type Way = "at-least" | "at-most";

/** What a back-reference can stand for. */
interface Held {
  readonly mask: Mask;
  /** Whether it is never long. */
  readonly bounded: boolean;
}

/** A text of no more code units than this is compared in no time. */
const MAX_HELD = 64;
/** Parts of groups that are looked at for one reference, and for all of a pattern: groups in groups are looked at for each of them. */
const MAX_LOOKED_AT = 2000;
const MAX_LOOKED_AT_IN_ALL = 500_000;

/** What has been gone through so far. */
export interface Budget {
  work: number;
}

/** Places gone through for one automaton, each as long as what it carries along: a second or so. */
const MAX_WORK = 800_000;
/** The same for one walk: what lies between two characters of a pattern of a person's is far less. */
const MAX_WALK = 100_000;

export const exactBounds = (loop: Loop): Bounds => ({ min: loop.min, max: loop.max, exact: true });

export class Walk<W extends Way> {
  readonly way: W;
  readonly program: Program;
  readonly alphabet: Alphabet;
  /** Classes behind that no assertion tells apart are of one kind. */
  readonly kindOf: readonly number[];
  readonly kinds: readonly Mask[];
  /** Set where there was more to go through than there is time for: then ways are missing. */
  spent = false;
  private readonly budget: Budget;
  private readonly anything: Mask;
  private readonly held = new Map<number, Held>();
  private groups: Map<number, readonly NodeOf<"group">[]> | undefined;
  /** Parts of groups that have been looked at so far. */
  private lookedInAll = 0;
  private readonly narrowed = new Map<string, Mask>();
  private readonly bounds: readonly Bounds[];
  private readonly endAhead: Mask;
  /** Atomic enclosures without a choice inside: there is nothing to settle. */
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

  /** What has been gone through so far, by all walks that share the budget. */
  get work(): number {
    return this.budget.work;
  }

  /** Goes every way from the place, with the symbol that stands behind. */
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
          // Any text may stand there: nothing, or more of it after each character.
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
          // It stands at the start of a lookbehind, and those are read along the text: nothing walks into them.
          throw new RangeError("A walk has come to the inside of a lookbehind.");
        // Where the match is said to begin is no matter to what it takes.
        case Op.Keep:
          pending.push({ ...place, pc: pc + 1 });
          break;
        case Op.Balance:
          // Whether there is something to take back is not known here.
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
          // What comes of these hangs on more than a place: ways are missing then.
          this.spent = true;
          break;
        case Op.HereAgain:
          throw new RangeError("A walk has come to the inside of a lookbehind.");
        default:
          refuseOperation(operation);
      }
    }
  }

  /** What an item takes; everything, where it is no item of one character. */
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

  /** What the groups of a reference can hold: which characters, and whether as many as one likes. */
  heldBy(reference: number): Held {
    let held = this.held.get(reference);
    if (!held) {
      held = this.findHeld(reference);
      this.held.set(reference, held);
    }
    return held;
  }

  /** The groups that a slot stands for. */
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
        // Of strings and of references inside nothing is known, nor of what the reference folds in another way.
        const unknown = node.kind === "back-reference" || (node.kind === "set" && node.strings.length > 0) || (isOne && !foldedAs(node, folding));
        if (unknown) return { mask: this.anything, bounded: false };
        if (isOne) masks.push(this.alphabet.maskOf(charactersOf(node)));
      }
      bounded &&= lengthsOf({ ...this.program, root: group.body }).most <= MAX_HELD;
    }
    // What stands for a part alone may refer to a group outside it.
    const known = masks.length > 0 || reading.slots.length === 0;
    const { masks: all } = this.alphabet;
    return { mask: known ? all.where((symbol) => masks.some((mask) => all.has(mask, symbol))) : this.anything, bounded: known && bounded };
  }

  /** A wider loop goes ways that the pattern does not go: where at most the pattern's are wanted, none of them is gone. */
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

  /** What stands ahead is not known yet: of it the assertion leaves what it holds for. */
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

  /** The symbols ahead before which an assertion holds; where `last`, those that are the last character of the text. */
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

  /** The sets that what stands behind is asked for. */
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

/** The place where only the mask may come next; none where nothing may. */
function narrowed<E>(place: Place<E>, mask: Mask, masks: Masks): Place<E>[] {
  const ahead = masks.and(place.ahead, mask);
  return ahead === masks.none ? [] : [{ ...place, ahead }];
}

/** The places behind a lookaround that holds before the symbols of the mask, and only before those. */
export function exitsBy<E>(place: Place<E>, { held, failed }: Enclosure, mask: Mask, masks: Masks): Place<E>[] {
  const holding = held === FAILS ? [] : narrowed({ ...place, pc: held }, mask, masks);
  return failed === FAILS ? holding : [...holding, ...narrowed({ ...place, pc: failed }, masks.not(mask), masks)];
}

/** Whether what takes a character takes all those that the folding holds to be the same. */
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
