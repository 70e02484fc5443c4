/**
 * Captures that keep their value after the engine backtracks past the group that set them (`CapturesStay`; Java and Perl
 * do this), and what that means for the quantifiers and lookarounds around them. The compiler asks for these facts; each
 * is computed when it is first needed.
 */
import type { CapturesStay } from "../dialect/dialect.ts";
import { type Node, type NodeOf, walk } from "../syntax/tree.ts";
import { Reckoning } from "../syntax/width/bounded.ts";
import { type Width, widthsOf } from "../syntax/width/width.ts";
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

  /** @param part the tree that is compiled; all nodes that are passed to the methods must be in it */
  constructor(part: Node, rule: CapturesStay | undefined, factsOf: (node: Node) => Facts) {
    this.part = part;
    this.rule = rule;
    this.factsOf = factsOf;
  }

  /** Whether a part always matches the same number of characters. Java counts the iterations of such a group. */
  isSteady(part: Node): boolean {
    this.reckoning ??= new Reckoning(this.part);
    return this.reckoning.isSteady(part);
  }

  /** Whether an enclosure contains a group whose capture can survive backtracking. */
  isIn(kind: Enclosure["kind"], node: Node): boolean {
    if (this.rule === undefined || (this.rule === "not-undone" && kind !== "look")) return false;
    // The compiler may pass a quantifier that it created; only its body is in the tree.
    return this.factsOf(node.kind === "quantifier" ? node.body : node).lastSlot > 0;
  }

  /** The body of a counted group (Java) if it contains groups, whose captures then survive backtracking; else undefined. */
  settledInside(body: Node): Node | undefined {
    if (this.rule !== "settled" || body.kind !== "group" || this.factsOf(body.body).lastSlot === 0) return undefined;
    return this.isSteady(body) ? body.body : undefined;
  }

  /**
   * Whether a greedy quantifier repeats a counted group inside a quantifier whose iterations are tried one by one. For such
   * a group java.util.regex sets the capture when it returns from matching the rest of the pattern. So the capture of the
   * first run is written last, and is the one that the match reports.
   */
  keepsFirst(quantifier: Node): boolean {
    this.firsts ??= this.rule === "settled" ? this.countedInTried() : new Set();
    return this.firsts.has(quantifier);
  }

  private countedInTried(): ReadonlySet<Node> {
    const found = new Set<Node>();
    // The walk yields outer quantifiers before inner ones.
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
   * Whether captures made after a quantifier inside a lookaround are undone when the lookaround fails (Perl). They are if
   * the quantifier repeats a group, or if it is the last item of a group: Perl then looks at what follows before it continues.
   */
  unwinds(quantifier: Node, body: Node): boolean {
    if (this.rule !== "not-undone") return false;
    this.lasts ??= this.endingGroups();
    return body.kind === "group" || this.lasts.has(quantifier);
  }

  /**
   * `Loop.counted` of a quantifier with this body. Perl counts the iterations of a body of one fixed width that contains no
   * other capturing group (its CURLY, CURLYN and CURLYM nodes), and tries those of every other body one by one (CURLYX).
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

  /** How captures made in the iterations of a loop are undone (`Loop.counted`, `Loop.beforeText`). */
  turnsOf(quantifier: NodeOf<"quantifier">): { readonly counted: number; readonly beforeText: boolean } {
    // Without capturing groups there is nothing to undo.
    if (this.rule !== "not-undone" || this.factsOf(this.part).lastSlot === 0) return { counted: TRIED, beforeText: false };
    const counted = this.countedGroup(quantifier.body);
    this.textual ??= beforeText(this.part);
    return { counted, beforeText: counted !== TRIED && this.textual.has(quantifier) };
  }

  /** Whether a capture can survive backtracking because it was made in a later iteration of a quantifier. */
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
