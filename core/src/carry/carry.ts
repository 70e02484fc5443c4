/**
 * Carrying a pattern over: the same pattern in another dialect, with what could not be carried and what was checked.
 *
 * The tree is put into the target's terms, under every combination of the target's flags that can matter, and written by
 * the target's writer. What is written is read again and compared with the original, as `across` compares readings.
 */
import { type Difference, differ, differOn, isOfUnits } from "../across/differ.ts";
import type { Dialect, DialectName, Options } from "../dialect/dialect.ts";
import { dialectOf } from "../dialect/index.ts";
import { compile } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import { NEVER, type Stop } from "../slices.ts";
import { readFlags } from "../syntax/flags.ts";
import { type Reading, read } from "../syntax/read.ts";
import { type Node, type Span, walk } from "../syntax/tree.ts";
import { NotWritable, writePattern } from "../syntax/write.ts";
import { allGreedy, asAtomic, expanded, hasOpener, type Lost, longestFirst, onAsciiLines, unsettled, withoutNames } from "./expand.ts";

export type { Lost };

export type Carried =
  | ({ readonly kind: "carried"; readonly pattern: string; readonly flags: string; readonly lost: readonly Lost[] } & Difference)
  /** No way to write it was found; where in the pattern the first obstacle lies. */
  | { readonly kind: "refused"; readonly lost: readonly Lost[] };

/** A way to change the tree before it is written. */
interface Way {
  readonly change: (root: Node) => Node;
  /** Whether it makes a difference for this tree, and can be what the target needs. */
  readonly fits: (root: Node, target: Dialect, source: Dialect) => boolean;
  /** What is lost by it; null where nothing is. */
  readonly loses: string | null;
}

const has = (root: Node, is: (node: Node) => boolean): boolean => [...walk(root)].some(is);
const isSettled = (node: Node): boolean => node.kind === "atomic" || (node.kind === "quantifier" && node.mode === "possessive");
const hasAtomic = (target: Dialect): boolean => hasOpener(target, ({ kind }) => kind === "atomic");
const hasNamed = (root: Node): boolean => has(root, (node) => node.kind === "group" && node.name !== null);

/** Tried one by one and together, in this order. */
const WAYS: readonly Way[] = [
  {
    change: asAtomic,
    fits: (root, target) =>
      hasAtomic(target) && !target.syntax.quantifiers.possessive && has(root, (node) => node.kind === "quantifier" && node.mode === "possessive"),
    loses: null,
  },
  { change: unsettled, fits: (root, target) => !hasAtomic(target) && has(root, isSettled), loses: null },
  {
    change: allGreedy,
    fits: (root, target) => target.syntax.quantifiers.noModes === true && has(root, (node) => node.kind === "quantifier" && node.mode === "lazy"),
    loses: null,
  },
  {
    change: longestFirst,
    fits: (root, target, source) =>
      source.semantics.preference === "longest" && target.semantics.preference === "first" && has(root, ({ kind }) => kind === "alternation"),
    loses: null,
  },
];

const NAMES_LOST = "This name cannot be carried; the group keeps its number.";

/** Options of the target that a pattern can hang on: flags that set nothing else are not tried. */
const TRIED: readonly (keyof Options)[] = ["ignoreCase", "lineAnchors", "dotTakesAll", "codePoints", "asciiClasses", "unicodeCase"];

/** More combinations than this are none that a dialect has. */
const MOST_FLAGS = 7;

/** Carries a reading without mistakes over to a dialect; yields now and then. */
export function* carry(reading: Reading, to: DialectName, stop: Stop = NEVER): Generator<number, Carried> {
  const target = dialectOf(to);
  const compiled = compile(reading);
  if (!compiled.ok) return { kind: "refused", lost: compiled.diagnostics };
  const source = compiled.program;
  const ways = WAYS.filter(({ fits }) => fits(reading.root, target, reading.dialect));
  const named = hasNamed(reading.root);
  let best: Extract<Carried, { kind: "carried" }> | undefined;
  let obstacle: Lost | undefined;
  for (const { root, lost } of treesOf(reading, ways, named, target)) {
    const written = write(root, target, source);
    if ("obstacle" in written) {
      obstacle ??= written.obstacle;
      continue;
    }
    const { pattern, flags, program } = written;
    const difference = hasSameNumbers(reading, program.reading, lost.length === 0) ? yield* compared(source, program, stop) : null;
    if (!difference) continue;
    const added = program.slots.length > source.slots.length ? [{ ...whole(reading), message: BRACKETS_CAPTURE }] : [];
    const found = { kind: "carried" as const, pattern, flags, lost: [...lost, ...added], ...difference };
    if (!best || rankOf(found.same) > rankOf(best.same)) best = found;
    if (best.same !== false || stop()) break;
  }
  if (best) return best;
  return { kind: "refused", lost: [obstacle ?? { ...whole(reading), message: `${target.title} has no way to write this pattern.` }] };
}

const BEYOND_ASCII_LOST = "It is written for lines of ASCII: grep reads line by line, and takes no ranges of letters and digits beyond ASCII.";
const BRACKETS_CAPTURE = "Brackets that only hold together capture in this dialect, behind all other groups.";
const rankOf = (same: Difference["same"]): number => (same === true ? 2 : same === "undecided" ? 1 : 0);
const whole = ({ source }: Reading): Span => ({ start: 0, end: source.pattern.length });

/** The trees that are tried, with what each has lost. */
function treesOf(reading: Reading, ways: readonly Way[], named: boolean, target: Dialect): { readonly root: Node; readonly lost: readonly Lost[] }[] {
  const { root } = reading;
  const changed = ways.reduce((tree, { change }) => change(tree), root);
  const trees: { root: Node; lost: readonly Lost[] }[] = [{ root: changed, lost: [] }];
  // As it was, where a change was made that only might be needed.
  if (changed !== root) trees.push({ root, lost: [] });
  // The last resort: nobody writes a thousand letters out.
  if (target.syntax.sets.reader(target.base) === "bracket-expression") {
    trees.push({ root: onAsciiLines(withoutNames(changed), target), lost: [{ ...whole(reading), message: BEYOND_ASCII_LOST }] });
  }
  if (!named) return trees;
  const lost = [...walk(root)].flatMap((node) =>
    node.kind === "group" && node.name !== null ? [{ start: node.start, end: node.end, message: NAMES_LOST }] : [],
  );
  return [...trees, ...trees.map((each) => ({ root: withoutNames(each.root), lost: [...each.lost, ...lost] }))].sort((a, b) => a.lost.length - b.lost.length);
}

interface Written {
  readonly pattern: string;
  readonly flags: string;
  readonly program: Program;
}

/** Writes a tree under the flags under which it is the shortest. */
function write(root: Node, target: Dialect, original: Program): Written | { readonly obstacle: Lost } {
  const { source } = original;
  // Where it makes a difference, a text is read by code points as it was, if the target can.
  const byPoints = original.options.codePoints && !isOfUnits(original);
  const letters = target.flags.filter(({ sets }) => Object.keys(sets).some((option) => TRIED.includes(option as keyof Options))).map(({ letter }) => letter);
  let best: Written | undefined;
  let obstacle: Lost | undefined;
  for (const flags of combinations(letters.slice(0, MOST_FLAGS))) {
    const { options, diagnostics } = readFlags(target, flags);
    if (diagnostics.length > 0) continue;
    try {
      const pattern = writePattern(expanded(root, { dialect: target, options }), target, options);
      const isWorse = byPoints && best?.program.options.codePoints === true && !options.codePoints;
      const isBetter = byPoints && best?.program.options.codePoints === false && options.codePoints;
      const isLonger = best !== undefined && pattern.length + flags.length >= best.pattern.length + best.flags.length;
      if (isWorse || (isLonger && !isBetter)) continue;
      const made = read({ dialect: target.name, pattern, flags });
      const compiled = compile(made);
      if (compiled.ok) best = { pattern, flags, program: compiled.program };
      else obstacle ??= { start: 0, end: source.pattern.length, message: compiled.diagnostics[0]?.message ?? "" };
    } catch (error) {
      if (!(error instanceof NotWritable)) throw error;
      const { start, end } = error.node;
      obstacle ??= { start, end: Math.max(start, end), message: `${error.message}` };
    }
  }
  return best ?? { obstacle: obstacle ?? { start: 0, end: source.pattern.length, message: `${target.title} has no way to write this pattern.` } };
}

function combinations(letters: readonly string[]): string[] {
  let all = [""];
  for (const letter of letters) all = [...all, ...all.map((flags) => flags + letter)];
  return all.sort((a, b) => a.length - b.length);
}

/** Whether groups have the numbers that they had, and the names. */
function hasSameNumbers(from: Reading, to: Reading, names: boolean): boolean {
  if (from.slots.length > to.slots.length) return false;
  return from.slots.every((slot, i) => slot.number === to.slots[i]?.number && (!names || slot.name === (to.slots[i]?.name ?? null)));
}

function* compared(source: Program, target: Program, stop: Stop): Generator<number, Difference> {
  const difference = yield* differ(source, target, stop);
  if (difference.same !== "undecided") return difference;
  // Texts made of the pattern's own letters are longer than those that are searched.
  for (const text of textsFor(source)) {
    const witness = differOn(source, target, text);
    if (witness) return { ...difference, same: false, witness };
  }
  return difference;
}

/** Longer texts than a search comes to: what the pattern itself is written with, with blanks and line ends between. */
function textsFor({ source }: Program): string[] {
  const { pattern } = source;
  return [pattern, `${pattern}\n`, ` ${pattern} ${pattern}\n`, pattern.toUpperCase(), [...pattern].reverse().join("")];
}
