/** A pattern's tree as rules look at it: who stands beside whom, what was written, and texts that go a certain way. */
import { ChoiceTree, type Goal } from "../examples/choices.ts";
import type { Program } from "../program/program.ts";
import type { Reading } from "../syntax/read.ts";
import { childrenOf, type Node, type NodeOf, walkWritten } from "../syntax/tree.ts";
import { type Width, widthsOf } from "../syntax/width/width.ts";

export class Shape {
  readonly reading: Reading;
  readonly program: Program;
  readonly nodes: readonly Node[];
  private readonly parents = new Map<Node, Node>();
  private readonly widths: ReadonlyMap<Node, Width>;
  private tree: ChoiceTree | undefined;

  constructor(program: Program) {
    this.program = program;
    this.reading = program.reading;
    this.nodes = [...walkWritten(program.root)];
    for (const node of this.nodes) for (const child of childrenOf(node)) this.parents.set(child, node);
    this.widths = widthsOf(program.root);
  }

  /** The signs of brackets that hold together; in a dialect that has no other ones they capture. */
  get brackets(): readonly [open: string, close: string] {
    const { operators, groupOpeners } = this.reading.dialect.syntax;
    const sign = (kind: "open" | "close"): string => operators.find(([, each]) => each.kind === kind)?.[0] ?? "";
    const plain = groupOpeners.find(([, { kind }]) => kind === "plain")?.[0] ?? "";
    return [sign("open") + plain, sign("close")];
  }

  /** Whether the order of alternatives is no matter, and quantifiers have no modes. */
  get isLongest(): boolean {
    return this.program.preference === "longest";
  }

  written(node: { readonly start: number; readonly end: number }): string {
    return this.reading.source.pattern.slice(node.start, node.end);
  }

  parent(node: Node): Node | undefined {
    return this.parents.get(node);
  }

  width(node: Node): Width {
    return this.widths.get(node) ?? { least: 0, most: Number.POSITIVE_INFINITY };
  }

  /** What stands before and behind a node in its sequence, through the brackets around it where it is alone in them. */
  beside(node: Node, by: -1 | 1): Node | undefined {
    const parent = this.parent(node);
    if (parent?.kind !== "sequence") return undefined;
    return parent.items[parent.items.indexOf(node) + by];
  }

  /** Whether nothing is read behind the node, whichever way the pattern came there. */
  isLast(node: Node): boolean {
    for (let each = node, parent = this.parent(each); parent; each = parent, parent = this.parent(each)) {
      if (parent.kind === "sequence" && parent.items.at(-1) !== each) return false;
      if (parent.kind === "look" || parent.kind === "conditional" || parent.kind === "quantifier") return false;
    }
    return true;
  }

  isInLook(node: Node): boolean {
    for (let each: Node | undefined = node; each; each = this.parent(each)) if (each.kind === "look") return true;
    return false;
  }

  of<K extends Node["kind"]>(kind: K): readonly NodeOf<K>[] {
    return this.nodes.filter((node): node is NodeOf<K> => node.kind === kind);
  }

  /** A text that goes so; undefined where it would be too long. */
  textWith(goals: readonly Goal[]): string | undefined {
    this.tree ??= new ChoiceTree(this.program, 0);
    return this.tree.deriveAll(goals)?.text;
  }
}
