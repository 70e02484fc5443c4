/**
 * Sets with operations: nested, intersected (`&&`), subtracted (`--`), and holding strings.
 *
 * Grammar and meaning: ECMA-262 (2025) ClassSetExpression, §22.2.1 and §22.2.2.9. Open sets wait on a list, so that
 * nesting cannot overflow the host's stack.
 */
import { type CharSet, EMPTY_SET, intersection, subtract, unionOf } from "../../charset/charset.ts";
import type { Property } from "../../charset/properties.ts";
import { complementOf, maybeFolded, readEscape } from "../reading/escapes.ts";
import { type Reader, reportOrder } from "../reading/reader.ts";
import type { SetItem, Span } from "../tree.ts";
import type { SetNode } from "./sets.ts";

type Operator = "&&" | "--";

/** What an operand or a set stands for. `mayHoldStrings` is ECMA-262's static MayContainStrings. */
interface Value extends Property {
  readonly mayHoldStrings: boolean;
  /** Set where the operand is one character, which can begin a range. */
  readonly codePoint?: number;
}

/** An open set while its operands are read: ClassUnion as long as there is no operator. */
interface OpenSet {
  readonly start: number;
  readonly negated: boolean;
  value: Value;
  /** Operands of a union, gathered first so that long sets are made in one go. */
  readonly parts: CharSet[];
  readonly strings: Set<string>;
  operands: number;
  /** Where the operand read last is a range: those stand in unions only. */
  range: Span | null;
  operator: Operator | null;
  /** An operator stands before the reading place. */
  waiting: boolean;
}

const NO_VALUE: Value = { set: EMPTY_SET, strings: [], mayHoldStrings: false };
const SYNTAX_CHARACTERS = "()[]{}/-\\|";
const DOUBLED = "&!#$%*+,.:;<=>?@^`~";

/** Reads a set; the reading place is at its opening bracket. */
export function readSetWithOperations(reader: Reader): SetNode {
  const start = reader.at;
  const items: SetItem[] = [];
  const open: OpenSet[] = [opened(reader)];
  let value = NO_VALUE;
  let negated = false;
  for (let top = open[0]; top; top = open[open.length - 1]) {
    const outermost = open.length === 1;
    if (reader.ended) {
      reader.report("set-open", { start: top.start, end: top.start + 1 });
      break;
    }
    if (reader.looksAt("[")) {
      open.push(opened(reader));
      continue;
    }
    if (reader.pass("]")) {
      const closed = closedValue(reader, top);
      open.pop();
      const outer = open[open.length - 1];
      if (outer) operand(reader, outer, top.negated ? negatedValue(reader, closed, top) : closed, { start: top.start, end: reader.at });
      else {
        value = closed;
        negated = top.negated;
        if (negated) negatedValue(reader, closed, top);
      }
      continue;
    }
    if (operatorHere(reader, top)) continue;
    const from = reader.at;
    const read = readOperand(reader);
    const range = read.codePoint !== undefined && reader.looksAt("-") && !reader.looksAt("--") ? readRange(reader, read.codePoint, from) : undefined;
    const span = { start: from, end: reader.at };
    if (range && top.waiting) reader.report("set-range-operand", span, top.operator as Operator);
    operand(reader, top, range ?? read, span);
    top.range = range ? span : null;
    if (!outermost) continue;
    if (read.codePoint === undefined) items.push({ kind: "class", name: reader.pattern.slice(span.start + 1, span.end), ...span });
    else items.push({ kind: "range", from: read.codePoint, to: range ? range.last : read.codePoint, ...span });
  }
  const strings = [...value.strings].sort((a, b) => b.length - a.length);
  const folding = reader.dialect.semantics.folding(reader.options);
  return { kind: "set", set: value.set, fixed: EMPTY_SET, strings, negated, items, folding, start, end: reader.at };
}

function opened(reader: Reader): OpenSet {
  const start = reader.at++;
  const negated = reader.pass("^");
  return { start, negated, value: NO_VALUE, parts: [], strings: new Set(), operands: 0, range: null, operator: null, waiting: false };
}

function operatorHere(reader: Reader, top: OpenSet): boolean {
  const operator = reader.looksAt("&&") ? "&&" : reader.looksAt("--") ? "--" : undefined;
  if (!operator) return false;
  const span = { start: reader.at, end: reader.at + 2 };
  reader.at += 2;
  if (top.operands === 0 || top.waiting || (operator === "&&" && reader.looksAt("&"))) reader.report("set-operand", span, operator);
  else if (top.operator ? top.operator !== operator : top.operands > 1) reader.report("set-operators-mixed", span);
  else if (top.range && !top.operator) reader.report("set-range-operand", top.range, operator);
  if (!top.operator) {
    // What stood before is the first operand.
    top.value = gathered(top);
    top.operator = operator;
  }
  top.waiting = true;
  return true;
}

function gathered(top: OpenSet): Value {
  return { set: unionOf(top.parts), strings: [...top.strings], mayHoldStrings: top.value.mayHoldStrings };
}

function operand(reader: Reader, top: OpenSet, value: Value, span: Span): void {
  top.operands++;
  if (!top.operator) {
    top.parts.push(value.set);
    for (const string of value.strings) top.strings.add(string);
    if (value.mayHoldStrings) top.value = { ...top.value, mayHoldStrings: true };
    return;
  }
  if (!top.waiting) reader.report("set-operators-mixed", span);
  top.waiting = false;
  const held = new Set(value.strings);
  const intersects = top.operator === "&&";
  top.value = {
    set: intersects ? intersection(top.value.set, value.set) : subtract(top.value.set, value.set),
    strings: top.value.strings.filter((string) => held.has(string) === intersects),
    mayHoldStrings: top.value.mayHoldStrings && (!intersects || value.mayHoldStrings),
  };
}

function closedValue(reader: Reader, top: OpenSet): Value {
  if (top.waiting) reader.report("set-operand", { start: reader.at - 3, end: reader.at - 1 }, top.operator as string);
  return top.operator ? top.value : gathered(top);
}

function negatedValue(reader: Reader, value: Value, { start }: OpenSet): Value {
  if (value.mayHoldStrings) reader.report("set-negated-strings", { start, end: reader.at });
  return { set: complementOf(value.set, reader.options), strings: [], mayHoldStrings: false };
}

function readOperand(reader: Reader): Value {
  const start = reader.at;
  if (!reader.pass("\\")) return single(reader, plainCharacter(reader));
  const read = readEscape(reader, start, true);
  if (read.kind === "character") return single(reader, read.codePoint);
  if (read.kind === "other") return quotedStrings(reader, start);
  const set = read.negated ? complementOf(read.set, reader.options) : read.set;
  return { set, strings: read.strings, mayHoldStrings: read.strings.length > 0 };
}

/** ClassSetCharacter that is not escaped. */
function plainCharacter(reader: Reader): number {
  const start = reader.at;
  const codePoint = reader.take();
  const c = String.fromCodePoint(codePoint);
  const span = { start, end: reader.at };
  if (SYNTAX_CHARACTERS.includes(c)) reader.report("set-character", span, c);
  else if (DOUBLED.includes(c) && reader.looksAt(c)) reader.report("set-double", { start, end: reader.at + 1 }, c + c);
  return codePoint;
}

function single(reader: Reader, codePoint: number): Value {
  return { ...maybeFolded({ set: [codePoint, codePoint], strings: [] }, reader.options), mayHoldStrings: false, codePoint };
}

function readRange(reader: Reader, from: number, start: number): (Value & { readonly last: number }) | undefined {
  reader.at++;
  const to = reader.ended || reader.looksAt("]") ? undefined : readOperand(reader).codePoint;
  const span = { start, end: reader.at };
  if (to === undefined) reader.report("range-class", span);
  else if (from > to) reportOrder(reader, span, from, to);
  else return { ...maybeFolded({ set: [from, to], strings: [] }, reader.options), mayHoldStrings: false, last: to };
  return undefined;
}

/** What follows `\q`: `{ab|cd|}`. */
function quotedStrings(reader: Reader, start: number): Value {
  if (!reader.pass("{")) {
    reader.report("set-strings-form", { start, end: reader.at });
    return NO_VALUE;
  }
  const characters: CharSet[] = [];
  const strings: string[] = [];
  let current: number[] = [];
  const end = (): void => {
    if (current.length === 1) characters.push([current[0] as number, current[0] as number]);
    else strings.push(current.map((c) => String.fromCodePoint(c)).join(""));
    current = [];
  };
  for (;;) {
    if (reader.ended) {
      reader.report("set-strings-form", { start, end: reader.at });
      break;
    }
    if (reader.pass("}")) {
      end();
      break;
    }
    if (reader.pass("|")) {
      end();
      continue;
    }
    const at = reader.at;
    if (!reader.pass("\\")) {
      current.push(plainCharacter(reader));
      continue;
    }
    const read = readEscape(reader, at, true);
    if (read.kind === "character") current.push(read.codePoint);
    else reader.report("set-strings-form", { start: at, end: reader.at });
  }
  return { ...maybeFolded({ set: unionOf(characters), strings }, reader.options), mayHoldStrings: strings.length > 0 };
}
