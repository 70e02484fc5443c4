/**
 * A pattern for text that is read as bytes: each character is written as the bytes of its UTF-8 (RFC 3629), of which each
 * counts as a character. K. Thompson's way of making byte ranges of ranges of characters.
 */
import { type CharSet, intersection, setOfRanges, subtract } from "../charset/charset.ts";
import { asserted, inSequence, noCharacter, oneOf, setOf } from "../syntax/build.ts";
import { charactersOf, singleLook } from "../syntax/characters.ts";
import { type Node, rewrite } from "../syntax/tree.ts";

const ASCII: CharSet = [0, 0x7f];
const BEYOND_ASCII: CharSet = [0x80, 0xd7ff, 0xe000, 0x10ffff];
const BYTES_BEYOND_ASCII: CharSet = [0x80, 0xff];
/** Bytes that are none of the first of a character. */
const CONTINUATIONS: CharSet = [0x80, 0xbf];
/** More sequences of byte ranges make an automaton of many states, for a few sets of letters. */
const MOST_SEQUENCES = 3000;

/** The pattern for text that holds ASCII alone. */
export function inAscii(root: Node): Node {
  return rewrite(root, (node) => {
    switch (node.kind) {
      case "character":
      case "any":
        return setOf(intersection(charactersOf(node), ASCII));
      case "set":
        return { ...setOf(intersection(charactersOf(node), ASCII)), strings: node.strings };
      case "assertion":
        return { ...node, set: intersection(node.set, ASCII) };
      default:
        return node;
    }
  });
}

/**
 * The pattern for well-formed UTF-8.
 * @returns null where the bytes on either side do not tell what it asks of the characters there, or where there would be too many
 */
export function inUtf8(root: Node): Node | null {
  let known = true;
  let sequences = 0;
  const changed = rewrite(root, (node, before) => {
    switch (node.kind) {
      case "character":
      case "any":
      case "set": {
        if (node.kind === "set" && node.strings.length > 0) known = false;
        const all = sequencesOf(charactersOf(node));
        sequences += all.length;
        return sequences > MOST_SEQUENCES ? noCharacter : nodeOf(all);
      }
      case "assertion": {
        const set = sideOf(node.set);
        if (!set) known = false;
        return set ? { ...node, set } : node;
      }
      case "look": {
        const single = before.kind === "look" && singleLook(before);
        const set = single && sideOf(single);
        // One that asks for more looks at bytes as the rest does; for one character the byte on that side is enough.
        return set ? { ...node, body: setOf(set) } : node;
      }
      default:
        return node;
    }
  });
  return known && sequences <= MOST_SEQUENCES ? changed : null;
}

/** The same pattern where a match can be empty: never inside of a character. */
export const betweenCharacters = (root: Node): Node =>
  inSequence(asserted("no-word-after", CONTINUATIONS), { kind: "group", capture: null, name: null, body: root, start: 0, end: 0 });

/** The bytes that show that a character of the set stands on a side; null where the byte there does not tell. */
function sideOf(set: CharSet): CharSet | null {
  const beyond = intersection(set, BEYOND_ASCII);
  const ascii = intersection(set, ASCII);
  if (beyond.length === 0) return ascii;
  return subtract(BEYOND_ASCII, beyond).length === 0 ? [...ascii, ...BYTES_BEYOND_ASCII] : null;
}

type Range = readonly [from: number, to: number];

/** The longest encodings of one, two and three bytes; and what lies between. */
const LAST_OF_LENGTH = [0x7f, 0x7ff, 0xffff, 0x10ffff];
const FIRST_HALF = 0xd800;
const LAST_HALF = 0xdfff;

/** Each sequence of byte ranges stands for the characters whose bytes lie in them, one after another. */
function sequencesOf(set: CharSet): Range[][] {
  const found: Range[][] = [];
  const pending: Range[] = [];
  for (let i = set.length - 2; i >= 0; i -= 2) pending.push([set[i] as number, set[i + 1] as number]);
  for (let range = pending.pop(); range; range = pending.pop()) {
    const split = splitPoint(range);
    if (split !== null) pending.push([split + 1, range[1]], [range[0], split]);
    else if (range[0] < FIRST_HALF || range[0] > LAST_HALF) {
      const to = bytesOf(range[1]);
      found.push(bytesOf(range[0]).map((byte, i) => [byte, to[i] as number]));
    }
  }
  return found;
}

/** Where a range has to be split so that its bytes are ranges of their own; null where they are. */
function splitPoint([from, to]: Range): number | null {
  for (const last of [...LAST_OF_LENGTH, FIRST_HALF - 1, LAST_HALF]) if (from <= last && to > last) return last;
  const length = LAST_OF_LENGTH.findIndex((last) => to <= last) + 1;
  for (let i = 1; i < length; i++) {
    const low = (1 << (6 * i)) - 1;
    if ((from & ~low) === (to & ~low)) continue;
    if ((from & low) !== 0) return from | low;
    if ((to & low) !== low) return (to & ~low) - 1;
  }
  return null;
}

/** The bytes of a character (RFC 3629). */
export function bytesOf(codePoint: number): number[] {
  const next = (shift: number): number => 0x80 | ((codePoint >> shift) & 0x3f);
  if (codePoint <= 0x7f) return [codePoint];
  if (codePoint <= 0x7ff) return [0xc0 | (codePoint >> 6), next(0)];
  if (codePoint <= 0xffff) return [0xe0 | (codePoint >> 12), next(6), next(0)];
  return [0xf0 | (codePoint >> 18), next(12), next(6), next(0)];
}

/** One node for the sequences: those that go on alike share what follows. */
function nodeOf(sequences: readonly (readonly Range[])[]): Node {
  const byRest = new Map<string, { readonly firsts: Range[]; readonly rest: readonly Range[] }>();
  for (const [first, ...rest] of sequences) {
    if (!first) continue;
    const key = rest.join(";");
    const known = byRest.get(key);
    if (known) known.firsts.push(first);
    else byRest.set(key, { firsts: [first], rest });
  }
  if (byRest.size === 0) return noCharacter;
  const branches = [...byRest.values()].map(({ firsts, rest }) =>
    inSequence(...[firsts, ...rest.map((range) => [range])].map((ranges) => setOf(setOfRanges(ranges)))),
  );
  return branches.length === 1 ? (branches[0] as Node) : { kind: "group", capture: null, name: null, body: oneOf(...branches), start: 0, end: 0 };
}
