/** What the readers of languages that have a grammar share: a text, its tree, and the names that are constants in it. */
import type { SyntaxNode, Tree } from "@lezer/common";
import { type Constant, constantOf, Names, type Part } from "./constant.ts";

/** A stretch of the text, as nodes and places of a walk have it. */
export type Stretch = Pick<SyntaxNode, "from" | "to">;

/** What is done at nodes, by their names. */
export type AtNodes = Readonly<Record<string, (node: SyntaxNode) => void>>;

export abstract class TreeReading {
  protected readonly text: string;
  protected readonly tree: Tree;
  protected readonly names = new Names();

  constructor(text: string, tree: Tree) {
    this.text = text;
    this.tree = tree;
  }

  /** What an expression is joined of, in order; undefined where it is not constant. */
  protected abstract partsOf(node: SyntaxNode): readonly Part<SyntaxNode>[] | undefined;

  protected written({ from, to }: Stretch): string {
    return this.text.slice(from, to);
  }

  protected constant(node: SyntaxNode): Constant | undefined {
    return constantOf(node, (each) => this.partsOf(each));
  }

  /** What a name always stands for, as the parts of an expression. */
  protected named(name: string): readonly SyntaxNode[] | undefined {
    const value = this.names.valueOf(name);
    return value && [value];
  }

  /** Goes through the whole tree, a node before those below it. */
  protected walk(at: AtNodes): void {
    this.tree.iterate({
      // Asking for a node makes one, which costs more than the walk: its name is looked at first.
      enter: (place) => {
        if (Object.hasOwn(at, place.name)) at[place.name]?.(place.node);
      },
    });
  }

  /** Whether the offset lies in a node of one of these names. */
  protected isIn(offset: number, names: readonly string[]): boolean {
    for (let node: SyntaxNode | null = this.tree.topNode.resolveInner(offset, 1); node; node = node.parent) if (names.includes(node.name)) return true;
    return false;
  }
}
