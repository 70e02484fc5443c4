/**
 * Syntax tree → program.
 *
 * Nothing is unrolled and nothing is made clever: counted repeats run on counters, so a program is never longer than
 * a few instructions for each character of the pattern. A list of waiting tasks replaces recursion.
 */

import { type CharSet, contains } from "../charset/charset.ts";
import { type FoldingRule, foldedAlike } from "../charset/folding.ts";
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import { charactersOf } from "../syntax/characters.ts";
import { type Reading, read, type Source } from "../syntax/read.ts";
import { childrenOf, type Node, type NodeOf, unknownNode, walk } from "../syntax/tree.ts";
import { assertionNumber } from "./assertions.ts";
import { Op, type Operation } from "./operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program, type Reference, UNBOUNDED } from "./program.ts";

/** A reel keeps 26 bits for the instruction; patterns that people write need a few thousand. */
export const MAX_INSTRUCTIONS = 1 << 24;

const LATIN = 256;

export type Compiled = { readonly ok: true; readonly program: Program } | { readonly ok: false; readonly diagnostics: readonly Diagnostic[] };

/** Compiles a reading; one with diagnostics is handed back as it is. Never throws. */
export function compile(reading: Reading): Compiled {
  const { dialect, diagnostics } = reading;
  if (!dialect || diagnostics.length > 0) return { ok: false, diagnostics };
  const program = new Compiler(reading, dialect).run(reading.root, false);
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
  return reading.dialect && new Compiler(reading, reading.dialect).run(part, back);
}

type Task = () => void;

class Compiler {
  private readonly code: number[] = [];
  private readonly nodes: Node[] = [];
  private readonly resumes = new Map<number, Node>();
  private readonly sets: CharSet[] = [];
  private readonly setNumbers = new Map<string, number>();
  private readonly numbersOf = new Map<CharSet, number>();
  private readonly loops: Loop[] = [];
  private readonly enclosures: Enclosure[] = [];
  private readonly references: Reference[] = [];
  private readonly tasks: Task[] = [];
  /** Gathered for the first loop. */
  private facts: Map<Node, Facts> | undefined;
  private registers: number;
  private part: Node;

  private readonly reading: Reading;
  private readonly dialect: NonNullable<Reading["dialect"]>;

  constructor(reading: Reading, dialect: NonNullable<Reading["dialect"]>) {
    this.reading = reading;
    this.dialect = dialect;
    this.part = reading.root;
    this.registers = 3 * reading.slots.length;
  }

  run(part: Node, back: boolean): Program | undefined {
    this.part = part;
    const { root, groups, slots, options, source } = this.reading;
    this.tasks.push(
      () => this.emit(root, Op.Match),
      () => this.node(part, back),
    );
    for (let task = this.tasks.pop(); task; task = this.tasks.pop()) {
      task();
      if (this.nodes.length > MAX_INSTRUCTIONS) return undefined;
    }
    const groupNames: Record<string, number[]> = Object.create(null);
    for (const { name, number } of slots) {
      if (name === null) continue;
      groupNames[name] ??= [];
      groupNames[name].push(number);
    }
    const latin = new Uint8Array(LATIN * this.sets.length);
    this.sets.forEach((set, n) => {
      for (let unit = 0; unit < LATIN; unit++) if (contains(set, unit)) latin[n * LATIN + unit] = 1;
    });
    return {
      code: Int32Array.from(this.code),
      nodes: this.nodes,
      resumes: this.resumes,
      sets: this.sets,
      latin,
      loops: this.loops,
      enclosures: this.enclosures,
      references: this.references,
      groups,
      slots,
      groupNames,
      options,
      afterEmptyMatch: this.dialect.semantics.afterEmptyMatch,
      registerCount: this.registers,
      root,
      source,
      reading: this.reading,
    };
  }

  private emit(node: Node, op: Operation, a = 0, b = 0, c = 0): number {
    this.code.push(op, a, b, c);
    return this.nodes.push(node) - 1;
  }

  private get pc(): number {
    return this.nodes.length;
  }

  /** Sets field 1 (a) or 2 (b) of an instruction that is already there to the next instruction's number. */
  private aim(pc: number, field: 1 | 2): void {
    this.code[pc * INSTRUCTION_WIDTH + field] = this.pc;
  }

  private later(tasks: readonly Task[]): void {
    for (let i = tasks.length - 1; i >= 0; i--) this.tasks.push(tasks[i] as Task);
  }

  private node(node: Node, back: boolean): void {
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
      case "assertion":
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

  private setNumber(set: CharSet): number {
    const same = this.numbersOf.get(set);
    if (same !== undefined) return same;
    const number = this.equalSetNumber(set);
    this.numbersOf.set(set, number);
    return number;
  }

  private equalSetNumber(set: CharSet): number {
    const key = set.join();
    let number = this.setNumbers.get(key);
    if (number === undefined) {
      number = this.sets.push(set) - 1;
      this.setNumbers.set(key, number);
    }
    return number;
  }

  private group(node: NodeOf<"group">, back: boolean): void {
    const { capture, body } = node;
    if (capture === null) {
      // Brackets in brackets: inside one another, they wait like everything else.
      this.later([() => this.node(body, back)]);
      return;
    }
    this.emit(node, Op.Open, capture);
    this.later([() => this.node(body, back), () => this.emit(node, Op.Close, capture, back ? 1 : 0)]);
  }

  private alternation(node: NodeOf<"alternation">, back: boolean): void {
    this.choice(
      node,
      node.branches.map((branch) => ({ node: branch, emit: () => this.node(branch, back) })),
    );
  }

  /** Several ways, the first of them tried first. */
  private choice(node: Node, ways: readonly { readonly node: Node; readonly emit: Task }[]): void {
    const jumps: number[] = [];
    const tasks: Task[] = [];
    ways.forEach((way, i) => {
      const next = ways[i + 1];
      if (!next) {
        tasks.push(way.emit);
        return;
      }
      let choice = 0;
      tasks.push(
        () => {
          choice = this.emit(node, Op.Branch);
          this.resumes.set(choice, next.node);
        },
        way.emit,
        () => {
          jumps.push(this.emit(node, Op.Jump));
          this.aim(choice, 1);
        },
      );
    });
    tasks.push(() => {
      for (const jump of jumps) this.aim(jump, 1);
    });
    this.later(tasks);
  }

  private conditional(node: NodeOf<"conditional">, back: boolean): void {
    let jump = 0;
    const condition = this.emit(node, Op.Condition, node.slot);
    this.later([
      () => this.node(node.yes, back),
      () => {
        jump = this.emit(node, Op.Jump);
        this.aim(condition, 2);
      },
      () => this.node(node.no, back),
      () => this.aim(jump, 1),
    ]);
  }

  private look(node: NodeOf<"look">): void {
    const { behind, widths, body } = node;
    /** Goes back by so many characters, and reads on from there. */
    const from =
      (width: number, part: Node): Task =>
      () => {
        if (width > 0) this.emit(node, Op.StepBack, width);
        this.later([() => this.node(part, false)]);
      };
    this.enclose("look", node, node.negated, () => {
      if (widths === null) this.later([() => this.node(body, behind)]);
      else if (widths.length === 1) from(widths[0] as number, body)();
      else {
        const branches = body.kind === "alternation" ? body.branches : [body];
        this.choice(
          body,
          branches.map((branch, i) => ({ node: branch, emit: from(widths[i] as number, branch) })),
        );
      }
    });
  }

  private enclose(kind: Enclosure["kind"], node: Node, negated: boolean, inside: Task): void {
    const number = this.enclosures.length;
    const enclosure = { kind, node, leave: FAILS, held: FAILS, failed: FAILS };
    this.enclosures.push(enclosure);
    this.emit(node, Op.Enter, number);
    this.later([
      inside,
      () => {
        const leave = this.emit(node, Op.Leave, number);
        this.enclosures[number] = { ...enclosure, leave, [negated ? "failed" : "held"]: this.pc };
      },
    ]);
  }

  private quantifier(node: NodeOf<"quantifier">, back: boolean): void {
    if (node.max === 0) return;
    const { body } = node;
    if (node.mode !== "possessive") this.loop(node, () => this.node(body, back));
    else {
      const settled = () => this.enclose("possessive", node, false, () => this.node(body, back));
      const iteration = this.dialect.semantics.possessive === "each-iteration" ? settled : () => this.node(body, back);
      this.enclose("possessive", node, false, () => this.loop(node, iteration));
    }
  }

  private factsOf(node: Node): Facts {
    this.facts ??= gatherFacts(this.part);
    return this.facts.get(node) as Facts;
  }

  private loop(node: NodeOf<"quantifier">, iteration: Task): void {
    const { min, max, mode, body } = node;
    const { canBeEmpty, firstSlot, lastSlot } = this.factsOf(body);
    const { clearsCapturesEachIteration, emptyIteration } = this.dialect.semantics;
    const clears = clearsCapturesEachIteration && lastSlot > 0;
    const counted = min > 0 || max !== Number.POSITIVE_INFINITY;
    const emptyIsLast = canBeEmpty && emptyIteration === "is-last";
    const number = this.loops.length;
    this.loops.push({
      node,
      min: Math.min(min, UNBOUNDED),
      max: Math.min(max, UNBOUNDED),
      lazy: mode === "lazy",
      counter: counted ? this.registers++ : -1,
      begin: canBeEmpty ? this.registers++ : -1,
      emptyIsLast,
      emptyOn: -1,
      clearFrom: clears ? firstSlot : 0,
      clearTo: clears ? lastSlot + 1 : 0,
    });
    if (counted || emptyIsLast) this.emit(node, Op.LoopEnter, number);
    const begins = canBeEmpty || clears;
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

interface Facts {
  readonly canBeEmpty: boolean;
  /** The first and last slot of the capturing groups inside; nought where there is none. */
  readonly firstSlot: number;
  readonly lastSlot: number;
}

/** What the compiler asks of each node, found from the inside out. */
function gatherFacts(root: Node): Map<Node, Facts> {
  const facts = new Map<Node, Facts>();
  const outerFirst = [...walk(root)];
  for (const node of outerFirst.reverse()) {
    const inner = childrenOf(node).map((child) => facts.get(child) as Facts);
    const numbers = inner.filter((f) => f.lastSlot > 0);
    const own = node.kind === "group" && node.capture !== null ? node.capture : 0;
    facts.set(node, {
      canBeEmpty: canBeEmpty(node, inner),
      firstSlot: own || (numbers[0]?.firstSlot ?? 0),
      lastSlot: Math.max(own, numbers.at(-1)?.lastSlot ?? 0),
    });
  }
  return facts;
}

function canBeEmpty(node: Node, inner: readonly Facts[]): boolean {
  switch (node.kind) {
    case "character":
    case "any":
      return false;
    case "set":
      return node.strings.includes("");
    case "sequence":
      return inner.every((f) => f.canBeEmpty);
    case "alternation":
    case "conditional":
      return inner.some((f) => f.canBeEmpty);
    case "group":
    case "atomic":
      return (inner[0] as Facts).canBeEmpty;
    case "quantifier":
      return node.min === 0 || (inner[0] as Facts).canBeEmpty;
    case "empty":
    case "assertion":
    case "look":
    case "back-reference":
      return true;
    default:
      return unknownNode(node);
  }
}
