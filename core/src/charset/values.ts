/**
 * Properties with a value of several (UAX #44) that few patterns name: `Line_Break`, `Age`, `Numeric_Value` and kin, of
 * Unicode 14. What they hold is fetched when a pattern names one.
 */
import { once } from "../once.ts";
import { isDigit, without } from "../text/characters.ts";
import { type CharSet, complement, union } from "./charset.ts";
import { Fetched } from "./fetched.ts";
import { unpackEnds } from "./packed.ts";
import { looseName } from "./properties.ts";

type Sets = ReadonlyMap<string, () => CharSet>;

export interface Values {
  /** By each name of a property the sets of its values, by each name of theirs. */
  readonly valued: ReadonlyMap<string, Sets>;
  readonly lone: ReadonlyMap<string, CharSet>;
}

/** Names of the properties, loosely spelled, and what tells with `\b` where such a property lets a text be cut. */
const PROPERTY_NAMES: ReadonlySet<string> = new Set(
  (
    "age in presentin bpt bidipairedbrackettype ccc canonicalcombiningclass dt decompositiontype ea eastasianwidth inpc indicpositionalcategory " +
    "insc indicsyllabiccategory jg joininggroup jt joiningtype lb linebreak nfcqc nfcquickcheck nfdqc nfdquickcheck nfkcqc nfkcquickcheck " +
    "nfkdqc nfkdquickcheck nt numerictype nv numericvalue sb sentencebreak vo verticalorientation wb wordbreak " +
    "ce compositionexclusion compex fullcompositionexclusion hyphen pcm prependedconcatenationmark"
  ).split(" "),
);

/** Letters before a brace in which one may be named. */
const BEFORE_A_NAME = "pPbB";
/** No spelling of a name is longer. */
const LONGEST_NAME = 60;

/** Whether a property is one of those that are fetched, however its name is spelled. */
export function isFetched(name: string): boolean {
  const own = looseName(name);
  return PROPERTY_NAMES.has(own) || (own.startsWith("is") && PROPERTY_NAMES.has(own.slice(2)));
}

/** Whether any braces behind one of those letters begin with one of the names. */
function namesOne(text: string): boolean {
  for (let at = text.indexOf("{"); at >= 0; at = text.indexOf("{", at + 1)) {
    if (at === 0 || !BEFORE_A_NAME.includes(text[at - 1] as string)) continue;
    const name = upToAny(text.slice(at + 1, at + 1 + LONGEST_NAME), "=:}");
    if (isFetched(without(name, "^"))) return true;
  }
  return false;
}

function upToAny(text: string, ends: string): string {
  const at = [...text].findIndex((c) => ends.includes(c));
  return at < 0 ? text : text.slice(0, at);
}

export const VALUED_PROPERTIES: Fetched<Values> = new Fetched(namesOne, async () => {
  const { VALUES, LONE } = await import("./values.generated.ts");
  const valued = new Map<string, Sets>();
  for (const [names, values] of VALUES) for (const name of names.split(" ")) valued.set(name, setsOf(values));
  for (const [name, from, derived] of DERIVED) valued.set(name, derived(valued.get(from) as Sets));
  const lone = new Map(LONE.flatMap(([names, ends]) => names.split(" ").map((name) => [name, unpackEnds(ends)] as const)));
  return { valued, lone };
});

/** Properties that follow from others, or have more values than the database gives (perluniprops). */
const DERIVED: readonly (readonly [name: string, from: string, derived: (sets: Sets) => Sets])[] = [
  ["in", "age", upTo],
  ["presentin", "age", upTo],
  ["dt", "dt", withCompatible],
  ["decompositiontype", "dt", (sets) => sets],
];

function setsOf(values: readonly (readonly [names: string, ends: string])[]): Sets {
  const sets = new Map<string, () => CharSet>();
  const [[others] = [""], ...rest] = values;
  const each = rest.map(([names, ends]) => [names, once(() => unpackEnds(ends))] as const);
  for (const [names, set] of each) for (const name of names.split(" ")) sets.set(name, set);
  const left = once(() => complement(union(...each.map(([, set]) => set()))));
  for (const name of others.split(" ")) sets.set(name, left);
  return sets;
}

/** `Present_In`: all characters of an age and of those before it. */
function upTo(ages: Sets): Sets {
  const sets = new Map<string, () => CharSet>();
  let sofar: (() => CharSet)[] = [];
  for (const [name, set] of ages) {
    // The names of an age follow on one another.
    if (sofar.at(-1) !== set) sofar = [...sofar, set];
    const own = sofar;
    sets.set(name, isUnassigned(name) ? set : once(() => union(...own.map((each) => each()))));
  }
  return sets;
}

/** Every way of taking a character apart that changes what it means, by one name (perluniprops). */
function withCompatible(decompositions: Sets): Sets {
  const set = once(() => complement(union(...["none", "canonical"].map((name) => decompositions.get(name)?.() ?? []))));
  return new Map([...decompositions, ["noncanon", set], ["noncanonical", set]]);
}

const isUnassigned = (age: string): boolean => age === "na" || age === "unassigned";

/** The characters of a property that holds or does not; undefined where there is none of the name. */
export const loneSet = ({ lone }: Values, name: string): CharSet | undefined => lone.get(looseName(name));

/** The characters of a value of a property, both however they are spelled; undefined where there is none. */
export function valueSet({ valued }: Values, name: string, value: string): CharSet | undefined {
  const property = looseName(name);
  const sets = valued.get(property);
  if (!sets) return undefined;
  const rule = Object.hasOwn(NUMBERED, property) ? NUMBERED[property] : undefined;
  const key = rule?.(value.trim(), sets) ?? looseName(value);
  return sets.get(key)?.();
}

/** Values that are numbers: the key of one however it is written; undefined where it is no number. */
type Numbered = (value: string, sets: Sets) => string | undefined;

const age: Numbered = (value) => {
  const [whole = "", part = "0", ...more] = value.split(".");
  return isDigits(whole) && isDigits(part) && more.length === 0 ? `${Number(whole)}.${part}` : undefined;
};

const combiningClass: Numbered = (value) => {
  const digits = value.startsWith("+") ? value.slice(1) : value;
  if (isDigits(digits)) return String(Number(digits));
  return isDigits(without(digits, " ")) ? NO_NUMBER : undefined;
};

/** A fraction in any terms but those of a whole number, or a decimal number that is as near to it as four digits tell. */
const numericValue: Numbered = (value, sets) => {
  const [top = "", bottom, ...more] = withoutLowLines(value).split("/");
  const number = Number(top);
  if (more.length > 0 || Number.isNaN(number) || !isDecimal(top)) return looseName(value) === NOT_A_NUMBER ? NOT_A_NUMBER : NO_NUMBER;
  if (bottom === undefined) return Number.isInteger(number) ? String(number) : nearest(number, sets);
  const under = isDigits(bottom) ? Number(bottom) : 0;
  const common = commonDivisor(Math.abs(number), under);
  return under > common && Number.isInteger(number) ? `${number / common}/${under / common}` : NO_NUMBER;
};

const NUMBERED: Readonly<Record<string, Numbered>> = {
  age,
  in: age,
  presentin: age,
  ccc: combiningClass,
  canonicalcombiningclass: combiningClass,
  nv: numericValue,
  numericvalue: numericValue,
};

/** A key that no value has. */
const NO_NUMBER = "";
const NOT_A_NUMBER = "nan";
const DIGITS_THAT_TELL = 3;

function nearest(number: number, sets: Sets): string {
  const told = number.toExponential(DIGITS_THAT_TELL);
  for (const name of sets.keys()) {
    const [top, bottom] = name.split("/");
    if (bottom !== undefined && (Number(top) / Number(bottom)).toExponential(DIGITS_THAT_TELL) === told) return name;
  }
  return NO_NUMBER;
}

function commonDivisor(a: number, b: number): number {
  let [larger, smaller] = [Math.max(a, b), Math.min(a, b)];
  while (smaller > 0) [larger, smaller] = [smaller, larger % smaller];
  return larger;
}

const isDigits = (text: string): boolean => text !== "" && [...text].every(isDigit);
/** Digits with a sign, a full stop behind one of them or an exponent, and nothing else that a number could be written with. */
const isDecimal = (text: string): boolean =>
  isDigit(text["+-".includes(text.charAt(0)) ? 1 : 0]) && [...text.toLowerCase()].every((c) => isDigit(c) || "+-.e".includes(c));

/** Low lines may stand between two digits each. */
const withoutLowLines = (text: string): string => {
  const parts = text.split("_");
  return parts.every((part, i) => (i === 0 || isDigit(part[0])) && (i === parts.length - 1 || isDigit(part.at(-1)))) ? parts.join("") : text;
};
