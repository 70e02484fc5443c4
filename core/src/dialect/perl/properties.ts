/** Properties by their names in Perl 5.36 (perluniprops), and the classes of POSIX by Unicode. */
import { blockOf } from "../../charset/blocks.ts";
import { type CharSet, complement, FULL_SET, intersection, setOfRanges, setOfText, subtract, union } from "../../charset/charset.ts";
import { binaryProperty, category, looseProperty, looseScript, type Property } from "../../charset/properties.ts";
import { runFrom, without } from "../../text/characters.ts";
import type { Options } from "../dialect.ts";
import { ASCII_POSIX } from "../posix.ts";

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
  xperlspace: () => binaryProperty("White_Space"),
  spaceperl: () => binaryProperty("White_Space"),
};

/** Blocks by other names than their own. */
const BLOCKS: Readonly<Record<string, string>> = {
  greek: "Greek_And_Coptic",
  latin1: "Latin_1_Supplement",
  ascii: "Basic_Latin",
  cyrillicsup: "Cyrillic_Supplement",
};

const stripped = (name: string): string => without(name.toLowerCase(), " \t\n\r\f\v-");
const plainName = (name: string): string => stripped(name).replaceAll("_", "");
const own = <T>(table: Readonly<Record<string, T>>, name: string): T | undefined => (Object.hasOwn(table, name) ? table[name] : undefined);

/** `\p{name}`, `\p{^name}`, `\p{name=value}`, `\p{name:value}`; undefined where there is none. */
export function perlProperty(written: string, value: string | undefined, options: Options): Property | undefined {
  const text = written.trimStart();
  const negated = text.startsWith("^");
  const named = negated ? text.slice(1) : text;
  const [name, own] = value === undefined && named.includes(":") ? (named.split(":", 2) as [string, string]) : [named, value];
  const set = own === undefined ? plain(name, options) : valued(plainName(name), own, options);
  return set && { set: negated ? complement(set) : set, strings: [] };
}

function plain(name: string, options: Options): CharSet | undefined {
  const short = stripped(name);
  const found = own(OWN, short) ?? own(OWN, plainName(name));
  if (found) return found();
  const bare = plainName(name);
  if (bare.startsWith("xposix")) return own(UNICODE_POSIX, bare.slice(6))?.();
  if (bare.startsWith("posix")) return own(ASCII_POSIX, bare.slice(5));
  const block = bare.startsWith("in") ? blockOf(own(BLOCKS, bare.slice(2)) ?? name.trim().slice(2)) : undefined;
  if (block) return block;
  const posix = own(UNICODE_POSIX, bare);
  if (posix) return options.ignoreCase && (bare === "lower" || bare === "upper") ? anyCase() : posix();
  const set = cased(looseProperty(bare), options);
  return set ?? (bare.startsWith("is") ? plain(withoutIs(name), options) : undefined);
}

/** The name behind an “Is”. */
function withoutIs(name: string): string {
  const behind = name.trim().slice(2);
  return behind.slice(runFrom(behind, 0, (c) => c !== undefined && " _-".includes(c)).length);
}

/** Of letters of one case all letters of any, where case does not count. */
function cased(set: CharSet | undefined, { ignoreCase }: Options): CharSet | undefined {
  if (!set || !ignoreCase) return set;
  if (["Lu", "Ll", "Lt"].some((code) => category(code) === set)) return union(category("Lu"), category("Ll"), category("Lt"));
  return [binaryProperty("Uppercase"), binaryProperty("Lowercase")].includes(set) ? anyCase() : set;
}

function valued(name: string, value: string, options: Options): CharSet | undefined {
  switch (name) {
    case "sc":
    case "script":
      return looseScript(plainName(value), "Script");
    case "scx":
    case "scriptextensions":
      return looseScript(plainName(value), "Script_Extensions");
    case "gc":
    case "category":
    case "generalcategory":
      return plain(value, options);
    case "blk":
    case "block":
      return blockOf(own(BLOCKS, plainName(value)) ?? value.trim());
    default:
      return plainName(value) === "y" || plainName(value) === "yes" || plainName(value) === "t" || plainName(value) === "true"
        ? looseProperty(name)
        : ["n", "no", "f", "false"].includes(plainName(value))
          ? complement(looseProperty(name) ?? FULL_SET)
          : undefined;
  }
}

/** A class of POSIX by its name; letters of one case are letters of any where case does not count. */
export function perlPosix(name: string, { asciiClasses, ignoreCase }: Options): CharSet | undefined {
  const oneCase = ignoreCase && (name === "lower" || name === "upper");
  if (asciiClasses) return own(ASCII_POSIX, oneCase ? "alpha" : name);
  if (oneCase) return anyCase();
  return own(UNICODE_POSIX, name)?.() ?? own(ASCII_POSIX, name);
}
