/** Properties by their names in PCRE2 10.42, and the classes that the flag `u` has go by Unicode. */
import { bidiClass } from "../../charset/bidi.ts";
import { type CharSet, complement, FULL_SET, intersection, setOfRanges, setOfText, subtract, union } from "../../charset/charset.ts";
import { looseName, type Property } from "../../charset/properties.ts";
import { unicodeOf } from "../../charset/versions.ts";
import type { Options } from "../dialect.ts";
import { OLDER_BLANKS, VERTICAL } from "../escapes.ts";
import { ASCII_POSIX } from "../posix.ts";
import { own } from "../tables.ts";

/** PCRE2 10.42 has Unicode 14. */
export const UNICODE_OF_PCRE = unicodeOf("14");
const { category, looseProperty, looseScript } = UNICODE_OF_PCRE;

export const unicodeWord = (): CharSet => union(category("L"), category("N"), setOfText("_"));
export const unicodeSpace = (): CharSet => union(category("Z"), OLDER_BLANKS, VERTICAL);
const alphanumeric = (): CharSet => union(category("L"), category("N"));

/** Characters that have a look of their own. */
const graphic = (): CharSet =>
  union(...["L", "M", "N", "P", "S", "Co"].map(category), subtract(category("Cf"), setOfText("\u061c\u180e\u2066\u2067\u2068\u2069")));

type Make = () => CharSet;

/** Names that are PCRE2's own. */
const OWN: Readonly<Record<string, Make>> = {
  any: () => FULL_SET,
  "l&": () => union(category("Lu"), category("Ll"), category("Lt")),
  lc: () => union(category("Lu"), category("Ll"), category("Lt")),
  xan: alphanumeric,
  xps: unicodeSpace,
  xsp: unicodeSpace,
  xwd: unicodeWord,
  xuc: () =>
    union(
      setOfText("$@`"),
      setOfRanges([
        [0xa0, 0xd7ff],
        [0xe000, 0x10ffff],
      ]),
    ),
};

/** Categories have no names but these. */
const CATEGORIES: ReadonlyMap<string, string> = new Map(
  "C Cc Cf Cn Co Cs L Ll Lm Lo Lt Lu M Mc Me Mn N Nd Nl No P Pc Pd Pe Pf Pi Po Ps S Sc Sk Sm So Z Zl Zp Zs"
    .split(" ")
    .map((code) => [code.toLowerCase(), code]),
);
/** Names that the property tables have and PCRE2 does not: those of categories in full, and some of properties. */
const UNKNOWN: ReadonlySet<string> = new Set(["assigned", "casedletter", "changeswhennfkccasefolded", "cwkcf"]);
const isUnknown = (name: string): boolean => UNKNOWN.has(name) || [...CATEGORIES.values()].some((code) => looseProperty(name) === category(code));

/** Which scripts a value is of, by the name before it. */
const SCRIPTS: Readonly<Record<string, "Script" | "Script_Extensions">> = {
  sc: "Script",
  script: "Script",
  scx: "Script_Extensions",
  scriptextensions: "Script_Extensions",
};

/** `\p{name}`, `\p{^name}`, `\p{sc=name}`; undefined where there is none. */
export function pcreProperty(written: string, value: string | undefined): Property | undefined {
  const negated = written.trimStart().startsWith("^");
  const text = negated ? written.trimStart().slice(1) : written;
  const [name, colonValue] = value === undefined && text.includes(":") ? (text.split(":", 2) as [string, string]) : [text, value];
  const set = colonValue === undefined ? plain(looseName(name)) : valued(looseName(name), colonValue);
  return set && { set: negated ? complement(set) : set, strings: [] };
}

function valued(name: string, value: string): CharSet | undefined {
  if (name === "bc" || name === "bidiclass") return bidiClass(value);
  const which = own(SCRIPTS, name);
  return which && script(value, which);
}

/** A script with its extensions has also those of its own that have extensions themselves. */
function script(name: string, which: "Script" | "Script_Extensions"): CharSet | undefined {
  const set = looseScript(name, which);
  return set && which === "Script_Extensions" ? union(set, looseScript(name, "Script") ?? []) : set;
}

function plain(name: string): CharSet | undefined {
  const code = CATEGORIES.get(name);
  if (code !== undefined) return category(code);
  return own(OWN, name)?.() ?? (isUnknown(name) ? undefined : (script(name, "Script_Extensions") ?? looseProperty(name)));
}

/** The classes of POSIX under the flag `u`; those left out stay as they are. */
const UNICODE_POSIX: Readonly<Record<string, Make>> = {
  alnum: alphanumeric,
  alpha: () => category("L"),
  blank: () => OLDER_BLANKS,
  cntrl: () => category("Cc"),
  digit: () => category("Nd"),
  graph: graphic,
  lower: () => category("Ll"),
  print: () => union(graphic(), category("Zs")),
  punct: () => union(category("P"), intersection(category("S"), [0, 0x7f])),
  space: unicodeSpace,
  upper: () => category("Lu"),
  word: unicodeWord,
};

/** A class of POSIX by its name; of ASCII alone, letters of one case are letters where case does not count. */
export function pcrePosix(name: string, { asciiClasses, ignoreCase }: Options): CharSet | undefined {
  if (!asciiClasses) return own(UNICODE_POSIX, name)?.() ?? own(ASCII_POSIX, name);
  return own(ASCII_POSIX, ignoreCase && (name === "lower" || name === "upper") ? "alpha" : name);
}
