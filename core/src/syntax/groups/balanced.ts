/** Groups by a name or a number, which may take away what another one holds: `(?<name>…)`, `(?<2>…)`, `(?<name-other>…)`, `(?<-other>…)`. */
import { isDigit } from "../../text/characters.ts";
import type { GrowingTree } from "../reading/growing.ts";
import type { Reader } from "../reading/reader.ts";

/** A name or a number, as it is written. */
interface Label {
  readonly text: string;
  readonly number: number | null;
  readonly start: number;
  readonly end: number;
}

const LARGEST_NUMBER = 2_147_483_647;

/** Reads what stands behind the opening mark, and opens the group, whose bracket stands at `start`. */
export function readBalanced(reader: Reader, tree: GrowingTree, end: string, start: number): void {
  const from = reader.at;
  const own = readLabel(reader);
  const other = reader.pass("-") ? readLabel(reader) : undefined;
  const popsNothing = reader.pattern[reader.at - 1] === "-" && !other;
  if ((!own && !other) || popsNothing || !reader.looksAt(end)) {
    reader.takeWhile((c) => c !== undefined && c !== end && c !== ")" && c !== "|");
    const text = reader.pattern.slice(from, reader.at);
    const closed = reader.pass(end);
    const span = { start: from, end: Math.max(reader.at, from + 1) };
    if (text === "" || !closed) reader.report("group-name-missing", span, end);
    else reader.report("group-name-characters", span, text);
    tree.push({ opener: { kind: "plain" }, start });
    return;
  }
  reader.pass(end);
  if (own?.number === 0) reader.report("group-number-nought", own);
  if (own && (own.number ?? 0) > LARGEST_NUMBER) reader.report("group-number-large", own, LARGEST_NUMBER);
  const pops = other ? slotOf(reader, other) : null;
  if (!own) {
    tree.push({ opener: { kind: "plain" }, start, pops });
    return;
  }
  const name = own.number === null ? own.text : null;
  const capture = tree.newGroup(start, name, own.number);
  if (name !== null) tree.declare(name, capture, own);
  tree.push({ opener: { kind: "capture" }, start, capture, name, pops });
}

function readLabel(reader: Reader): Label | undefined {
  const start = reader.at;
  const { starts, continues } = reader.dialect.syntax.names;
  const isNumber = isDigit(reader.peek());
  if (!isNumber && !starts(reader.pattern.charCodeAt(start), reader.options)) return undefined;
  if (isNumber) reader.takeWhile(isDigit);
  else reader.takeWhile((c) => c !== undefined && continues(c.charCodeAt(0), reader.options));
  const text = reader.pattern.slice(start, reader.at);
  return { text, number: isNumber ? Number(text) : null, start, end: reader.at };
}

/** The slot of a group that must be there; that of the whole match is 0, and never holds anything. */
function slotOf(reader: Reader, label: Label): number {
  const { numbering } = reader;
  if (!numbering) return 0;
  const slot = label.number === null ? numbering.byName.get(label.text) : numbering.byNumber.get(label.number);
  if (slot !== undefined) return slot;
  if (label.number === null) reader.report("reference-name", label, label.text);
  else reader.report("reference-number", label, label.number, numbering.numbers.length);
  return 0;
}
