/**
 * Back-references to what a group of few texts took, written out: `(["'])x\1` has the ways of `"x"|'x'`, in the same
 * order, and an automaton can follow those. The same for a condition on a group that is there or not.
 *
 * A group is written out where every reference to it stands behind it in its own sequence, so that each of them reads
 * what the group took last; the choice of the text then moves no further than to the end of that sequence.
 */

import { compile } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import { noCharacter } from "../syntax/build.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, mapChildren, type Node, type NodeOf, rewrite, unknownNode, walk } from "../syntax/tree.ts";
import { MAX_NODES } from "./calls.ts";

/** Texts of one group: an alphabet's letters in both cases, and the digits. */
const MAX_TEXTS = 64;
/** Nodes of a pattern whose groups are looked into at all, each with all that is inside it. */
const MAX_PATTERN = 20_000;
/** Halves of a pair are left alone: a reference may not end between them. */
const SURROGATES_FROM = 0xd800;

/**
 * The program with as many references as possible written out; the program itself where there is nothing to write out.
 * It takes the same texts in the same ways. Captures inside a group that is written out are lost with it, unless they
 * are to be kept: then such a group is left as it is.
 */
export function withoutReferences(program: Program, keepsCaptures: boolean): Program {
  const { reading, nodes } = program;
  if (nodes.length > MAX_NODES || !nodes.some(({ kind }) => kind === "back-reference" || kind === "conditional")) return program;
  let size = 0;
  for (const _ of walk(reading.root)) if (++size > MAX_PATTERN) return program;
  const root = new Writer(program, keepsCaptures).write(reading.root);
  if (root === reading.root) return program;
  const compiled = compile({ ...reading, root });
  return compiled.ok ? compiled.program : program;
}

/** What a group took: the characters of its text; null where it has not taken part. */
type Taken = readonly number[] | null;

/** One way through an item: what stands in its place, and what references behind it read. */
interface Way {
  readonly item: Node;
  readonly taken: Taken | undefined;
}

class Writer {
  private room = MAX_NODES;
  private readonly program: Program;
  private readonly keepsCaptures: boolean;
  /** How often each group is referred to, in the whole pattern. */
  private readonly uses: ReadonlyMap<number, number>;

  constructor(program: Program, keepsCaptures: boolean) {
    this.program = program;
    this.keepsCaptures = keepsCaptures;
    this.uses = usesIn([program.reading.root]);
  }

  /** The tree written out; what is written out of a sequence is gone through once more, for the groups in it. */
  write(root: Node): Node {
    const done: Node[] = [];
    /** Nodes to go through, and nodes whose children are done and lie on top of the others. */
    const pending: { readonly node: Node; readonly repeats: boolean; readonly ready: boolean }[] = [{ node: root, repeats: false, ready: false }];
    for (let task = pending.pop(); task; task = pending.pop()) {
      const { node, repeats, ready } = task;
      const count = childrenOf(node).length;
      if (ready) {
        const children = done.splice(done.length - count, count);
        let next = 0;
        done.push(mapChildren(node, () => children[next++] as Node));
      } else if (count === 0 || (node.kind === "look" && node.behind)) done.push(node);
      else {
        const written = node.kind === "sequence" ? this.writeSequence(node, repeats) : node;
        // A quantifier around it can come to it again.
        const again = repeats || (node.kind === "quantifier" && node.max > 1);
        pending.push({ node: written, repeats, ready: true });
        for (const child of [...childrenOf(written)].reverse()) pending.push({ node: child, repeats: again, ready: false });
      }
    }
    return done[0] as Node;
  }

  /** The sequence with the first of its groups written out; the sequence itself where there is none. */
  private writeSequence(sequence: NodeOf<"sequence">, repeats: boolean): Node {
    const { items } = sequence;
    for (let i = 0; i < items.length - 1; i++) {
      const item = items[i] as Node;
      const group = groupOf(item);
      if (!group || !this.uses.has(group.capture)) continue;
      const rest = items.slice(i + 1);
      if (this.uses.get(group.capture) !== usesIn(rest).get(group.capture)) continue;
      const ways = this.waysThrough(item, group, rest, repeats);
      if (!ways || !this.takesRoom(rest, ways.length)) continue;
      const branches = ways.map(({ item: own, taken }) => {
        const behind = taken === undefined ? rest : rest.map((each) => this.settled(each, group.capture, taken));
        return { ...sequence, items: [own, ...behind] };
      });
      const at = { start: item.start, end: sequence.end };
      return { ...sequence, items: [...items.slice(0, i), branches.length === 0 ? { ...noCharacter, ...at } : { kind: "alternation", branches, ...at }] };
    }
    return sequence;
  }

  private takesRoom(rest: readonly Node[], copies: number): boolean {
    let size = 0;
    for (const node of rest) for (const _ of walk(node)) size++;
    if (size * copies > this.room) return false;
    this.room -= size * copies;
    return true;
  }

  /** The ways through a group, or through one that may be left out, in the order in which they are tried. */
  private waysThrough(item: Node, group: Capture, rest: readonly Node[], repeats: boolean): Way[] | undefined {
    const texts = this.textsOf(group.body);
    if (item.kind !== "quantifier") return texts?.map((text) => ({ item: this.spelled(group, text), taken: text }));
    // Whether it took part is enough for a condition; what it took last time may stay where captures are not cleared.
    const { clearsCapturesEachIteration } = this.program.reading.dialect.semantics ?? {};
    if (repeats && !clearsCapturesEachIteration) return undefined;
    if (texts?.some(({ length }) => length === 0)) return undefined;
    const refers = rest.some((node) => [...walk(node)].some((each) => each.kind === "back-reference" && each.slots.includes(group.capture)));
    if (!texts && refers) return undefined;
    const taking: Way[] = texts ? texts.map((text) => ({ item: this.spelled(group, text), taken: text })) : [{ item: group, taken: [] }];
    const skipping: Way = { item: { kind: "empty", start: item.start, end: item.start }, taken: null };
    return item.mode === "lazy" ? [skipping, ...taking] : [...taking, skipping];
  }

  private spelled(group: Capture, text: readonly number[]): Node {
    return { ...group, body: { kind: "sequence", items: text.map((codePoint) => character(codePoint, null, group)), start: group.start, end: group.end } };
  }

  /** The node with every reference to the group, and every condition on it, settled. */
  private settled(root: Node, slot: number, taken: Taken): Node {
    return rewrite(root, (node) => {
      if (node.kind === "back-reference" && node.slots.includes(slot)) {
        const { start, end } = node;
        if (taken) return { kind: "sequence", items: taken.map((codePoint) => character(codePoint, node.folding, node)), start, end };
        if (this.program.reading.dialect.semantics.unsetReference === "empty") return { kind: "empty", start, end };
        return { ...noCharacter, start, end };
      }
      return node.kind === "conditional" && isOn(node, slot) ? (taken ? node.yes : node.no) : node;
    });
  }

  /** Every text that a node takes, in the order in which it tries them; undefined where there are many, or more to it than the text. */
  private textsOf(root: Node): Texts | undefined {
    const found = new Map<Node, Texts | undefined>();
    for (const node of [...walk(root)].reverse()) {
      const inner = childrenOf(node).map((child) => found.get(child));
      found.set(node, this.textsBy(node, inner));
    }
    return found.get(root);
  }

  private textsBy(node: Node, inner: readonly (Texts | undefined)[]): Texts | undefined {
    switch (node.kind) {
      case "empty":
        return [[]];
      case "character":
      case "any":
      case "set":
        return node.kind === "set" && node.strings.length > 0 ? undefined : lettersOf(charactersOf(node))?.map((letter) => [letter]);
      case "group":
        return node.capture !== null && (this.keepsCaptures || this.uses.has(node.capture)) ? undefined : inner[0];
      case "alternation":
        return this.gathered(inner, [], (all, own) => all.concat(own));
      case "sequence":
        return this.gathered(inner, [[]], eachWithEach);
      case "quantifier":
        return this.repeated(node, inner[0]);
      case "assertion":
      case "look":
      case "atomic":
      case "back-reference":
      case "conditional":
      case "call":
      case "verb":
      case "keep":
        return undefined;
      default:
        return unknownNode(node);
    }
  }

  /** Only what is there a fixed number of times, or once or not at all. */
  private repeated({ min, max, mode }: NodeOf<"quantifier">, body: Texts | undefined): Texts | undefined {
    if (mode === "possessive") return undefined;
    if (min === max && max <= MAX_TEXTS) return this.gathered(Array<Texts | undefined>(min).fill(body), [[]], eachWithEach);
    if (min !== 0 || max !== 1 || !body || body.some(({ length }) => length === 0)) return undefined;
    return mode === "lazy" ? [[], ...body] : [...body, []];
  }

  private gathered(parts: readonly (Texts | undefined)[], none: Texts, put: (all: Texts, own: Texts) => Texts): Texts | undefined {
    let all = none;
    for (const own of parts) {
      if (!own) return undefined;
      all = put(all, own);
      if (all.length > MAX_TEXTS) return undefined;
    }
    return all;
  }
}

/** Whether a conditional asks for the slot, and for no other. */
const isOn = ({ asks }: NodeOf<"conditional">, slot: number): boolean => asks.kind === "groups" && asks.slots.length === 1 && asks.slots[0] === slot;

type Texts = readonly (readonly number[])[];

const eachWithEach = (all: Texts, own: Texts): Texts => all.flatMap((text) => own.map((more) => [...text, ...more]));

type Capture = NodeOf<"group"> & { readonly capture: number };

/** The capturing group that an item is, or that it may leave out. */
function groupOf(item: Node): Capture | undefined {
  const node = item.kind === "quantifier" && item.min === 0 && item.max === 1 && item.mode !== "possessive" ? item.body : item;
  return node.kind === "group" && node.capture !== null ? (node as Capture) : undefined;
}

/** How often slots are referred to. A name that several share is no reference to one of them alone. */
function usesIn(nodes: readonly Node[]): Map<number, number> {
  const uses = new Map<number, number>();
  const shared = new Set<readonly number[]>();
  const count = (slots: readonly number[]): void => {
    // All that refer to one name have one list, which may be as long as there are references.
    if (shared.has(slots)) return;
    if (slots.length > 1) shared.add(slots);
    for (const slot of slots) uses.set(slot, (uses.get(slot) ?? 0) + (slots.length === 1 ? 1 : Number.NaN));
  };
  for (const root of nodes) {
    for (const node of walk(root)) {
      if (node.kind === "conditional" && node.asks.kind === "groups") count(node.asks.slots);
      if (node.kind === "back-reference") count(node.slots);
    }
  }
  return uses;
}

function lettersOf(set: readonly number[]): number[] | undefined {
  const letters: number[] = [];
  for (let i = 0; i < set.length; i += 2) {
    for (let letter = set[i] as number; letter <= (set[i + 1] as number); letter++) {
      if (letters.push(letter) > MAX_TEXTS || letter >= SURROGATES_FROM) return undefined;
    }
  }
  return letters;
}

const character = (codePoint: number, folding: NodeOf<"character">["folding"], { start, end }: Node): Node => ({
  kind: "character",
  codePoint,
  folding,
  start,
  end,
});
