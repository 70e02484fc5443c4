/** References to groups, calls of them and conditions on them: by number where they are read, by name when every group is known. */
import type { ConditionForm } from "../../dialect/dialect.ts";
import { isDigit, isNumber, isOctal } from "../../text/characters.ts";
import type { GrowingTree } from "../reading/growing.ts";
import type { Reader } from "../reading/reader.ts";
import type { NodeOf, Span } from "../tree.ts";
import type { Condition } from "./conditions.ts";

/** Smaller numbers are those of groups, whether there are so many or not. */
const SURELY_A_GROUP = 10;

export class References {
  private readonly reader: Reader;
  private readonly tree: GrowingTree;
  private readonly byName: { readonly label: string; readonly span: Span }[] = [];
  /** The slots of each name: one list for all that refer to it, which may be thousands to thousands. */
  private readonly slotsByName = new Map<string, number[]>();
  private readonly byNumber: { readonly number: number; readonly slots: number[] }[] = [];
  private readonly conditions: { readonly number: number; readonly span: Span }[] = [];
  /** Numbers that must be those of groups. */
  private readonly numbers: { readonly number: number; readonly span: Span }[] = [];
  /** Calls by name, whose slot is known only when all groups are. */
  private readonly calls: { readonly node: NodeOf<"call">; readonly slots: readonly number[] }[] = [];

  constructor(reader: Reader, tree: GrowingTree) {
    this.reader = reader;
    this.tree = tree;
  }

  /** A reference by digits at the reading place, behind a backslash at `start`; false where they are something else. */
  readNumber(start: number): boolean {
    const { reader, tree } = this;
    const { pattern } = reader;
    const { digits, forwardReferences } = reader.dialect.syntax;
    let end = reader.at;
    if (digits === "octal-behind-nought") {
      this.readWhatThereIs(start);
      return true;
    }
    if (digits === "group-or-octal") {
      while (isDigit(pattern[end])) end++;
      const number = Number(pattern.slice(reader.at, end));
      if (number >= SURELY_A_GROUP && reader.numbering?.byNumber.get(number) === undefined) return false;
      reader.at = end;
      this.addNumbered(number, { start, end });
      return true;
    }
    if (digits === "octal-beyond-groups") {
      while (isDigit(pattern[end])) end++;
      const number = Number(pattern.slice(reader.at, end));
      if (number >= SURELY_A_GROUP && (reader.peek() as string) < "8" && number > tree.count) return false;
      reader.at = end;
      this.addNumber(number, String(number), { start, end });
      return true;
    }
    if (digits === "octal-or-group") {
      const [one, two, three] = [pattern[end], pattern[end + 1], pattern[end + 2]];
      if (isOctal(one) && isOctal(two) && isOctal(three)) return false;
      end += isDigit(two) ? 2 : 1;
    } else if (digits === "one-digit") end++;
    else while (isDigit(pattern[end])) end++;
    const number = Number(pattern.slice(reader.at, end));
    const span = { start, end };
    if (!forwardReferences) {
      // Groups that are still to come were counted without reading sets: that serves for words, not for what is refused.
      if (number <= tree.count && digits === "one-digit" && tree.isClosed(number) && !tree.isVisible(number)) {
        reader.report("reference-alternative", span, number);
      } else if (number <= tree.count) this.check(number, span);
      else if (number <= reader.groupCount) reader.report("reference-early", span, number);
      else reader.report("reference-number", span, number, tree.count);
    } else if (number > reader.groupCount) {
      if (!reader.strict) return false;
      reader.report("reference-number", span, number, reader.groupCount);
    }
    reader.at = end;
    tree.addReference([number], String(number), span);
    return true;
  }

  /** A reference to a group whose number hangs on all of them; to the whole match, which never holds anything yet, too. */
  private addNumbered(number: number, span: Span): void {
    const { reader, tree } = this;
    const slot = reader.numbering?.byNumber.get(number);
    if (reader.numbering && slot === undefined) reader.report("reference-number", span, number, reader.numbering.numbers.length);
    tree.addReference(slot ? [slot] : [], String(number), span);
  }

  /** As many digits as there are groups for so far, one at least; a group that there is not at all is one that never takes part. */
  private readWhatThereIs(start: number): void {
    const { reader, tree } = this;
    let number = Number(reader.peek());
    for (reader.at++; isDigit(reader.peek()); reader.at++) {
      const longer = 10 * number + Number(reader.peek());
      if (longer > tree.count) break;
      number = longer;
    }
    const slots: number[] = [];
    this.byNumber.push({ number, slots });
    tree.addReference(slots, String(number), { start, end: reader.at });
  }

  /** A reference to a group of this number, wherever it stands; a number that is none is said in the end. */
  addNumber(number: number, label: string, span: Span): void {
    this.tree.addReference([this.slotOf(number, span)], label, span);
  }

  /** The slot of a number, which must be that of a group. */
  slotOf(number: number, span: Span): number {
    this.numbers.push({ number, span });
    return number;
  }

  /** The slot of a number, or none where there is no such group. */
  slotsOfNumber(number: number): readonly number[] {
    const slots: number[] = [];
    this.byNumber.push({ number, slots });
    return slots;
  }

  dialectHas(form: ConditionForm): boolean {
    return this.reader.dialect.syntax.conditions.has(form);
  }

  /** The slots of a name, filled in when every group is known. */
  slotsOf(label: string, span: Span): readonly number[] {
    this.byName.push({ label, span });
    const slots = this.slotsByName.get(label) ?? [];
    this.slotsByName.set(label, slots);
    return slots;
  }

  /** A call of the group of this number, or of the whole pattern (0). */
  addCall(number: number, label: string, span: Span): void {
    if (number !== 0) this.slotOf(number, span);
    this.tree.add({ kind: "call", slot: number, label, ...span });
  }

  /** A call of the group of this name. */
  addNamedCall(label: string, span: Span): void {
    const node: NodeOf<"call"> = { kind: "call", slot: 0, label, ...span };
    this.calls.push({ node, slots: this.slotsOf(label, span) });
    this.tree.add(node);
  }

  /** A reference to the groups of a name. */
  addName(label: string, span: Span): void {
    const { reader, tree } = this;
    const { forwardReferences, namesFirst, groupNumbers } = reader.dialect.syntax;
    if (groupNumbers === "named-last" && isNumber(label)) {
      this.addNumbered(Number(label), span);
      return;
    }
    const known = tree.names.numbers(label);
    if (namesFirst && !known) {
      reader.report("reference-unknown", span, label);
      return;
    }
    if (!forwardReferences) {
      const number = known?.[0];
      if (number === undefined) reader.report("reference-unknown", span, label);
      else this.check(number, span);
    }
    tree.addReference(known || forwardReferences ? this.slotsOf(label, span) : [], label, span);
  }

  /** A condition on a group by its number, or by its name where the label is none. */
  conditionOn(number: number | undefined, label: string, span: Span): Condition | null {
    const { reader, tree } = this;
    if (number === undefined && reader.dialect.syntax.forwardReferences) return { asks: { kind: "groups", slots: this.slotsOf(label, span) }, label };
    const slot = number ?? tree.names.numbers(label)?.[0];
    if (slot === undefined || slot <= 0) {
      reader.report("reference-unknown", span, label);
      return null;
    }
    if (number !== undefined) this.conditions.push({ number, span });
    const { forwardReferences } = reader.dialect.syntax;
    if (!forwardReferences && tree.top.lookbehindGroups >= 0) this.check(slot, span);
    return { asks: { kind: "groups", slots: [slot] }, label };
  }

  /** Settles what had to wait for the last group. */
  resolve(): void {
    const { reader, tree } = this;
    for (const [label, slots] of this.slotsByName) for (const number of tree.names.numbers(label) ?? []) slots.push(number);
    for (const { label, span } of this.byName) if (!tree.names.numbers(label)) reader.report("reference-name", span, label);
    for (const { number, slots } of this.byNumber) if (number <= tree.count) slots.push(number);
    for (const { number, span } of [...this.conditions, ...this.numbers]) {
      if (number > tree.count || number < 1) reader.report("reference-number", span, number, tree.count);
    }
    // The one place where a call is not whole when it is made.
    for (const { node, slots } of this.calls) (node as { slot: number }).slot = slots[0] ?? 0;
  }

  /** Where references may not point forward, nor into an open group, nor into their own lookbehind. */
  private check(number: number, span: Span): void {
    const { reader, tree } = this;
    if (!tree.isClosed(number)) reader.report("reference-open", span, number);
    else if (tree.top.lookbehindGroups >= 0 && number > tree.top.lookbehindGroups && reader.dialect.semantics.lookbehind !== "any-width") {
      reader.report("reference-same-lookbehind", span, number);
    }
  }
}
