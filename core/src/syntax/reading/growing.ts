/**
 * A tree while its pattern is read: the groups that are open, with the items and alternatives that each has so far.
 * Groups wait on a list, so nesting cannot overflow the host's stack.
 */
import { EMPTY_SET } from "../../charset/charset.ts";
import { VALUED_PROPERTIES } from "../../charset/values.ts";
import { type AnchorKind, isClusterEdge, isPaired, isSegmentEdge } from "../../dialect/assertions.ts";
import type { GroupOpener, Options } from "../../dialect/dialect.ts";
import { pairedAnchor } from "../edges/anchors.ts";
import { clusterEdge } from "../edges/clusters.ts";
import { segmentEdge } from "../edges/segments.ts";
import type { Condition } from "../groups/conditions.ts";
import { NameTable, type Place } from "../groups/names.ts";
import type { WrittenGroup } from "../groups/numbering.ts";
import type { Asks, Group, Node, Span } from "../tree.ts";
import type { Reader } from "./reader.ts";

/** Deeper brackets than anybody draws; trees of this depth still pass through every machine. */
export const MAX_NESTING = 100_000;

/** Groups above it cannot be referred to where a reference has one digit. */
const LAST_DIGIT = 9;

const NEVER: Asks = { kind: "constant", holds: false };

/** An open bracket, or the whole pattern, while its inside is read. */
interface OpenGroup {
  readonly start: number;
  readonly opener: GroupOpener | { readonly kind: "capture" } | { readonly kind: "pattern" };
  readonly capture: number | null;
  /** Of a capturing group its index among the groups. */
  readonly index: number;
  readonly name: string | null;
  /** The slot whose newest capture is taken away where it ends; null where none is. */
  readonly pops: number | null;
  /** What flags said before the bracket. */
  readonly outerOptions: Options;
  condition: Condition | null;
  /** The lookaround that comes first is what is asked for. */
  awaitsLook: boolean;
  /** Numbers of groups before it, and the most that an alternative of it has come to, where each begins anew. */
  readonly countBefore: number;
  most: number;
  /** The innermost lookbehind around the inside, as the number of groups that were there before it; −1 for none. */
  readonly lookbehindGroups: number;
  /** Whether it lies in a lookaround, or is one. */
  readonly inLook: boolean;
  /** Whether that may be tried another way when it has been left. */
  readonly reenters: boolean;
  readonly branches: Node[];
  /** Closed groups that the place before it can refer to, and those that are closed in its alternatives so far: a bit each. */
  readonly visibleBefore: number;
  closedInside: number;
  place: Place;
  branchStart: number;
  items: Node[];
  /** Items up to this one cannot be repeated any more: flags stand behind them. */
  settled: number;
}

export interface Opening {
  readonly opener: OpenGroup["opener"];
  /** Offset of the bracket. */
  readonly start: number;
  readonly capture?: number;
  readonly name?: string | null;
  readonly condition?: Condition | null;
  readonly awaitsLook?: boolean;
  readonly pops?: number | null;
}

export class GrowingTree {
  readonly groups: Group[] = [];
  /** The same as they are written, before anything is known of their numbers. */
  readonly written: WrittenGroup[] = [];
  /** The highest number of a group so far; of all where they are known beforehand. */
  count = 0;
  /** The next bracket that looks as if it captured does not. */
  passesBracket = false;
  /** Groups without a name so far, where numbers hang on all of them. */
  private unnamed = 0;
  readonly names = new NameTable();
  private readonly reader: Reader;
  private readonly closed: boolean[] = [];
  /** Of the groups with one digit those that are closed, but for such in other alternatives: a bit each. */
  private visible = 0;
  /** The first name of each number. */
  private readonly slotNames = new Map<number, string>();
  private readonly open: OpenGroup[] = [];
  private captureDepth = 0;
  /** Some group numbers each of its alternatives anew. */
  renumbers = false;
  private tooDeep = false;

  constructor(reader: Reader) {
    this.reader = reader;
    if (reader.numbering) this.count = reader.numbering.numbers.length;
    this.push({ opener: { kind: "pattern" }, start: 0 });
  }

  get top(): OpenGroup {
    return this.open[this.open.length - 1] as OpenGroup;
  }

  /** Whether no bracket is open. */
  get isOutermost(): boolean {
    return this.open.length === 1;
  }

  /** Whether nothing stands before the reading place in the whole pattern. */
  get isEmpty(): boolean {
    return this.isOutermost && this.top.branches.length === 0 && this.top.items.length === 0;
  }

  /** The item that a quantifier would repeat. */
  get last(): Node | undefined {
    const { items, settled } = this.top;
    return items.length > settled ? items.at(-1) : undefined;
  }

  /** What stands before the reading place is not repeated by what comes. */
  settle(): void {
    this.top.settled = this.top.items.length;
  }

  /** The number of the group so many before the reading place (−1 is the one opened last), or behind it; −1 where there is none. */
  relative(by: number): number {
    return by > 0 ? this.count + by : by < -this.count || by === 0 ? -1 : this.count + 1 + by;
  }

  nameOf(number: number): string | undefined {
    return this.slotNames.get(number);
  }

  /** Whether the group has been closed, and not in another alternative. */
  isVisible(number: number): boolean {
    return (this.visible & (1 << number)) !== 0;
  }

  /** Whether the group has been closed. */
  isClosed(number: number): boolean {
    return this.closed[number] === true;
  }

  add(node: Node): void {
    this.top.items.push(node);
  }

  /** Puts a node in the place of the last one. */
  replaceLast(node: Node): void {
    this.top.items.pop();
    this.top.items.push(node);
  }

  /** Adds a character that ends at the reading place. */
  addCharacter(codePoint: number, start: number): void {
    const { options, dialect, at: end } = this.reader;
    this.add({ kind: "character", codePoint, folding: dialect.semantics.folding(options), start, end });
  }

  addAssertion(assertion: AnchorKind, start: number): void {
    const { options, dialect, at: end } = this.reader;
    const { word, lineEnds } = dialect.semantics;
    if (isPaired(assertion)) {
      this.add(pairedAnchor(assertion, lineEnds(options), { start, end }));
      return;
    }
    if (isClusterEdge(assertion)) {
      this.add(clusterEdge(assertion, { start, end }));
      return;
    }
    if (isSegmentEdge(assertion)) {
      const values = VALUED_PROPERTIES.here;
      if (values) this.add(segmentEdge(assertion, values, { start, end }));
      else this.reader.report("property-table-missing", { start, end });
      return;
    }
    const set = assertion.startsWith("text") ? EMPTY_SET : assertion.includes("word") ? word(options) : lineEnds(options);
    this.add({ kind: "assertion", assertion, set, start, end });
  }

  addReference(slots: readonly number[], label: string, span: Span): void {
    const folding = this.reader.dialect.semantics.referenceFolding(this.reader.options);
    this.add({ kind: "back-reference", slots, label, folding, start: span.start, end: span.end });
  }

  /** Numbers a capturing group whose bracket stands at the offset, and which may bring a number of its own; returns its slot. */
  newGroup(start: number, name: string | null, given: number | null = null): number {
    const { numbering, pattern } = this.reader;
    const known = given === null && name !== null ? numbering?.byName.get(name) : numbering?.byNumber.get(given ?? ++this.unnamed);
    const slot = known ?? ++this.count;
    if (name !== null && !this.slotNames.has(slot)) this.slotNames.set(slot, name);
    this.written.push({ name, given });
    this.groups.push({ slot, number: numbering?.numbers[slot - 1] ?? slot, name, start, end: pattern.length, depth: this.captureDepth++ });
    return slot;
  }

  /** Gives a group its name, which stands at the span. */
  declare(name: string, number: number, span: Span): void {
    const { reader, names } = this;
    const { several, shared } = reader.dialect.syntax.names;
    const known = names.numbers(name);
    const other = this.nameOf(number);
    if (other !== undefined && other !== name && !several) reader.report("group-name-other", span, number, other);
    // Groups of one number are one, and have one name.
    else if (names.holds(name, number)) return;
    else if (reader.options.sharedNames) names.add(name, number, this.top.place);
    else if (known && !shared) reader.report("group-name-again", span, name, known[0] as number);
    else if (!names.add(name, number, this.top.place)) reader.report("group-name-twice", span, name);
  }

  /** Opens a group: what is added from now on lies in it. */
  push({ opener, start, capture, name = null, condition = null, awaitsLook = false, pops = null }: Opening): void {
    const { reader, open } = this;
    if (open.length > MAX_NESTING) {
      reader.report("too-deep", { start, end: start + 1 }, MAX_NESTING);
      reader.at = reader.pattern.length;
      this.tooDeep = true;
    }
    const outer = open[open.length - 1];
    const behind = opener.kind === "look" && opener.behind;
    if (opener.kind === "branch-reset") this.renumbers = true;
    open.push({
      start,
      opener,
      capture: capture ?? null,
      index: this.groups.length - 1,
      name,
      pops,
      outerOptions: reader.options,
      condition,
      awaitsLook,
      countBefore: this.count,
      most: this.count,
      lookbehindGroups: outer && outer.lookbehindGroups >= 0 ? outer.lookbehindGroups : behind ? this.count : -1,
      inLook: opener.kind === "look" || outer?.inLook === true,
      reenters: (opener.kind === "look" && opener.reenters === true) || outer?.reenters === true,
      branches: [],
      visibleBefore: this.visible,
      closedInside: 0,
      place: { bracket: {}, outer: outer?.place ?? null },
      branchStart: reader.at,
      items: [],
      settled: 0,
    });
  }

  /** Ends an alternative at the offset; the next one begins at the reading place. */
  endBranch(end: number): void {
    const group = this.top;
    const { items, branchStart: start } = group;
    if (group.opener.kind === "branch-reset") {
      group.most = Math.max(group.most, this.count);
      this.count = group.countBefore;
    }
    if (items.length === 1 && items[0]) group.branches.push(items[0]);
    else group.branches.push(items.length === 0 ? { kind: "empty", start, end } : { kind: "sequence", items, start, end });
    group.place = { ...group.place };
    group.closedInside |= this.visible;
    this.visible = group.visibleBefore;
    group.items = [];
    group.settled = 0;
    group.branchStart = this.reader.at;
  }

  /** Closes the innermost group, whose inside ends at the offset and which ends at the reading place. */
  close(bodyEnd: number): void {
    const { reader } = this;
    const body = this.body(bodyEnd);
    const { start, opener, capture, index, name, pops, condition, branches, outerOptions, most, closedInside } = this.open.pop() as OpenGroup;
    this.visible |= closedInside;
    if (!(condition && reader.dialect.syntax.conditionsLeaveFlags)) reader.options = outerOptions;
    const span = { start, end: reader.at };
    if (opener.kind === "branch-reset") this.count = most;
    if (capture !== null) {
      this.captureDepth--;
      this.groups[index] = { ...(this.groups[index] as Group), end: reader.at };
      this.closed[capture] = true;
      if (capture <= LAST_DIGIT) this.visible |= 1 << capture;
    }
    let node: Node;
    if (opener.kind === "look") {
      node = { kind: "look", behind: opener.behind, negated: opener.negated, widths: null, body, ...(opener.reenters && { reenters: true }), ...span };
    } else if (opener.kind === "atomic") node = { kind: "atomic", body, ...span };
    else if (opener.kind === "conditional") {
      const [yes, no, more] = branches as [Node, Node | undefined, Node | undefined];
      if (more) reader.report("condition-branches", { start: more.start, end: bodyEnd });
      if (no && condition?.label === "DEFINE") reader.report("define-branches", { start: no.start, end: bodyEnd });
      const nothing: Node = { kind: "empty", start: bodyEnd, end: bodyEnd };
      node = { kind: "conditional", asks: condition?.asks ?? NEVER, label: condition?.label ?? "", yes, no: no ?? nothing, ...span };
    } else node = { kind: "group", capture, name, body, ...(pops !== null && { pops }), ...span };
    if (this.top.awaitsLook) this.askFor(node);
    else this.add(node);
  }

  /** A part is what the condition around it asks for: a lookaround, or one that it stands for. */
  private askFor(node: Node): void {
    const { top, reader } = this;
    // Inside of a lookbehind it is read backwards like the rest.
    const behind = top.lookbehindGroups >= 0;
    const look: Node = node.kind === "look" ? node : { kind: "look", behind, negated: false, widths: null, body: node, start: node.start, end: node.end };
    top.condition = { asks: { kind: "look", look }, label: reader.pattern.slice(node.start, reader.at) };
    top.awaitsLook = false;
    top.branchStart = reader.at;
  }

  /** The whole tree; brackets that are still open are said to be. */
  finish(): Node {
    const { reader } = this;
    while (!this.isOutermost) {
      const { start } = this.top;
      if (!this.tooDeep) reader.report("group-open", { start, end: start + 1 });
      this.close(reader.at);
    }
    return this.body(reader.at);
  }

  /** The inside of the innermost group, which ends at the offset. */
  private body(end: number): Node {
    const group = this.top;
    const start = group.branches[0]?.start ?? group.branchStart;
    this.endBranch(end);
    const only = group.branches.length === 1 ? group.branches[0] : undefined;
    return only ?? { kind: "alternation", branches: group.branches, start, end };
  }
}
