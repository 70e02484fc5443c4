/**
 * Syntax tree → program.
 *
 * Nothing is unrolled and nothing is made clever: counted repeats run on counters, so a program is never longer than
 * a few instructions for each character of the pattern. A list of waiting tasks replaces recursion.
 */

import { type CharSet, complement, contains, FULL_SET } from "../charset/charset.ts";
import { ANY_BUT_LINE_TERMINATORS, LINE_TERMINATORS } from "../charset/classes.ts";
import { closeOverCase, type FoldingRule } from "../charset/folding.ts";
import { type Diagnostic, diagnostic } from "../syntax/diagnostic.ts";
import type { Reading } from "../syntax/read.ts";
import { childrenOf, type Node, type NodeOf, walk } from "../syntax/tree.ts";
import { ASSERTIONS, INSTRUCTION_WIDTH, type Look, type Loop, Op, type Program, UNBOUNDED } from "./program.ts";

/** A reel keeps 27 bits for the instruction; patterns that people write need a few thousand. */
export const MAX_INSTRUCTIONS = 1 << 24;

const LATIN = 256;

export type Compiled = { readonly ok: true; readonly program: Program } | { readonly ok: false; readonly diagnostics: readonly Diagnostic[] };

/** Compiles a reading; one with diagnostics is handed back as it is. Never throws. */
export function compile(reading: Reading): Compiled {
  const { dialect, diagnostics } = reading;
  if (!dialect || diagnostics.length > 0) return { ok: false, diagnostics };
  const program = new Compiler(reading, dialect).run();
  if (program) return { ok: true, program };
  const span = { start: 0, end: reading.source.pattern.length };
  return { ok: false, diagnostics: [diagnostic("too-large", span, MAX_INSTRUCTIONS)] };
}

type Task = () => void;

class Compiler {
  private readonly code: number[] = [];
  private readonly nodes: Node[] = [];
  private readonly resumes = new Map<number, Node>();
  private readonly sets: CharSet[] = [];
  private readonly setNumbers = new Map<string, number>();
  private readonly loops: Loop[] = [];
  private readonly looks: Look[] = [];
  private readonly references: { groups: readonly number[] }[] = [];
  private readonly tasks: Task[] = [];
  private readonly facts: Map<Node, Facts>;
  private readonly folding: FoldingRule | null;
  private registers: number;

  private readonly reading: Reading;
  private readonly dialect: NonNullable<Reading["dialect"]>;

  constructor(reading: Reading, dialect: NonNullable<Reading["dialect"]>) {
    this.reading = reading;
    this.dialect = dialect;
    this.facts = gatherFacts(reading.root);
    this.folding = reading.options.ignoreCase ? dialect.semantics.folding(reading.options) : null;
    this.registers = 3 * reading.groups.length;
  }

  run(): Program | undefined {
    const { root, groups, options, source } = this.reading;
    this.tasks.push(
      () => this.emit(root, Op.Match),
      () => this.node(root, false),
    );
    for (let task = this.tasks.pop(); task; task = this.tasks.pop()) {
      task();
      if (this.nodes.length > MAX_INSTRUCTIONS) return undefined;
    }
    const groupNames: Record<string, number[]> = Object.create(null);
    for (const { name, number } of groups) {
      if (name === null) continue;
      groupNames[name] ??= [];
      groupNames[name].push(number);
    }
    const { word } = this.dialect.semantics;
    const wordSet = this.setNumber(this.folding === "unicode" ? closeOverCase(word, "unicode") : word);
    const lineEndSet = this.setNumber(this.dialect.semantics.lineTerminators);
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
      looks: this.looks,
      references: this.references,
      groups,
      groupNames,
      wordSet,
      lineEndSet,
      folding: this.folding,
      options,
      registerCount: this.registers,
      root,
      source,
    };
  }

  private emit(node: Node, op: number, a = 0, b = 0, c = 0): number {
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

  private later(...tasks: Task[]): void {
    for (let i = tasks.length - 1; i >= 0; i--) this.tasks.push(tasks[i] as Task);
  }

  private node(node: Node, back: boolean): void {
    switch (node.kind) {
      case "empty":
        return;
      case "character":
        this.character(node, back);
        return;
      case "any":
        this.emitSet(node, this.dotSet(), back);
        return;
      case "set":
        this.emitSet(node, this.ownSet(node), back);
        return;
      case "assertion":
        this.emit(node, Op.Assert, ASSERTIONS.indexOf(node.assertion));
        return;
      case "back-reference":
        this.emit(node, Op.Reference, this.references.push({ groups: node.groups }) - 1, back ? 1 : 0);
        return;
      case "sequence": {
        const items = back ? [...node.items].reverse() : node.items;
        this.later(...items.map((item) => () => this.node(item, back)));
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
      case "quantifier":
        this.quantifier(node, back);
        return;
    }
  }

  private character(node: NodeOf<"character">, back: boolean): void {
    const { codePoint } = node;
    const folded = this.folding ? closeOverCase([codePoint, codePoint], this.folding) : null;
    const surrogate = codePoint > 0xffff || (codePoint >= 0xd800 && codePoint <= 0xdfff);
    const wide = this.reading.options.codePoints && surrogate;
    const several = folded !== null && (folded.length > 2 || folded[0] !== folded[1]);
    if (wide || several) this.emitSet(node, folded ?? [codePoint, codePoint], back);
    else this.emit(node, back ? Op.UnitBack : Op.Unit, codePoint);
  }

  private dotSet(): CharSet {
    if (this.reading.options.dotTakesAll) return FULL_SET;
    const { lineTerminators } = this.dialect.semantics;
    return lineTerminators === LINE_TERMINATORS ? ANY_BUT_LINE_TERMINATORS : complement(lineTerminators);
  }

  /** ECMA-262 CharacterSetMatcher: the set is closed over case first, and inverted after. */
  private ownSet(node: NodeOf<"set">): CharSet {
    const closed = this.folding ? closeOverCase(node.set, this.folding) : node.set;
    return node.negated ? complement(closed) : closed;
  }

  private emitSet(node: Node, set: CharSet, back: boolean): void {
    const forward = this.reading.options.codePoints ? Op.SetPoint : Op.Set;
    this.emit(node, back ? forward + 1 : forward, this.setNumber(set));
  }

  private setNumber(set: CharSet): number {
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
      this.node(body, back);
      return;
    }
    this.emit(node, Op.Open, capture);
    this.later(
      () => this.node(body, back),
      () => this.emit(node, Op.Close, capture, back ? 1 : 0),
    );
  }

  private alternation(node: NodeOf<"alternation">, back: boolean): void {
    const jumps: number[] = [];
    const tasks: Task[] = [];
    node.branches.forEach((branch, i) => {
      const next = node.branches[i + 1];
      if (!next) {
        tasks.push(() => this.node(branch, back));
        return;
      }
      let choice = 0;
      tasks.push(
        () => {
          choice = this.emit(node, Op.Branch);
          this.resumes.set(choice, next);
        },
        () => this.node(branch, back),
        () => {
          jumps.push(this.emit(node, Op.Jump));
          this.aim(choice, 1);
        },
      );
    });
    tasks.push(() => {
      for (const jump of jumps) this.aim(jump, 1);
    });
    this.later(...tasks);
  }

  private look(node: NodeOf<"look">): void {
    const number = this.looks.length;
    this.looks.push({ node, negated: node.negated, next: -1 });
    this.emit(node, Op.LookEnter, number);
    this.later(
      () => this.node(node.body, node.behind),
      () => {
        this.emit(node, Op.LookLeave, number);
        this.looks[number] = { node, negated: node.negated, next: this.pc };
      },
    );
  }

  private quantifier(node: NodeOf<"quantifier">, back: boolean): void {
    const { min, max, mode, body } = node;
    if (max === 0) return;
    const { canBeEmpty, firstGroup, lastGroup } = this.facts.get(body) as Facts;
    const clears = this.dialect.semantics.clearsCapturesEachIteration && lastGroup > 0;
    const counted = min > 0 || max !== Number.POSITIVE_INFINITY;
    const number = this.loops.length;
    this.loops.push({
      node,
      min: Math.min(min, UNBOUNDED),
      max: Math.min(max, UNBOUNDED),
      lazy: mode === "lazy",
      counter: counted ? this.registers++ : -1,
      begin: canBeEmpty ? this.registers++ : -1,
      clearFrom: clears ? firstGroup : 0,
      clearTo: clears ? lastGroup + 1 : 0,
    });
    if (counted) this.emit(node, Op.LoopEnter, number);
    const begins = canBeEmpty || clears;
    const start = this.emit(node, Op.LoopTry, number, 0, begins ? 1 : 0);
    if (begins) this.emit(node, Op.LoopBegin, number);
    this.later(
      () => this.node(body, back),
      () => {
        this.emit(node, Op.LoopNext, number, start);
        this.aim(start, 2);
      },
    );
  }
}

interface Facts {
  readonly canBeEmpty: boolean;
  /** Numbers of the first and last capturing group inside; nought where there is none. */
  readonly firstGroup: number;
  readonly lastGroup: number;
}

/** What the compiler asks of each node, found from the inside out. */
function gatherFacts(root: Node): Map<Node, Facts> {
  const facts = new Map<Node, Facts>();
  const outerFirst = [...walk(root)];
  for (const node of outerFirst.reverse()) {
    const inner = childrenOf(node).map((child) => facts.get(child) as Facts);
    const numbers = inner.filter((f) => f.lastGroup > 0);
    const own = node.kind === "group" && node.capture !== null ? node.capture : 0;
    facts.set(node, {
      canBeEmpty: canBeEmpty(node, inner),
      firstGroup: own || (numbers[0]?.firstGroup ?? 0),
      lastGroup: Math.max(own, numbers.at(-1)?.lastGroup ?? 0),
    });
  }
  return facts;
}

function canBeEmpty(node: Node, inner: readonly Facts[]): boolean {
  switch (node.kind) {
    case "character":
    case "any":
    case "set":
      return false;
    case "sequence":
      return inner.every((f) => f.canBeEmpty);
    case "alternation":
      return inner.some((f) => f.canBeEmpty);
    case "group":
      return (inner[0] as Facts).canBeEmpty;
    case "quantifier":
      return node.min === 0 || (inner[0] as Facts).canBeEmpty;
    default:
      return true;
  }
}
