/**
 * Calls of groups that come to an end, written out: `(?<gate>[A-Z]{3}\d) (?&gate)` has the ways of
 * `([A-Z]{3}\d) (?:[A-Z]{3}\d)`, in the same order, and an automaton can follow those.
 *
 * What a called group captures is forgotten when it is left, so its copies capture nothing; and what they do may hang on
 * nothing that was captured before.
 */

import { oncePer } from "../once.ts";
import { compile } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import { type Node, type NodeOf, rewrite, walk } from "../syntax/tree.ts";

/** Nodes of all copies together; what is larger is too large for an automaton, too. */
export const MAX_NODES = 4000;

/** What steers the backtracking, or asks for what groups hold, is another thing in a call than where it stands. */
const HANGS_ON_MORE: ReadonlySet<Node["kind"]> = new Set<Node["kind"]>(["back-reference", "verb", "keep"]);

const hangsOnMore = (node: Node): boolean => HANGS_ON_MORE.has(node.kind) || (node.kind === "conditional" && node.asks.kind === "groups");

/** Whether it is asked by which call a part was come to. */
const asksForCall = (node: Node): boolean => node.kind === "conditional" && node.asks.kind === "call";

type Called = NodeOf<"group">;

/**
 * The program with every call written out; the program itself where there is none, where one does not end, or where more
 * would have to be known.
 */
export function withoutCalls(program: Program): Program {
  return program.beyond.has("calls") ? writeOut(program) : program;
}

const writeOut = oncePer((program: Program): Program => {
  const { reading } = program;
  const order = innermostFirst(reading.root);
  if (!order) return program;
  const copies = new Map<number, Node>();
  /** A part without calls; what only defines groups has been gone to for the last time. */
  const settled = (node: Node): Node => {
    if (node.kind === "conditional" && node.asks.kind === "constant") return node.asks.holds ? node.yes : node.no;
    if (node.kind !== "call") return node;
    return { kind: "group", capture: null, name: null, body: copies.get(node.slot) as Node, start: node.start, end: node.end };
  };
  const uncaptured = (node: Node): Node => (node.kind === "group" && node.capture !== null ? { ...node, capture: null, name: null } : node);
  for (const [slot, { body }] of order)
    copies.set(
      slot,
      rewrite(body, (node) => uncaptured(settled(node))),
    );
  const compiled = compile({ ...reading, root: rewrite(reading.root, settled) });
  return compiled.ok ? compiled.program : program;
});

/** The called groups, each behind those that it calls itself; undefined where that has no end, or comes to too many nodes. */
function innermostFirst(root: Node): readonly (readonly [slot: number, group: Called])[] | undefined {
  const groups = new Map<number, Called>();
  const done = new Map<number, { readonly group: Called; readonly size: number }>();
  const open = new Set<number>();
  let total = 0;
  /** Slots to go into, and slots whose calls have all been gone into, with what they hold themselves. */
  const pending: { readonly slot: number; readonly own?: { readonly nodes: number; readonly called: readonly number[] } }[] = [];
  for (const node of walk(root)) {
    total++;
    if (asksForCall(node)) return undefined;
    if (node.kind === "call") pending.push({ slot: node.slot });
    // Of several groups in one slot the first is called.
    if (node.kind === "group" && node.capture !== null && !groups.has(node.capture)) groups.set(node.capture, node);
  }
  if (total > MAX_NODES) return undefined;
  const outer = pending.map(({ slot }) => slot);
  for (let task = pending.pop(); task; task = pending.pop()) {
    const { slot, own } = task;
    const group = groups.get(slot);
    if (!group || (!own && open.has(slot))) return undefined;
    if (own) {
      const size = own.called.reduce((sum, each) => sum + (done.get(each)?.size ?? 0), own.nodes);
      if (size > MAX_NODES) return undefined;
      open.delete(slot);
      done.set(slot, { group, size });
    } else if (!done.has(slot)) {
      const inside = [...walk(group.body)];
      if (inside.some(hangsOnMore)) return undefined;
      const called = inside.flatMap((node) => (node.kind === "call" ? [node.slot] : []));
      open.add(slot);
      pending.push({ slot, own: { nodes: inside.length, called } });
      for (const each of called) pending.push({ slot: each });
    }
  }
  for (const slot of outer) total += done.get(slot)?.size ?? 0;
  return total > MAX_NODES ? undefined : [...done].map(([slot, { group }]) => [slot, group]);
}
