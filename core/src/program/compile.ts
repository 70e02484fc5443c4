/**
 * Syntax tree → program.
 *
 * Nothing is unrolled and nothing is made clever: counted repeats run on counters, so a program is never longer than
 * a few instructions for each character of the pattern. A list of waiting tasks replaces recursion.
 */

import type { CharSet } from "../charset/charset.ts";
import { type FoldingRule, foldedAlike } from "../charset/folding.ts";
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import { charactersOf } from "../syntax/characters.ts";
import { type Reading, read, type Source } from "../syntax/read.ts";
import { type Node, type NodeOf, unknownNode, type VerbKind } from "../syntax/tree.ts";
import { unknownKey } from "../unknown.ts";
import { assertionNumber } from "./assertions.ts";
import type { Task } from "./emitter.ts";
import { aroundVerbs, asksForLineEnd, asksOf, insideTheirOwn } from "./facts.ts";
import { firstCharacter } from "./first.ts";
import { Looks } from "./looks.ts";
import { Op } from "./operations.ts";
import { type Enclosure, openRegister, type Program, type Reference, type Verb } from "./program.ts";

/** Patterns that people write need a few thousand; more than this take seconds to compile. (A reel keeps 26 bits for the instruction.) */
const MAX_INSTRUCTIONS = 1 << 20;

export type Compiled = { readonly ok: true; readonly program: Program } | { readonly ok: false; readonly diagnostics: readonly Diagnostic[] };

/**
 * Compiles a reading; one with diagnostics is handed back as it is. Never throws.
 * @param stacked groups keep all that they captured, whether or not the pattern asks for it
 */
export function compile(reading: Reading, stacked = false): Compiled {
  const { dialect, diagnostics } = reading;
  if (diagnostics.length > 0) return { ok: false, diagnostics };
  const program = new Compiler(reading, dialect, stacked).run(reading.root, false);
  if (program) return { ok: true, program };
  const span = { start: 0, end: reading.source.pattern.length };
  return { ok: false, diagnostics: [diagnostic("too-large", span, MAX_INSTRUCTIONS)] };
}

/** The program of a pattern as it is written; undefined where it does not read. Never throws. */
export function compileSource(source: Source): Program | undefined {
  const compiled = compile(read(source));
  return compiled.ok ? compiled.program : undefined;
}

/**
 * Compiles a part of a reading on its own, to be run along the text or against it; undefined where it is too large.
 * Read against the text, the whole pattern matches the same stretches, from their ends to their starts.
 */
export function compilePart(reading: Reading, part: Node, back: boolean): Program | undefined {
  return new Compiler(reading, reading.dialect).run(part, back);
}

class Compiler extends Looks {
  private readonly references: Reference[] = [];
  private readonly asked: (readonly number[])[] = [];
  private readonly verbs: Verb[] = [];
  private readonly special = { keep: -1, call: -1, aside: -1, stack: -1, mark: -1, closed: -1 };
  /** Groups inside of one of their own slot. */
  private readonly within: ReadonlySet<Node>;
  /** Names that verbs leave behind, one for each verb with one. */
  private readonly markNames: string[] = [];
  private readonly marks = new Map<string, number>();
  /** Where the groups begin, and the calls of them that are still to be aimed. */
  private readonly begins = new Map<number, number>([[0, 0]]);
  private readonly calls: { readonly pc: number; readonly slot: number }[] = [];
  /** Slots that are called, which must know where to go back to. */
  private readonly called: ReadonlySet<number>;
  /** For each verb that goes by the alternation around it the register of that; −1 outside of any. */
  private readonly alternations: ReadonlyMap<Node, Node>;
  /** For each verb that ends the match the groups around it. */
  private readonly groupsAround: ReadonlyMap<Node, readonly number[]>;
  private readonly noted: ReadonlySet<Node>;
  private readonly alternationRegisters = new Map<Node, number>();

  constructor(reading: Reading, dialect: Reading["dialect"], stacked = false) {
    super(reading, dialect);
    const { called, takesBack } = asksOf(reading.root);
    this.called = called;
    const around = aroundVerbs(reading.root);
    this.alternations = around.alternations;
    this.groupsAround = around.groups;
    this.noted = new Set(this.alternations.values());
    this.within = new Set(reading.groups.map(({ slot }) => slot)).size < reading.groups.length ? insideTheirOwn(reading.root) : new Set();
    if (stacked || takesBack) {
      this.special.stack = this.registers;
      this.registers += 1 + reading.slots.length;
      this.beyond.add("stacks");
    }
    if (this.called.size > 0) {
      this.special.call = this.registers++;
      this.special.aside = this.registers++;
      this.beyond.add("calls");
    }
  }

  run(part: Node, back: boolean): Program | undefined {
    this.part = part;
    if (this.staying.inLaterTurns()) {
      this.beyond.add("stays");
      this.special.closed = this.registers++;
    }
    if (this.dialect.semantics.skipsLineFeeds?.(this.reading.options) && !asksForLineEnd(part)) this.beyond.add("line-feeds");
    const { root, groups, slots, options, source } = this.reading;
    this.later([
      () => this.node(part, back),
      () => {
        if (this.called.has(0)) this.emit(root, Op.Return, 0);
        this.settleFirsts(0);
        this.emit(root, Op.Match);
      },
    ]);
    if (!this.work(MAX_INSTRUCTIONS)) return undefined;
    for (const { pc, slot } of this.calls) this.aim(pc, 2, this.begins.get(slot) ?? 0);
    const numbersOf: Record<string, Set<number>> = Object.create(null);
    for (const { name, number } of groups) {
      if (name === null) continue;
      numbersOf[name] ??= new Set();
      numbersOf[name].add(number);
    }
    const skips = this.beyond.has("verbs") ? this.dialect.semantics.skipsToFirst(options, this.reading.source.pattern) : null;
    const groupNames: Record<string, number[]> = Object.create(null);
    for (const name in numbersOf) groupNames[name] = [...(numbersOf[name] ?? [])];
    return {
      code: Int32Array.from(this.code),
      nodes: this.nodes,
      resumes: this.resumes,
      sets: this.sets,
      latin: this.latin(),
      loops: this.loops,
      enclosures: this.enclosures,
      references: this.references,
      asked: this.asked,
      verbs: this.verbs,
      beyond: this.beyond,
      skipsLineFeeds: this.beyond.has("line-feeds"),
      lookedUp: this.lookedUp,
      capturesStay: this.beyond.has("stays") ? (this.dialect.semantics.capturesStay ?? null) : null,
      starts: skips === null ? null : firstCharacter(part, skips),
      keepRegister: this.special.keep,
      callRegister: this.special.call,
      asideRegister: this.special.aside,
      closedRegister: this.special.closed,
      stackRegister: this.special.stack,
      markRegister: this.special.mark,
      markNames: this.markNames,
      groups,
      slots,
      groupNames,
      options,
      preference: this.dialect.semantics.preference,
      afterEmptyMatch: this.dialect.semantics.afterEmptyMatch,
      searchStart: this.dialect.semantics.searchStart,
      lostMark: this.dialect.semantics.lostMark,
      registerCount: this.registers,
      root,
      source,
      reading: this.reading,
    };
  }

  protected node(node: Node, back: boolean): void {
    switch (node.kind) {
      case "empty":
        return;
      case "character":
        this.character(node, node.codePoint, node.folding, back);
        return;
      case "any":
        this.emitSet(node, node.set, back);
        return;
      case "set":
        this.set(node, back);
        return;
      case "call":
        this.calls.push({ pc: this.emit(node, Op.Call, node.slot), slot: node.slot });
        return;
      case "verb":
        this.verb(node);
        return;
      case "keep":
        if (this.special.keep < 0) this.special.keep = this.registers++;
        this.beyond.add("keep");
        this.emit(node, Op.Keep);
        return;
      case "assertion":
        if (node.assertion === "search-start") this.beyond.add("search-start");
        this.emit(node, Op.Assert, assertionNumber(node.assertion), this.setNumber(node.set));
        return;
      case "back-reference": {
        const { slots, folding } = node;
        const unsetIsEmpty = this.dialect.semantics.unsetReference === "empty";
        this.emit(node, Op.Reference, this.references.push({ slots, folding, unsetIsEmpty }) - 1, back ? 1 : 0);
        return;
      }
      case "conditional":
        this.conditional(node, back);
        return;
      case "sequence": {
        const items = back ? [...node.items].reverse() : node.items;
        this.later(items.map((item) => () => this.node(item, back)));
        return;
      }
      case "group":
        this.group(node, back);
        return;
      case "alternation":
        this.alternation(node, back);
        return;
      case "look":
        this.look(node);
        return;
      case "atomic":
        this.enclose("atomic", node, false, () => this.node(node.body, back));
        return;
      case "quantifier":
        this.quantifier(node, back);
        return;
      default:
        unknownNode(node);
    }
  }

  private character(node: Node, codePoint: number, folding: FoldingRule | null, back: boolean): void {
    const folded = folding ? foldedAlike(codePoint, folding) : null;
    const surrogate = codePoint > 0xffff || (codePoint >= 0xd800 && codePoint <= 0xdfff);
    const wide = this.reading.options.codePoints && surrogate;
    const several = folded !== null && (folded.length > 2 || folded[0] !== folded[1]);
    if (wide || several) this.emitSet(node, folded ?? [codePoint, codePoint], back);
    else this.emit(node, back ? Op.UnitBack : Op.Unit, codePoint);
  }

  /** Longer strings come first, the empty one last (ECMA-262 CompileAtom of a class). */
  private set(node: NodeOf<"set">, back: boolean): void {
    const { folding, strings } = node;
    const characters = charactersOf(node);
    const single = (): void => this.emitSet(node, characters, back);
    if (strings.length === 0) {
      single();
      return;
    }
    const spell = (string: string) => () => {
      const spelled = Array.from(string, (c) => c.codePointAt(0) as number);
      for (const codePoint of back ? spelled.reverse() : spelled) this.character(node, codePoint, folding, back);
    };
    const ways = strings.filter((string) => string !== "").map((string) => ({ node, emit: spell(string) }));
    if (characters.length > 0) ways.push({ node, emit: single });
    if (strings.includes("")) ways.push({ node, emit: spell("") });
    this.choice(node, ways);
  }

  private emitSet(node: Node, set: CharSet, back: boolean): void {
    const { codePoints } = this.reading.options;
    const operation = codePoints ? (back ? Op.SetPointBack : Op.SetPoint) : back ? Op.SetBack : Op.Set;
    this.emit(node, operation, this.setNumber(set));
  }

  protected group(node: NodeOf<"group">, back: boolean, inside: Task = () => this.node(node.body, back)): void {
    const { capture, pops = -1 } = node;
    if (capture === null) {
      // Brackets in brackets: inside one another, they wait like everything else.
      const popped = () => this.emit(node, Op.Balance, pops, 0, back ? 1 : 0);
      this.later([inside, ...(pops < 0 ? [] : [popped])]);
      return;
    }
    const opened = openRegister(capture, this.reading.slots.length);
    const around = this.within.has(node) ? this.registers++ : -1;
    if (around >= 0) {
      this.beyond.add("stacks");
      this.emit(node, Op.Put, opened, around);
    }
    const begin = this.emit(node, Op.Open, capture);
    // Of several groups in one slot the first is called.
    if (!this.begins.has(capture)) this.begins.set(capture, begin);
    this.later([
      inside,
      () => {
        if (pops < 0) this.emit(node, Op.Close, capture, back ? 1 : 0);
        else this.emit(node, Op.Balance, pops, capture, back ? 1 : 0);
        if (around >= 0) this.emit(node, Op.Put, around, opened);
        if (this.called.has(capture)) this.emit(node, Op.Return, capture);
      },
    ]);
  }

  private alternation(node: NodeOf<"alternation">, back: boolean): void {
    let last: Task = () => undefined;
    if (this.noted.has(node)) {
      const register = this.registers++;
      this.beyond.add("verbs");
      this.alternationRegisters.set(node, register);
      const together = this.dialect.semantics.lettersTogether && node.branches.every(beginsWithLetter);
      this.emit(node, Op.NoteStates, register, together ? 0 : 1);
      last = () => this.emit(node, Op.NoteStates, register, 0);
    }
    const literal = this.dialect.semantics.lettersTogether === true && node.branches.every(isLiteral);
    this.choice(
      node,
      node.branches.map((branch, i) => ({
        node: branch,
        emit: () => {
          const isLast = i === node.branches.length - 1;
          if (isLast) last();
          // A way begins with the choice of the next, if there is one.
          if (literal && i > 0) this.lookedUp.add(isLast ? this.pc : this.pc - 1);
          this.node(branch, back);
        },
      })),
    );
  }

  private conditional(node: NodeOf<"conditional">, back: boolean): void {
    const { asks } = node;
    let jump = 0;
    /** Aims what was asked at the second way. */
    let otherwise: Task = () => undefined;
    const aimed = (condition: number): void => {
      otherwise = () => this.aim(condition, 2);
    };
    const ask: Task = () => {
      switch (asks.kind) {
        case "groups":
          aimed(this.emit(node, Op.Condition, this.asked.push(asks.slots) - 1));
          return;
        case "call":
          this.beyond.add("calls");
          aimed(this.emit(node, Op.ConditionCall, asks.slots === null ? -1 : (asks.slots[0] ?? 0)));
          return;
        case "constant":
          return;
        case "look": {
          // It has both exits: through its inside to one way, past it to the other.
          const { look } = asks;
          if (look.kind !== "look") throw new RangeError("A conditional asks for something that is no lookaround.");
          const number = this.enclosures.length;
          this.look(look);
          otherwise = () => {
            const enclosure = this.enclosures[number] as Enclosure;
            this.enclosures[number] = { ...enclosure, [look.negated ? "held" : "failed"]: this.pc };
          };
          return;
        }
        default:
          unknownKey(asks);
      }
    };
    if (asks.kind === "constant") {
      // What is never gone through holds groups that are called.
      const [way, other] = asks.holds ? [node.yes, node.no] : [node.no, node.yes];
      this.later([() => this.node(way, back), () => this.aside(other, back)]);
      return;
    }
    this.later([
      ask,
      () => this.node(node.yes, back),
      () => {
        jump = this.emit(node, Op.Jump);
        otherwise();
      },
      () => this.node(node.no, back),
      () => this.aim(jump, 1),
    ]);
  }

  /** Emits a part that is come to by calls alone. */
  protected aside(node: Node, back: boolean): void {
    // What is never gone through may be called.
    if (node.kind === "empty" || this.called.size === 0) return;
    const jump = this.emit(node, Op.Jump);
    this.later([() => this.node(node, back), () => this.aim(jump, 1)]);
  }

  private verb(node: NodeOf<"verb">): void {
    const { verb, name } = node;
    this.beyond.add("verbs");
    let mark = -1;
    if (name !== null && (verb === "mark" || verb === "skip")) {
      mark = this.marks.get(name) ?? this.registers++;
      this.marks.set(name, mark);
    }
    const around = this.alternations.get(node);
    const alternation = around ? (this.alternationRegisters.get(around) ?? -1) : -1;
    const closes = verb === "accept" ? (this.groupsAround.get(node) ?? []) : [];
    // A verb that skips goes by a mark, and leaves none.
    const named = name === null || verb === "skip" ? -1 : this.markNames.push(name) - 1;
    if (named >= 0 && this.special.mark < 0) this.special.mark = this.registers++;
    const number = this.verbs.push({ kind: verb, mark, named, alternation, closes }) - 1;
    this.emit(node, Op.Verb, number);
    if (ACTS_LATER[verb]) this.emit(node, Op.Act, number);
  }
}

const isLiteral = (branch: Node): boolean => (branch.kind === "sequence" ? branch.items : [branch]).every(({ kind }) => kind === "character");
/** Perl looks alternatives up together that begin with a letter, or are empty. */
const beginsWithLetter = (branch: Node): boolean => branch.kind === "empty" || (branch.kind === "sequence" ? branch.items[0] : branch)?.kind === "character";

/** Verbs that act when they are backtracked to, and are passed until then. */
const ACTS_LATER: Readonly<Record<VerbKind, boolean>> = { accept: false, fail: false, mark: false, commit: true, prune: true, skip: true, alternative: true };
