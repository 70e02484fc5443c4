/** References to groups, and conditions on them: by number where they are read, by name when every group is known. */
import type { Condition, GrowingTree } from "./growing.ts";
import { isDigit, isOctal, type Reader } from "./reader.ts";
import type { Span } from "./tree.ts";

export class References {
  private readonly reader: Reader;
  private readonly tree: GrowingTree;
  private readonly byName: { readonly label: string; readonly slots: number[]; readonly span: Span }[] = [];
  private readonly conditions: { readonly number: number; readonly span: Span }[] = [];

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
    if (digits === "octal-or-group") {
      const [one, two, three] = [pattern[end], pattern[end + 1], pattern[end + 2]];
      if (isOctal(one) && isOctal(two) && isOctal(three)) return false;
      end += isDigit(two) ? 2 : 1;
    } else while (isDigit(pattern[end])) end++;
    const number = Number(pattern.slice(reader.at, end));
    const span = { start, end };
    if (!forwardReferences) {
      // Groups that are still to come were counted without reading sets: that serves for words, not for what is refused.
      if (number <= tree.groups.length) this.check(number, span);
      else if (number <= reader.groupCount) reader.report("reference-early", span, number);
      else reader.report("reference-number", span, number, tree.groups.length);
    } else if (number > reader.groupCount) {
      if (!reader.strict) return false;
      reader.report("reference-number", span, number, reader.groupCount);
    }
    reader.at = end;
    tree.addReference([number], String(number), span);
    return true;
  }

  /** A reference to the groups of a name. */
  addName(label: string, span: Span): void {
    const { reader, tree } = this;
    const { forwardReferences } = reader.dialect.syntax;
    const known = tree.names.numbers(label);
    if (!forwardReferences) {
      const number = known?.[0];
      if (number === undefined) reader.report("reference-unknown", span, label);
      else this.check(number, span);
    }
    const slots: number[] = [];
    if (known || forwardReferences) this.byName.push({ label, slots, span });
    tree.addReference(slots, label, span);
  }

  /** `1)` or `name)` behind the opener of a condition that begins at `start`; null where it is none. */
  readCondition(start: number): Condition | null {
    const { reader, tree } = this;
    const from = reader.at;
    const label = reader.takeWhile((c) => c !== undefined && c !== ")");
    const span = { start: from, end: reader.at };
    if (!reader.pass(")") || label === "") {
      reader.report("condition-form", { start, end: reader.at });
      return null;
    }
    const number = reader.dialect.syntax.conditionNumber(label);
    const slot = number ?? tree.names.numbers(label)?.[0];
    if (slot === undefined || slot <= 0) {
      reader.report("reference-unknown", span, label);
      return null;
    }
    if (number !== undefined) this.conditions.push({ number, span });
    if (tree.top.lookbehindGroups >= 0 && reader.dialect.semantics.lookbehind !== "any-width") this.check(slot, span);
    return { slot, label };
  }

  /** Settles what had to wait for the last group. */
  resolve(): void {
    const { reader, tree } = this;
    for (const { label, slots, span } of this.byName) {
      const found = tree.names.numbers(label);
      if (found) slots.push(...found);
      else reader.report("reference-name", span, label);
    }
    for (const { number, span } of this.conditions) {
      if (number > tree.groups.length) reader.report("reference-number", span, number, tree.groups.length);
    }
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
