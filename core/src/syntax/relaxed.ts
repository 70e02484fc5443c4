/**
 * A pattern that finds something in every line in which another one does, and that an automaton can take: what holds text
 * together beyond that is left out. Lines that it finds have to be looked at again.
 */
import { inSequence, nothing, oneOf } from "./build.ts";
import { type Node, type NodeOf, rewrite, walk } from "./tree.ts";

/** Null where a part of the pattern can stand for anything: a call of a group, or a verb. */
export function relaxed(root: Node): Node | null {
  const bodies = new Map<number, Node[]>();
  for (const node of walk(root)) {
    if (node.kind === "call" || node.kind === "verb") return null;
    if (node.kind === "group" && node.capture !== null) bodies.set(node.capture, [...(bodies.get(node.capture) ?? []), node.body]);
  }
  const looser = (node: Node): Node => {
    switch (node.kind) {
      case "look":
      case "keep":
        return nothing;
      case "atomic":
      case "group":
        return grouped(node.body);
      case "quantifier":
        return node.mode === "possessive" ? { ...node, mode: "greedy" } : node;
      case "conditional":
        return grouped(oneOf(node.yes, node.no));
      case "assertion":
        return node.assertion === "search-start" ? nothing : node;
      default:
        return node;
    }
  };
  /** What groups can take, as it stands in them; null where it refers to groups again. */
  const plain = new Map<number, Node | null>();
  for (const [slot, own] of bodies) {
    const refers = own.some((body) => [...walk(body)].some(({ kind }) => kind === "back-reference"));
    plain.set(slot, refers ? null : oneOf(...own.map((body) => grouped(rewrite(body, looser)))));
  }
  let known = true;
  const changed = rewrite(root, (node) => {
    if (node.kind !== "back-reference") return looser(node);
    const taken = node.slots.map((slot) => plain.get(slot));
    if (taken.some((body) => !body)) known = false;
    // A group that is not set has been refused, or takes the empty text.
    return grouped(oneOf(...taken.flatMap((body) => (body ? [body] : [])), nothing));
  });
  return known ? changed : null;
}

const grouped = (body: Node): NodeOf<"group"> => ({ kind: "group", capture: null, name: null, body: inSequence(body), start: body.start, end: body.end });
