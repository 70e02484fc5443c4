/** JSON whose size is looked at before anything else is: what is validated afterwards is small, but for its texts. */
import { Problem } from "./problem.ts";

/** Objects, lists and values of one request, and how deep they lie. A specimen with every sample has some 160. */
const MOST_VALUES = 1000;
const MOST_DEPTH = 6;

/** Reads a body of JSON; throws a Problem where it is none, or has more values than any request of ours. */
export function readJson(bytes: Uint8Array, most = MOST_VALUES): unknown {
  const text = new TextDecoder("utf-8", { ignoreBOM: false }).decode(bytes);
  const punctuation = countValues(text, most);
  if (punctuation > most) throw new Problem("invalid-request", `A request may hold ${most.toLocaleString("en-US")} values at most.`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Problem("bad-json", "It cannot be parsed.");
  }
  examine(value);
  return value;
}

/** Commas and colons outside of strings, as far as the most: about how many values there are. */
function countValues(text: string, most: number): number {
  let found = 0;
  for (let at = 0; at < text.length && found <= most; at++) {
    const code = text.charCodeAt(at);
    if (code === QUOTE) {
      at = endOfString(text, at);
      if (at < 0) return found;
    } else if (code === COMMA || code === OPEN_LIST || code === OPEN_OBJECT) found++;
  }
  return found;
}

const [QUOTE, COMMA, OPEN_LIST, OPEN_OBJECT, BACKSLASH] = ['"', ",", "[", "{", "\\"].map((character) => character.charCodeAt(0)) as [
  number,
  number,
  number,
  number,
  number,
];

/** Where the string that begins at a quote ends; −1 where it does not. */
function endOfString(text: string, from: number): number {
  for (let at = text.indexOf('"', from + 1); at >= 0; at = text.indexOf('"', at + 1)) {
    let escapes = 0;
    while (text.charCodeAt(at - 1 - escapes) === BACKSLASH) escapes++;
    if (escapes % 2 === 0) return at;
  }
  return -1;
}

/** Throws where the value is deep, or means to be more than data. */
function examine(root: unknown): void {
  const pending = [{ value: root, depth: 0 }];
  for (let next = pending.pop(); next; next = pending.pop()) {
    const { value, depth } = next;
    if (typeof value !== "object" || value === null) continue;
    if (depth > MOST_DEPTH) throw new Problem("invalid-request", `A request may be ${MOST_DEPTH} deep at most.`);
    for (const key of Object.keys(value)) {
      if (key === "__proto__") throw new Problem("invalid-request", "A request may have no field “__proto__”.");
      pending.push({ value: (value as Record<string, unknown>)[key], depth: depth + 1 });
    }
  }
}
