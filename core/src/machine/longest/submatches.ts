/**
 * The submatches of a longest match by the rule of POSIX.1-2017, 9.1: each part of a pattern, from left to right, takes the
 * longest text with which the whole can still match. A group in a loop reports its last iteration, and groups inside of it
 * what they took in that one. An iteration takes nothing only where it is the only one, or where so many must be.
 *
 * The tree is gone down from the outermost part. Its extent is known; those of its own parts are found by one pass against
 * the text, which says where each part could still be completed, and one pass along it, in which each part goes as far as
 * it can. So the time is linear in the length of the match for a fixed pattern.
 */
import { contains } from "../../charset/charset.ts";
import { assertionOf, Side } from "../../program/assertions.ts";
import { captureRegister, type Program } from "../../program/program.ts";
import { childrenOf, type Node, type NodeOf, walk } from "../../syntax/tree.ts";
import { Items, pointAt, pointBefore } from "../items.ts";
import { type Asserts, Graph, has } from "./graph.ts";

/** Numbers of 32 bits in the rows of one pass: 64 MB. A match that needs more is not taken apart. */
const MAX_WORDS = 1 << 24;

/** A part and the text that it took. */
interface Extent {
  readonly node: Node;
  readonly start: number;
  readonly end: number;
}

export class Submatches {
  private readonly program: Program;
  private readonly text: string;
  private readonly items: Items;
  /** Parts in which a group captures: no others are gone into. */
  private readonly capturing: ReadonlySet<Node>;
  /** Of parts, and of loops with their iterations; null where one is too large. */
  private readonly graphs = new Map<Node, Graph | null>();
  private readonly loopGraphs = new Map<Node, Graph | null>();

  constructor(program: Program, text: string) {
    this.program = program;
    this.text = text;
    this.items = new Items(program, text);
    this.capturing = capturingParts(program.root);
  }

  /**
   * Where the longest match ends that begins at an offset; −1 where none does, undefined where the pattern is too large.
   * @param whole only a match up to the text's end counts
   * @param notAt an offset at which an empty match does not count, or −1
   */
  longestFrom(start: number, whole: boolean, notAt: number): number | undefined {
    const { text } = this;
    const graph = this.graphOf(this.program.root);
    if (!graph) return undefined;
    const end = graph.begins.at(-1) as number;
    let found = -1;
    let from: number[] = [graph.begins[0] as number];
    for (let at = start; from.length > 0; ) {
      const { takes, reached } = graph.close(from, end, at, undefined, this.asserts);
      if (reached && at !== notAt && (!whole || at === text.length)) found = at;
      if (at >= text.length) break;
      const point = pointAt(text, at);
      from = takes.map((state) => graph.step(state, point)).filter((state) => state >= 0);
      at += point > 0xffff ? 2 : 1;
    }
    return found;
  }

  /** Sets the registers of the groups of a match with a known extent; false where there is not enough memory for it. */
  find(start: number, end: number, registers: Int32Array): boolean {
    registers.fill(-1, 0, 2 * this.program.slots.length);
    const pending: Extent[] = [{ node: this.program.root, start, end }];
    for (let extent = pending.pop(); extent; extent = pending.pop()) {
      const { node } = extent;
      if (!this.capturing.has(node)) continue;
      let inside: readonly Extent[] | undefined;
      if (node.kind === "group") {
        if (node.capture !== null) {
          registers[captureRegister(node.capture)] = extent.start;
          registers[captureRegister(node.capture) + 1] = extent.end;
        }
        inside = [{ ...extent, node: node.body }];
      } else if (node.kind === "alternation") inside = this.branch(node, extent);
      else if (node.kind === "sequence") inside = this.sequence(node, extent);
      else if (node.kind === "quantifier") inside = this.lastIteration(node, extent);
      else throw new RangeError(`No group is looked for in this: ${node.kind}.`);
      if (!inside) return false;
      for (const part of inside) pending.push(part);
    }
    return true;
  }

  /** Of alternatives that can take the whole extent the first. */
  private branch({ branches }: NodeOf<"alternation">, { start, end }: Extent): readonly Extent[] | undefined {
    for (const [i, node] of branches.entries()) {
      // The last one needs no proof.
      const matches = i === branches.length - 1 || this.matches(node, start, end);
      if (matches === undefined) return undefined;
      if (matches) return [{ node, start, end }];
    }
    return [];
  }

  /** Whether a part can take exactly this extent; undefined where it is too large. */
  private matches(node: Node, start: number, end: number): boolean | undefined {
    const graph = this.graphOf(node);
    if (!graph) return undefined;
    const words = (graph.size + 31) >> 5;
    let [row, after]: [Uint32Array, Uint32Array | undefined] = [new Uint32Array(words), undefined];
    for (let at = end; ; at = this.before(at)) {
      graph.alive(row, at, at === end, after, this.items, this.asserts);
      if (at <= start) return has(row, graph.begins[0] as number);
      [row, after] = [after ?? new Uint32Array(words), row];
    }
  }

  private sequence(node: NodeOf<"sequence">, extent: Extent): readonly Extent[] | undefined {
    const graph = this.graphOf(node);
    const alive = graph && this.alive(graph, extent);
    if (!alive) return undefined;
    const found: Extent[] = [];
    let at = extent.start;
    let left = node.items.filter((item) => this.capturing.has(item)).length;
    for (let i = 0; left > 0; i++) {
      const item = node.items[i] as Node;
      const end = this.furthest(graph, [graph.begins[i] as number], graph.begins[i + 1] as number, at, alive);
      if (this.capturing.has(item)) {
        found.push({ node: item, start: at, end });
        left--;
      }
      at = end;
    }
    return found;
  }

  private lastIteration(node: NodeOf<"quantifier">, extent: Extent): readonly Extent[] | undefined {
    const { body, min, max } = node;
    const { start, end } = extent;
    if (max === 0) return [];
    const empty = { node: body, start: end, end };
    if (start === end) {
      if (min > 0) return [empty];
      const matches = this.matches(body, start, end);
      return matches === undefined ? undefined : matches ? [empty] : [];
    }
    const graph = this.loopGraphOf(node);
    const alive = graph && this.alive(graph, extent);
    if (!alive) return undefined;
    const last = graph.begins.length - 2;
    const isEndless = max === Number.POSITIVE_INFINITY;
    let at = start;
    let begun = start;
    let count = 0;
    for (; at < end; count++) {
      begun = at;
      const begins = Math.min(count, last);
      const state = graph.begins[begins] as number;
      // In a loop without a bound the last state is come back to; from it an iteration begins with its first step.
      const target = isEndless && begins === last ? state : (graph.begins[begins + 1] as number);
      at = this.furthest(graph, [graph.inside(state)], target, at, alive);
      if (at === begun && count >= min) throw new RangeError("An iteration that must take text took none.");
    }
    return count < min ? [empty] : [{ node: body, start: begun, end }];
  }

  /** The last offset at which a run from the states reaches the target, of those from which the end can be reached. */
  private furthest(graph: Graph, states: readonly number[], target: number, start: number, alive: Rows): number {
    const { text } = this;
    let found = start;
    let from = states;
    for (let at = start; from.length > 0 && at <= alive.end; ) {
      const row = alive.at(at);
      const { takes, reached } = graph.close(from, target, at, row, this.asserts);
      if (reached) found = at;
      if (at >= text.length) break;
      const point = pointAt(text, at);
      from = takes.map((state) => graph.step(state, point)).filter((state) => state >= 0);
      at += point > 0xffff ? 2 : 1;
    }
    return found;
  }

  /** For each offset of the extent the states from which its end can be reached. */
  private alive(graph: Graph, { start, end }: Extent): Rows | undefined {
    const words = (graph.size + 31) >> 5;
    if ((end - start + 1) * words > MAX_WORDS) return undefined;
    const rows = new Rows(start, end, words);
    let after: Uint32Array | undefined;
    for (let at = end; at >= start; at = this.before(at)) {
      const row = rows.at(at);
      graph.alive(row, at, at === end, after, this.items, this.asserts);
      after = row;
      if (at === 0) break;
    }
    return rows;
  }

  private before(at: number): number {
    return at - (at > 0 && pointBefore(this.text, at) > 0xffff ? 2 : 1);
  }

  private graphOf(node: Node): Graph | undefined {
    return madeOnce(this.graphs, node, () => Graph.of(node.kind === "sequence" ? node.items : [node]));
  }

  private loopGraphOf(node: NodeOf<"quantifier">): Graph | undefined {
    return madeOnce(this.loopGraphs, node, () => Graph.ofLoop(node));
  }

  private readonly asserts: Asserts = (assertion, set, at) => {
    const { asks, holds } = assertionOf(assertion);
    const { text } = this;
    let sides: number = at === 0 ? Side.Start : 0;
    if (at === text.length) sides |= Side.End;
    if (asks & Side.Behind && at > 0 && contains(set, pointBefore(text, at))) sides |= Side.Behind;
    if (asks & Side.Ahead && at < text.length && contains(set, pointAt(text, at))) sides |= Side.Ahead;
    return holds[sides] === 1;
  };
}

function madeOnce(graphs: Map<Node, Graph | null>, node: Node, make: () => Graph | undefined): Graph | undefined {
  let graph = graphs.get(node);
  if (graph === undefined) {
    graph = make() ?? null;
    graphs.set(node, graph);
  }
  return graph ?? undefined;
}

/** Rows of bits, one for each offset from one to another. */
class Rows {
  readonly start: number;
  readonly end: number;
  private readonly words: number;
  private readonly bits: Uint32Array;

  constructor(start: number, end: number, words: number) {
    this.start = start;
    this.end = end;
    this.words = words;
    this.bits = new Uint32Array((end - start + 1) * words);
  }

  at(offset: number): Uint32Array {
    const from = (offset - this.start) * this.words;
    return this.bits.subarray(from, from + this.words);
  }
}

/** The parts in which a group captures. */
function capturingParts(root: Node): ReadonlySet<Node> {
  const found = new Set<Node>();
  for (const node of [...walk(root)].reverse()) {
    if ((node.kind === "group" && node.capture !== null) || childrenOf(node).some((child) => found.has(child))) found.add(node);
  }
  return found;
}
