/** Properties by their names in Perl 5.36 (perluniprops), and the classes of POSIX by Unicode. */
import { bidiClass } from "../../charset/bidi.ts";
import { blockNamed } from "../../charset/block-aliases.ts";
import { type CharSet, complement, FULL_SET, intersection, setOfRanges, setOfText, subtract, union } from "../../charset/charset.ts";
import { clusterClass, hangulType } from "../../charset/clusters.ts";
import { looseName, type Property } from "../../charset/properties.ts";
import { isFetched, loneSet, VALUED_PROPERTIES, valueSet } from "../../charset/values.ts";
import { unicodeOf } from "../../charset/versions.ts";
import { isWordCharacter, runFrom, without } from "../../text/characters.ts";
import type { Options } from "../dialect.ts";
import { ASCII_POSIX } from "../posix.ts";
import { own } from "../tables.ts";

const VERSION = "14";
const { category, binaryProperty, looseProperty, looseScript, blockOf } = unicodeOf(VERSION);

/** `\d`. */
export const perlDigit = (): CharSet => category("Nd");
/** `\s`. */
export const perlSpace = (): CharSet => binaryProperty("White_Space");
/** `\w`: UTS #18, annex C. */
export const perlWord = (): CharSet => union(binaryProperty("Alphabetic"), category("M"), category("Nd"), category("Pc"), binaryProperty("Join_Control"));

const visibleOnes = (): CharSet => complement(union(binaryProperty("White_Space"), category("Cc"), category("Cs"), category("Cn")));

type Make = () => CharSet;

/** The classes of POSIX beyond ASCII. */
const UNICODE_POSIX: Readonly<Record<string, Make>> = {
  alnum: () => union(binaryProperty("Alphabetic"), category("Nd")),
  alpha: () => binaryProperty("Alphabetic"),
  blank: () => union(category("Zs"), setOfText("\t")),
  cntrl: () => category("Cc"),
  digit: () => category("Nd"),
  graph: visibleOnes,
  lower: () => binaryProperty("Lowercase"),
  print: () => subtract(union(visibleOnes(), category("Zs")), category("Cc")),
  punct: () => union(category("P"), intersection(category("S"), [0, 0x7f])),
  space: () => binaryProperty("White_Space"),
  upper: () => binaryProperty("Uppercase"),
  word: perlWord,
  xdigit: () =>
    union(
      ASCII_POSIX.xdigit as CharSet,
      setOfRanges([
        [0xff10, 0xff19],
        [0xff21, 0xff26],
        [0xff41, 0xff46],
      ]),
    ),
};

const anyCase = (): CharSet => union(binaryProperty("Lowercase"), binaryProperty("Uppercase"), category("Lt"));

/** Names that are Perl's own, and some that Unicode gives besides its properties' names. */
const OWN: Readonly<Record<string, Make>> = {
  all: () => FULL_SET,
  any: () => FULL_SET,
  unicode: () => FULL_SET,
  assigned: () => complement(category("Cn")),
  "l&": () => union(category("Lu"), category("Ll"), category("Lt")),
  l_: () => union(category("Lu"), category("Ll"), category("Lt")),
  title: () => category("Lt"),
  titlecase: () => category("Lt"),
  horizspace: () => UNICODE_POSIX.blank?.() ?? [],
  vertspace: () => setOfText("\n\v\f\r\u0085\u2028\u2029"),
  perlspace: () => ASCII_POSIX.space as CharSet,
  perlword: () => ASCII_POSIX.word as CharSet,
  wspace: () => binaryProperty("White_Space"),
  xperlspace: () => binaryProperty("White_Space"),
  spaceperl: () => binaryProperty("White_Space"),
};

/** Properties that Perl has and Lamprey has no tables of (UTS #39), and names of characters as one. */
const UNREAD: ReadonlySet<string> = new Set("identifierstatus identifiertype na name".split(" "));

const stripped = (name: string): string => without(name.toLowerCase(), " \t\n\r\f\v-");

/** `\p{name}`, `\p{^name}`, `\p{name=value}`, `\p{name:value}`; undefined where there is none, `missing` where it has not been fetched. */
export function perlProperty(written: string, value: string | undefined, options: Options): Property | "unread" | "missing" | undefined {
  const text = written.trimStart();
  const negated = text.startsWith("^");
  const named = negated ? text.slice(1) : text;
  const [name, own] = value === undefined && named.includes(":") ? (named.split(":", 2) as [string, string]) : [named, value];
  if (own !== undefined && UNREAD.has(looseName(behindIs(name)))) return "unread";
  if (isFetched(name) && !VALUED_PROPERTIES.here) return "missing";
  const set = own === undefined ? plain(name, options) : valued(looseName(behindIs(name)), own, options);
  return set && { set: negated ? complement(set) : set, strings: [] };
}

/** Before a property with a value only this spelling of “Is” means nothing. */
const behindIs = (name: string): string => (name.startsWith("Is") ? name.slice(2) : name);

function plain(name: string, options: Options, is = false): CharSet | undefined {
  const short = stripped(name);
  const found = own(OWN, short) ?? own(OWN, looseName(name));
  if (found) return found();
  const bare = looseName(name);
  if (bare.startsWith("xposix")) return own(UNICODE_POSIX, bare.slice(6))?.();
  if (bare.startsWith("posix")) return own(ASCII_POSIX, bare.slice(5));
  const block = bare.startsWith("in") ? blockOf(blockNamed(bare.slice(2))) : undefined;
  if (block) return block;
  const posix = bare === "punct" ? undefined : own(UNICODE_POSIX, bare);
  if (posix) return options.ignoreCase && (bare === "lower" || bare === "upper") ? anyCase() : posix();
  const set = looseProperty(bare) ?? fetchedLone(bare);
  if (set) return cased(set, options);
  return bare.startsWith("is") && !is ? plain(withoutIs(name), options, true) : blockOf(blockNamed(bare));
}

/** The name behind an “Is”, where a low line at the end means nothing any more. */
function withoutIs(name: string): string {
  const behind = name.trim().slice(2);
  const from = runFrom(behind, 0, (c) => c !== undefined && " _-".includes(c)).length;
  return behind.slice(from, behind.endsWith("_") ? -1 : undefined);
}

/** Of letters of one case all letters of any, where case does not count. */
function cased(set: CharSet | undefined, { ignoreCase }: Options): CharSet | undefined {
  if (!set || !ignoreCase) return set;
  // Of letters for titles Perl has one class, that of letters of any case.
  if (category("Lt") === set) return anyCase();
  if (["Lu", "Ll"].some((code) => category(code) === set)) return union(category("Lu"), category("Ll"), category("Lt"));
  return [binaryProperty("Uppercase"), binaryProperty("Lowercase")].includes(set) ? anyCase() : set;
}

function valued(name: string, value: string, options: Options): CharSet | undefined {
  switch (name) {
    case "sc":
    case "script":
      return looseScript(looseName(value), "Script");
    case "scx":
    case "scriptextensions":
      return looseScript(looseName(value), "Script_Extensions");
    case "gc":
    case "category":
    case "generalcategory":
      return plain(value, options);
    case "blk":
    case "block":
      return blockOf(blockNamed(value));
    case "bc":
    case "bidiclass":
      return bidiClass(value);
    case "gcb":
    case "graphemeclusterbreak":
      return clusterClass(value, VERSION);
    case "hst":
    case "hangulsyllabletype":
      return hangulType(value, VERSION);
    default: {
      const holds = own(TRUTHS, looseName(value));
      const set = looseProperty(name === "wspace" ? "White_Space" : name) ?? fetchedLone(name);
      if (set) return holds === undefined ? undefined : holds ? set : complement(set);
      return VALUED_PROPERTIES.here && valueSet(VALUED_PROPERTIES.here, name, value);
    }
  }
}

const fetchedLone = (name: string): CharSet | undefined => VALUED_PROPERTIES.here && loneSet(VALUED_PROPERTIES.here, name);

/** Values of binary properties. */
const TRUTHS: Readonly<Record<string, boolean>> = { y: true, yes: true, t: true, true: true, n: false, no: false, f: false, false: false };

/** Three characters and more between the marks are a name, if a wrong one. */
export const isPosixName = (name: string): boolean => name.length >= 3 && [...name].every((c) => isWordCharacter(c) && c === c.toLowerCase());

/** A class of POSIX by its name; letters of one case are letters of any where case does not count. */
export function perlPosix(name: string, { asciiClasses, ignoreCase }: Options): CharSet | undefined {
  const oneCase = ignoreCase && (name === "lower" || name === "upper");
  if (asciiClasses) return own(ASCII_POSIX, oneCase ? "alpha" : name);
  if (oneCase) return anyCase();
  return own(UNICODE_POSIX, name)?.() ?? own(ASCII_POSIX, name);
}
