/**
 * Whether two readings find the same matches with the same captures: on one text, or on all.
 *
 * On all texts it is proved where both are the same program, or where the two can be followed together. Else texts are
 * tried, the shortest first, made of one character for each class that the two tell apart.
 */
import { Partition } from "../charset/partition.ts";
import { examples } from "../examples/examples.ts";
import { findSlices } from "../linear/find.ts";
import { lengthsOf } from "../program/lengths.ts";
import { Op } from "../program/operations.ts";
import { INSTRUCTION_WIDTH, type Program } from "../program/program.ts";
import { setsOf } from "../program/sets.ts";
import { relate } from "../relate/relate.ts";
import { sameMatches } from "../relate/same-matches.ts";
import { drained, NEVER, type Stop } from "../slices.ts";
import { greedyIsLongest } from "./greedy.ts";

/** A match as numbers: start and end of the whole and of each group, −1 where it is not set. */
export type MatchNumbers = readonly (readonly number[])[];

export interface Witness {
  readonly text: string;
  readonly left: MatchNumbers;
  readonly right: MatchNumbers;
}

export interface Difference {
  readonly same: true | false | "undecided";
  readonly witness: Witness | null;
  /** All texts of this many characters and fewer were tried, of one character for each class; null where none had to be. */
  readonly searched: number | null;
}

/** Steps of one run. What takes longer is not compared. */
const STEP_LIMIT = 200_000;
/** Texts that are tried: a second or so. */
const MAX_TEXTS = 40_000;
/** Classes of which a text is made. With more of them, only the first are used, and the search is not exhaustive. */
const MAX_CLASSES = 40;
/** No text that is tried is longer. */
const MAX_LENGTH = 12;
/** Longer texts that are tried for each of the two. */
const TELLING_TEXTS = 16;
const LONGEST_TELLING = 200;
/** A slice of texts. */
const AT_ONCE = 200;

/** All matches on a text; undefined where the run takes too long. */
function matchesOn(program: Program, text: string): MatchNumbers | undefined {
  const { matches, cut } = drained(findSlices(program, text, { mode: "all", stepLimit: STEP_LIMIT }));
  if (cut) return undefined;
  const { width } = matches;
  const rows = matches.toArray();
  return Array.from({ length: matches.length }, (_, i) => [...rows.subarray(i * width, (i + 1) * width)]);
}

/** Compares the two on a text; undefined where a run takes too long. */
export function differOn(left: Program, right: Program, text: string): Witness | null | undefined {
  const [one, other] = [matchesOn(left, text), matchesOn(right, text)];
  if (!one || !other) return undefined;
  return isSame(one, other) ? null : { text, left: one, right: other };
}

/** Groups that one of them does not have are not compared. */
function isSame(one: MatchNumbers, other: MatchNumbers): boolean {
  if (one.length !== other.length) return false;
  return one.every((row, i) => {
    const also = other[i] as readonly number[];
    const width = Math.min(row.length, also.length);
    for (let k = 0; k < width; k++) if (row[k] !== also[k]) return false;
    return true;
  });
}

/** Compares the two on all texts; yields now and then. */
export function* differ(left: Program, right: Program, stop: Stop = NEVER): Generator<number, Difference> {
  if (isSameProgram(left, right)) return { same: true, witness: null, searched: null };
  const proved = yield* proveSame(left, right, stop);
  if (proved === true) return { same: true, witness: null, searched: null };
  const found = yield* search(left, right, stop);
  if (found.witness) return { same: false, ...found };
  // What tells the sets of whole texts apart may be longer than what was tried.
  const told = typeof proved === "string" ? [proved] : [];
  const { onlyLeft, onlyRight } = stop() ? { onlyLeft: null, onlyRight: null } : yield* relate(left, right, stop);
  // Nor are the words of a pattern as short.
  const telling = stop() ? [] : [...(yield* tellingTexts(left)), ...(yield* tellingTexts(right))];
  for (const text of [...told, onlyLeft, onlyRight, ...besides(telling, alphabetOf(left, right).characters)]) {
    if (stop()) break;
    const witness = text === null ? null : differOn(left, right, text);
    if (witness) return { same: false, witness: shortened(left, right, witness, stop), searched: found.searched };
  }
  return { same: "undecided", witness: null, searched: found.searched };
}

/** Texts that the pattern takes, and near misses of them. */
function* tellingTexts(program: Program): Generator<number, readonly string[]> {
  const { texts, misses } = yield* examples(program, { mode: "whole", count: TELLING_TEXTS, seed: 0 });
  return [...texts, ...misses.map(({ text }) => text)];
}

/** The witness without characters that it does not need. */
function shortened(left: Program, right: Program, witness: Witness, stop: Stop): Witness {
  let shortest = witness;
  for (let at = 0; at < shortest.text.length && !stop(); ) {
    const { text } = shortest;
    const shorter = differOn(left, right, text.slice(0, at) + text.slice(at + 1));
    if (shorter) shortest = shorter;
    else at++;
  }
  return shortest;
}

/** The texts, the shortest first, and then each with a character before or behind it. */
function besides(texts: readonly string[], characters: readonly string[]): string[] {
  const plain = [...new Set(texts)].filter((text) => text.length <= LONGEST_TELLING).sort((a, b) => a.length - b.length);
  return [...plain, ...plain.flatMap((text) => characters.flatMap((character) => [text + character, character + text]))];
}

/** True where they are proved the same; a text that is said to tell them apart; or null where neither is known. */
function* proveSame(left: Program, right: Program, stop: Stop): Generator<number, true | string | null> {
  const isLongest = left.preference !== right.preference;
  // Where the first match is always the longest, and is found in one way only, it makes no difference which is asked for.
  if (isLongest && !(greedyIsLongest(left.root) && greedyIsLongest(right.root))) return null;
  if (!isLongest && left.preference === "longest") return null;
  // After an empty match searches go on in different ways, which are not simulated.
  if (left.afterEmptyMatch !== right.afterEmptyMatch && !(isNeverEmpty(left) && isNeverEmpty(right))) return null;
  if (stop()) return null;
  const sameness = yield* sameMatches(asFirst(left), asFirst(right), "all");
  return sameness.same === true ? true : sameness.same === false ? sameness.text : null;
}

const asFirst = (program: Program): Program => (program.preference === "first" ? program : { ...program, preference: "first" });

/** Whether both run alike: the same instructions by the same rules, wherever these make a difference. */
function isSameProgram(left: Program, right: Program): boolean {
  const neverEmpty = isNeverEmpty(left) && isNeverEmpty(right);
  if (!neverEmpty && (left.afterEmptyMatch !== right.afterEmptyMatch || left.options.codePoints !== right.options.codePoints)) return false;
  // Where there is one way to match, it is no matter which of several is asked for.
  if (left.preference !== right.preference && !greedyIsLongest(left.root)) return false;
  const [one, other] = [signatureOf(left), signatureOf(right)];
  return one !== null && one === other;
}

/** Whether every match takes some text. */
const isNeverEmpty = (program: Program): boolean => lengthsOf(program).least > 0;

/** What a program does, as a text; null where that hangs on whether a text is read by code units or by code points. */
function signatureOf(program: Program): string | null {
  const { code, sets, loops, enclosures, references, asked, verbs, capturesStay, slots, options, beyond } = program;
  if (!isOfUnits(program)) return null;
  const byUnits = [...code];
  for (let i = 0; i < byUnits.length; i += INSTRUCTION_WIDTH) {
    if (byUnits[i] === Op.SetPoint) byUnits[i] = Op.Set;
    if (byUnits[i] === Op.SetPointBack) byUnits[i] = Op.SetBack;
  }
  // Where no iteration can be empty, what an empty one does is no matter.
  const plainLoops = loops.map(({ node: _node, unwinds, counted, beforeText, ...rest }) => ({
    ...rest,
    notesFrom: rest.begin < 0 ? 0 : rest.notesFrom,
    // How captures are undone is no matter where there are none.
    captures: slots.length === 0 ? null : [unwinds, counted, beforeText],
  }));
  const plainEnclosures = enclosures.map(({ node: _node, ...rest }) => rest);
  const rules = beyond.has("stays") ? capturesStay : null;
  return JSON.stringify([byUnits, sets, plainLoops, plainEnclosures, references, asked, verbs, rules, slots.length, options.sticky]);
}

/** Whether all its characters are of one code unit, so that it does the same by code points. */
export const isOfUnits = (program: Program): boolean => setsOf(program).every((set) => (set.at(-1) ?? 0) < FIRST_HALF);

/** The first half of a pair: what is before it has one code unit. */
const FIRST_HALF = 0xd800;

/** Tries texts, the shortest first, and of one length the more readable ones first. */
function* search(left: Program, right: Program, stop: Stop): Generator<number, Pick<Difference, "witness" | "searched">> {
  const { characters, isWhole } = alphabetOf(left, right);
  let tried = 0;
  for (let length = 0; length <= MAX_LENGTH; length++) {
    if (tried + characters.length ** length > MAX_TEXTS && length > 1) return { witness: null, searched: isWhole ? length - 1 : 0 };
    for (const text of textsOf(characters, length)) {
      const witness = differOn(left, right, text);
      if (witness) return { witness, searched: isWhole ? length : 0 };
      if (++tried % AT_ONCE !== 0) continue;
      if (stop()) return { witness: null, searched: isWhole ? length - 1 : 0 };
      yield tried;
    }
  }
  return { witness: null, searched: isWhole ? MAX_LENGTH : 0 };
}

function* textsOf(characters: readonly string[], length: number): Generator<string> {
  const places = Array<number>(length).fill(0);
  for (;;) {
    yield places.map((place) => characters[place]).join("");
    let i = length - 1;
    while (i >= 0 && (places[i] as number) === characters.length - 1) places[i--] = 0;
    if (i < 0) return;
    places[i] = (places[i] as number) + 1;
  }
}

/** Characters that are shown before others of their class. */
const READABLE = "ab0_ -.AkKsS";
const ASTRAL = "\u{1f41f}";

/** One character for each class that the two tell apart. */
function alphabetOf(left: Program, right: Program): { readonly characters: readonly string[]; readonly isWhole: boolean } {
  const partition = new Partition([...setsOf(left), ...setsOf(right), [0x0a, 0x0a]]);
  const samples = new Map<number, string>();
  for (const character of READABLE) {
    const number = partition.classOf(character.codePointAt(0) as number);
    if (!samples.has(number)) samples.set(number, character);
  }
  partition.samples.forEach((sample, number) => {
    if (!samples.has(number) && (sample < 0xd800 || sample > 0xdfff)) samples.set(number, String.fromCodePoint(sample));
  });
  const characters = [...samples.values()];
  const isWhole = characters.length <= MAX_CLASSES;
  const used = characters.slice(0, MAX_CLASSES);
  // A character of two code units is one for some and two for others.
  const isTold = left.options.codePoints !== right.options.codePoints || left.afterEmptyMatch !== right.afterEmptyMatch;
  if (isTold && !used.includes(ASTRAL)) used.push(ASTRAL);
  return { characters: used, isWhole };
}
