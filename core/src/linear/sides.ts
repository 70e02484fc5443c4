/** A text as symbols of an automaton: the character on either side of an offset, as the automaton's tables number it. */
import type { Partition } from "../charset/partition.ts";
import { pointAt, pointBefore } from "../machine/items.ts";
import type { Automaton } from "./automaton.ts";

export class Sides {
  private readonly text: string;
  private readonly partition: Partition;
  private readonly codePoints: boolean;

  constructor(text: string, partition: Partition, codePoints: boolean) {
    this.text = text;
    this.partition = partition;
    this.codePoints = codePoints;
  }

  /** The symbol of the character that begins at the offset, or of the text's edge. */
  after(automaton: Automaton, at: number): number {
    if (at >= this.text.length) return automaton.edge;
    const c = this.codePoints ? pointAt(this.text, at) : this.text.charCodeAt(at);
    const last = at + (c > 0xffff ? 2 : 1) >= this.text.length;
    return this.partition.classOf(c) + (last ? automaton.lastSymbols : 0);
  }

  /** The symbol of the character that ends at the offset, or of the text's edge. */
  before(automaton: Automaton, at: number): number {
    if (at <= 0) return automaton.edge;
    const c = this.codePoints ? pointBefore(this.text, at) : this.text.charCodeAt(at - 1);
    return this.partition.classOf(c) + (at >= this.text.length ? automaton.lastSymbols : 0);
  }
}
