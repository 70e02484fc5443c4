/**
 * Compiles loops, possessive quantifiers, and the enclosures of lookarounds and atomic groups. Dialects differ in when an
 * empty iteration ends a loop, and in the captures that iterations leave behind; their tables are read here.
 */
import type { Reading } from "../syntax/read.ts";
import type { Node, NodeOf } from "../syntax/tree.ts";
import { Emitter, type Task } from "./emitter.ts";
import { type Facts, gatherFacts } from "./facts.ts";
import { Op, PutWhen } from "./operations.ts";
import { type Beyond, captureRegister, type Enclosure, FAILS, type Loop, UNBOUNDED } from "./program.ts";
import { Staying } from "./staying.ts";

type EmptyIteration = Reading["dialect"]["semantics"]["emptyIteration"];

export abstract class Turns extends Emitter {
  protected readonly loops: Loop[] = [];
  protected readonly enclosures: Enclosure[] = [];
  protected readonly beyond = new Set<Beyond>();
  /** First instructions of literal alternatives that Perl looks up in a trie: backtracking to them undoes no capture inside a lookaround. */
  protected readonly lookedUp = new Set<number>();
  protected readonly reading: Reading;
  protected readonly dialect: Reading["dialect"];
  /** The tree that is compiled: the whole pattern, or a part of it. */
  protected part: Node;
  /** The number of registers allocated so far. */
  protected registers: number;
  private stayingOf: Staying | undefined;
  /** Groups that keep the capture of their first run (`Staying.keepsFirst`), with the registers it must be copied from. */
  private readonly firsts: Task[] = [];
  /** A register that is never set, or −1 if none is needed. */
  private nothing = -1;
  /** Computed for the first loop. */
  private facts: Map<Node, Facts> | undefined;

  constructor(reading: Reading, dialect: Reading["dialect"]) {
    super();
    this.reading = reading;
    this.dialect = dialect;
    this.part = reading.root;
    this.registers = 3 * reading.slots.length;
  }

  /** Compiles a node. Its children are compiled later. */
  protected abstract node(node: Node, back: boolean): void;
  protected abstract group(node: NodeOf<"group">, back: boolean, inside?: Task): void;
  /** Compiles a node that is never executed in place, because a subroutine call can still refer to it. */
  protected abstract aside(node: Node, back: boolean): void;

  protected enclose(kind: Enclosure["kind"], node: Node, negated: boolean, inside: Task): void {
    const number = this.enclosures.length;
    if (this.staying.isIn(kind, node)) this.beyond.add("stays");
    const enclosure = { kind, node, leave: FAILS, held: FAILS, failed: FAILS };
    this.enclosures.push(enclosure);
    this.emit(node, Op.Enter, number);
    const firsts = this.firsts.length;
    this.later([
      inside,
      () => {
        this.settleFirsts(firsts);
        const leave = this.emit(node, Op.Leave, number);
        this.enclosures[number] = { ...enclosure, leave, [negated ? "failed" : "held"]: this.pc };
      },
    ]);
  }

  protected quantifier(node: NodeOf<"quantifier">, back: boolean): void {
    const { body } = node;
    if (node.max === 0) {
      this.aside(body, back);
      return;
    }
    if (body.kind === "look" && node.max === Number.POSITIVE_INFINITY && this.dialect.semantics.lookOnceMore) {
      this.quantifier({ ...node, max: node.min + 1 }, back);
      return;
    }
    const optional = node.min === 0 && node.max === 1;
    if (this.dialect.semantics.emptyIteration === "only-turn" && node.min === 0 && !optional && this.factsOf(body).canBeEmpty) {
      // Its first iteration may take nothing, as one that must be may.
      this.loop({ ...node, max: 1 }, () => this.loop({ ...node, min: 1 }, () => this.node(body, back)));
      return;
    }
    if (this.staying.keepsFirst(node)) this.loopKeepingFirst(node, back);
    else if (node.mode !== "possessive") this.loop(node, optional ? () => this.node(body, back) : this.turn(node, back));
    else {
      const iteration = this.dialect.semantics.possessive === "each-iteration" ? this.settled(node, body, back) : () => this.node(body, back);
      this.enclose("possessive", node, false, () => this.loop(node, iteration));
    }
  }

  /** Compiles a part of a repeated body as an enclosure. */
  private settled(quantifier: Node, part: Node, back: boolean): Task {
    return () => this.enclose("possessive", quantifier, false, () => this.node(part, back));
  }

  /** Compiles one iteration. If Java counts the iterations, the inside of the group is an enclosure. */
  private turn(node: NodeOf<"quantifier">, back: boolean): Task {
    const { body } = node;
    const inner = this.staying.settledInside(body);
    return inner && body.kind === "group" ? () => this.group(body, back, this.settled(node, inner, back)) : () => this.node(body, back);
  }

  /** Compiles a loop whose group reports the capture of its first run (`Staying.keepsFirst`). */
  private loopKeepingFirst(node: NodeOf<"quantifier">, back: boolean): void {
    const { min, max, body } = node;
    if (body.kind !== "group" || body.capture === null) throw new RangeError("Only a group that captures keeps what it captured first.");
    const capture = captureRegister(body.capture);
    const [last, first] = [this.registers, this.registers + 2];
    this.registers += 4;
    if (this.nothing < 0) this.nothing = this.registers++;
    const both = (from: number, to: number, when: number): void => {
      for (const i of [0, 1]) this.emit(node, Op.Put, from + i, to + i, when);
    };
    const clear = (register: number): void => {
      for (const i of [0, 1]) this.emit(node, Op.Put, this.nothing, register + i, PutWhen.Always);
    };
    const turn = this.turn(node, back);
    this.beyond.add("stays");
    this.later([
      ...(min > 0 ? [() => this.loop({ ...node, max: min }, turn)] : []),
      () => clear(last),
      () => this.loop({ ...node, min: 0, max: max - min }, () => this.later([turn, () => both(capture, last, PutWhen.Always)]), this.emptyIterationOf(node)),
      () => both(last, first, PutWhen.ToNothing),
    ]);
    this.firsts.push(() => {
      both(first, capture, PutWhen.Something);
      clear(first);
    });
  }

  /** Copies their captures to the groups that keep the capture of their first run and were compiled since `from`. */
  protected settleFirsts(from: number): void {
    for (const settle of this.firsts.splice(from)) settle();
  }

  /** How an empty iteration of this loop is treated. */
  private emptyIterationOf({ body, mode, min, max }: NodeOf<"quantifier">): EmptyIteration {
    const { emptyIteration, emptyCountedTurn } = this.dialect.semantics;
    const isOptional = min === 0 && max === 1;
    const hasNone = emptyCountedTurn === "none" && mode !== "possessive" && !isOptional && (body.kind !== "group" || this.staying.isSteady(body));
    return hasNone ? "fails" : emptyIteration;
  }

  /** The slot that is unset if the loop has no iteration, in dialects that do that; else 0. */
  private clearedWithoutTurn(body: Node, min: number): number {
    if (!this.dialect.semantics.noTurnClears || min > 0 || this.factsOf(body).lastSlot === 0) return 0;
    return Math.max(0, this.staying.countedGroup(body));
  }

  protected get staying(): Staying {
    this.stayingOf ??= new Staying(this.part, this.dialect.semantics.capturesStay, (node) => this.factsOf(node));
    return this.stayingOf;
  }

  private factsOf(node: Node): Facts {
    this.facts ??= gatherFacts(this.part);
    return this.facts.get(node) as Facts;
  }

  private loop(node: NodeOf<"quantifier">, iteration: Task, emptyIteration = this.emptyIterationOf(node)): void {
    const { min, max, mode, body } = node;
    const { canBeEmpty, firstSlot, lastSlot } = this.factsOf(body);
    const { clearsCapturesEachIteration } = this.dialect.semantics;
    const clears = clearsCapturesEachIteration && lastSlot > 0;
    const counted = min > 0 || max !== Number.POSITIVE_INFINITY;
    const endsEmpty =
      emptyIteration === "is-last" || emptyIteration === "is-last-at-least" || (emptyIteration === "is-last-without-bound" && max === Number.POSITIVE_INFINITY);
    const emptyIsLast = canBeEmpty && endsEmpty;
    const isOnlyTurn = emptyIteration === "only-turn" && max === 1;
    const begun = canBeEmpty && !isOnlyTurn && (endsEmpty || emptyIteration === "fails" || emptyIteration === "only-turn");
    const cleared = this.clearedWithoutTurn(body, min);
    const notesAll =
      emptyIsLast && min > 0 && mode !== "possessive" && body.kind === "group" && this.dialect.semantics.emptyTurnEnds === true && !this.staying.isSteady(body);
    const emptyEnds = notesAll && min > 1;
    if (emptyEnds) this.beyond.add("turns");
    const number = this.loops.length;
    this.loops.push({
      node,
      min: Math.min(min, UNBOUNDED),
      max: Math.min(max, UNBOUNDED),
      lazy: mode === "lazy",
      counter: counted ? this.registers++ : -1,
      begin: begun ? this.registers++ : -1,
      emptyIsLast,
      cleared,
      emptyEnds,
      unwinds: this.staying.unwinds(node, body),
      ...this.staying.turnsOf(node),
      notesFrom: notesAll ? 0 : emptyIteration === "is-last" ? min : Math.max(0, min - 1),
      emptyOn: -1,
      clearFrom: clears ? firstSlot : 0,
      clearTo: clears ? lastSlot + 1 : 0,
    });
    if (counted || emptyIsLast || cleared > 0) this.emit(node, Op.LoopEnter, number);
    const begins = begun || clears;
    const start = this.emit(node, Op.LoopTry, number, 0, begins ? 1 : 0);
    if (begins) this.emit(node, Op.LoopBegin, number);
    this.later([
      iteration,
      () => {
        this.emit(node, Op.LoopNext, number, start);
        this.aim(start, 2);
      },
    ]);
  }
}
