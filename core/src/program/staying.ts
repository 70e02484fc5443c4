/**
 * Which captures of a pattern outlast the way on which they were made (`CapturesStay`), and what follows from that for
 * the parts around them: facts for the compiler, found when they are first asked for.
 */
import type { CapturesStay } from "../dialect/dialect.ts";
import { Reckoning } from "../syntax/bounded.ts";
import { type Node, type NodeOf, walk } from "../syntax/tree.ts";
import { type Width, widthsOf } from "../syntax/width.ts";
import { beforeText } from "./before-text.ts";
import type { Facts } from "./facts.ts";
import { outlastsTurns } from "./outlasting.ts";
import { type Enclosure, TRIED } from "./program.ts";

export class Staying {
  private readonly part: Node;
  private readonly rule: CapturesStay | undefined;
  private readonly factsOf: (node: Node) => Facts;
  private reckoning: Reckoning | undefined;
  private firsts: ReadonlySet<Node> | undefined;
  private lasts: ReadonlySet<Node> | undefined;
  private widths: ReadonlyMap<Node, Width> | undefined;
  private textual: ReadonlySet<Node> | undefined;

  /** @param part what is compiled, of which all nodes are that are asked about */
  constructor(part: Node, rule: CapturesStay | undefined, factsOf: (node: Node) => Facts) {
    this.part = part;
    this.rule = rule;
    this.factsOf = factsOf;
  }

  /** Whether a part takes the same number of characters whichever way it goes: its turns are counted, not tried (java). */
  isSteady(part: Node): boolean {
    this.reckoning ??= new Reckoning(this.part);
    return this.reckoning.isSteady(part);
  }

  /** Whether a group inside of an enclosure may capture what stays. */
  isIn(kind: Enclosure["kind"], node: Node): boolean {
    if (this.rule === undefined || (this.rule === "not-undone" && kind !== "look")) return false;
    // A quantifier can be one that was made anew; its body is the tree's.
    return this.factsOf(node.kind === "quantifier" ? node.body : node).lastSlot > 0;
  }

  /** What stands in a group whose turns are counted and not tried, so that what groups inside take stays; undefined where none does. */
  settledInside(body: Node): Node | undefined {
    if (this.rule !== "settled" || body.kind !== "group" || this.factsOf(body.body).lastSlot === 0) return undefined;
    return this.isSteady(body) ? body.body : undefined;
  }

  /**
   * Whether a quantifier is of a group whose turns are counted, greedily, inside of another quantifier whose are tried:
   * what the first of its runs captured last is what is held in the end, as java.util.regex sets it when it comes back
   * out of what followed.
   */
  keepsFirst(quantifier: Node): boolean {
    this.firsts ??= this.rule === "settled" ? this.countedInTried() : new Set();
    return this.firsts.has(quantifier);
  }

  private countedInTried(): ReadonlySet<Node> {
    const found = new Set<Node>();
    // In the order of the pattern an outer one comes before what it holds.
    let end = -1;
    for (const node of walk(this.part)) {
      if (node.kind !== "quantifier" || node.max < 2 || node.mode === "possessive") continue;
      const { body, mode } = node;
      if (body.kind !== "group" || !this.isSteady(body)) end = Math.max(end, node.end);
      else if (node.end <= end && node.max > node.min && mode === "greedy" && body.capture !== null) found.add(node);
    }
    return found;
  }

  /**
   * Whether what is captured behind a quantifier is undone where a lookaround around it fails: behind repeated groups, and
   * behind a repeated item that ends a group, since Perl looks at what follows before it goes on there.
   */
  unwinds(quantifier: Node, body: Node): boolean {
    if (this.rule !== "not-undone") return false;
    this.lasts ??= this.endingGroups();
    return body.kind === "group" || this.lasts.has(quantifier);
  }

  /**
   * The slot of the group of one width that a quantifier repeats, with no other in it, so that its turns are counted; 0
   * where it captures nothing; TRIED where turns are tried one by one (Perl's CURLY, CURLYN and CURLYM, and its CURLYX).
   */
  countedGroup(body: Node): number {
    let group = body;
    while (group.kind === "group" && group.capture === null) group = group.body;
    this.widths ??= widthsOf(this.part);
    const { least, most } = this.widths.get(group) as Width;
    const { firstSlot, lastSlot } = this.factsOf(group);
    const own = group.kind === "group" ? (group.capture ?? 0) : 0;
    const holdsOthers = lastSlot > 0 && (own === 0 || firstSlot !== lastSlot);
    return least === most && least > 0 && !holdsOthers ? own : TRIED;
  }

  /** How the turns of a loop are undone (`Loop.counted`, `Loop.beforeText`). */
  turnsOf(quantifier: NodeOf<"quantifier">): { readonly counted: number; readonly beforeText: boolean } {
    // Where nothing is captured there is nothing to undo.
    if (this.rule !== "not-undone" || this.factsOf(this.part).lastSlot === 0) return { counted: TRIED, beforeText: false };
    const counted = this.countedGroup(quantifier.body);
    this.textual ??= beforeText(this.part);
    return { counted, beforeText: counted !== TRIED && this.textual.has(quantifier) };
  }

  /** Whether captures may stay though the way was given up on which they were made, in a later turn of a quantifier. */
  inLaterTurns(): boolean {
    if (this.rule !== "not-undone") return false;
    let repeats = false;
    for (const node of walk(this.part)) repeats ||= node.kind === "quantifier" && node.max > 1 && this.factsOf(node.body).lastSlot > 0;
    return repeats && outlastsTurns(this.part, ({ body }) => this.countedGroup(body) === TRIED);
  }

  private endingGroups(): ReadonlySet<Node> {
    const found = new Set<Node>();
    for (const node of walk(this.part)) {
      if (node.kind !== "group" || node.capture === null) continue;
      const last = node.body.kind === "sequence" ? node.body.items.at(-1) : node.body;
      if (last?.kind === "quantifier") found.add(last);
    }
    return found;
  }
}
