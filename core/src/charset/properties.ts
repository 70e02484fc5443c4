/**
 * Unicode properties by name, as ECMA-262 §22.2.1.6–9 lists them: General_Category, Script, Script_Extensions, the
 * binary properties of characters, and the properties of strings. Tables are unpacked when they are first asked for.
 */

import { once } from "../once.ts";
import { without } from "../text/characters.ts";
import { type CharSet, setOfRanges, subtract, union } from "./charset.ts";
import { eachRun, unpackEnds } from "./packed.ts";
import {
  BINARY_ALIASES,
  BINARY_PROPERTIES,
  CATEGORY_NAMES,
  CATEGORY_RUNS,
  SCRIPT_EXTENSION_RUNS,
  SCRIPT_NAMES,
  SCRIPT_RUNS,
  SEQUENCE_PROPERTIES,
} from "./properties.generated.ts";

/** What a property holds: single characters, and for properties of strings longer ones too. */
export interface Property {
  readonly set: CharSet;
  readonly strings: readonly string[];
}

/** Groups of categories; a group's name has what its code stands for. */
const CATEGORY_GROUPS: Readonly<Record<string, readonly [name: string, members: string]>> = {
  L: ["Letter", "Lu Ll Lt Lm Lo"],
  LC: ["Cased_Letter", "Lu Ll Lt"],
  M: ["Mark", "Mn Mc Me"],
  N: ["Number", "Nd Nl No"],
  P: ["Punctuation", "Pc Pd Ps Pe Pi Pf Po"],
  S: ["Symbol", "Sm Sc Sk So"],
  Z: ["Separator", "Zs Zl Zp"],
  C: ["Other", "Cc Cf Cs Co Cn"],
};

/** Names that PropertyValueAliases.txt gives besides a category's own. */
const CATEGORY_ALIASES: Readonly<Record<string, string>> = { Combining_Mark: "M", cntrl: "Cc", digit: "Nd", punct: "P" };

const SKIN_TONES = ["\u{1F3FB}", "\u{1F3FC}", "\u{1F3FD}", "\u{1F3FE}", "\u{1F3FF}"];

type Table = ReadonlyMap<string, CharSet>;

function gather(packed: string, width: number): Map<string, [number, number][]> {
  const out = new Map<string, [number, number][]>();
  eachRun(packed, width, (from, to, codes) => {
    for (let i = 0; i < codes.length; i += width) {
      const code = codes.slice(i, i + width);
      const ranges = out.get(code);
      if (ranges) ranges.push([from, to]);
      else out.set(code, [[from, to]]);
    }
  });
  return out;
}

const toSets = (gathered: ReadonlyMap<string, readonly [number, number][]>): Map<string, CharSet> =>
  new Map([...gathered].map(([code, ranges]) => [code, setOfRanges(ranges)]));

const categories = once((): Table => {
  const sets = toSets(gather(CATEGORY_RUNS, 2));
  const named = new Map(sets);
  for (const [code, name] of Object.entries(CATEGORY_NAMES)) named.set(name, sets.get(code) ?? []);
  for (const [code, [name, members]] of Object.entries(CATEGORY_GROUPS)) {
    const set = union(...members.split(" ").map((member) => sets.get(member) ?? []));
    named.set(code, set);
    named.set(name, set);
  }
  for (const [alias, code] of Object.entries(CATEGORY_ALIASES)) named.set(alias, named.get(code) as CharSet);
  return named;
});

function withNames(sets: ReadonlyMap<string, CharSet>): Table {
  const named = new Map(sets);
  const pairs = SCRIPT_NAMES.split(" ").map((pair) => pair.split("=") as [string, string]);
  // A script with two codes has its characters under the first of them.
  for (const [code, name] of pairs) if (!named.has(name)) named.set(name, sets.get(code) ?? []);
  for (const [code, name] of pairs) named.set(code, named.get(name) as CharSet);
  return named;
}

const scripts = once((): Table => withNames(toSets(gather(SCRIPT_RUNS, 4))));

const scriptExtensions = once((): Table => {
  const own = gather(SCRIPT_EXTENSION_RUNS, 4);
  const apart = setOfRanges([...own.values()].flat());
  const sets = new Map<string, CharSet>();
  for (const [code, set] of toSets(gather(SCRIPT_RUNS, 4))) sets.set(code, subtract(set, apart));
  for (const [code, ranges] of own) sets.set(code, union(sets.get(code) ?? [], setOfRanges(ranges)));
  return withNames(sets);
});

const binaries = new Map<string, CharSet>();

function binary(name: string): CharSet | undefined {
  const packed = BINARY_PROPERTIES[name];
  if (packed === undefined) return undefined;
  let set = binaries.get(name);
  if (!set) {
    const [codes, ends] = packed.split(":") as [string, string];
    const near: CharSet[] = [];
    for (let i = 0; i < codes.length; i += 2) near.push(categories().get(codes.slice(i, i + 2)) as CharSet);
    const base = union(...near);
    const differs = unpackEnds(ends);
    set = union(subtract(base, differs), subtract(differs, base));
    binaries.set(name, set);
  }
  return set;
}

const RGI_EMOJI = "RGI_Emoji";

function expandTones(string: string): readonly string[] {
  return string.includes("*") && string.length > 1 ? SKIN_TONES.flatMap((tone) => expandTones(string.replace("*", tone))) : [string];
}

function sequences(name: string): Property | undefined {
  if (name === RGI_EMOJI) {
    const all = Object.keys(SEQUENCE_PROPERTIES).map((each) => sequences(each) as Property);
    return { set: union(...all.map((p) => p.set)), strings: [...new Set(all.flatMap((p) => p.strings))] };
  }
  const packed = SEQUENCE_PROPERTIES[name];
  if (!packed) return undefined;
  const strings = packed[1] === "" ? [] : packed[1].split(" ");
  // A keycap of the asterisk is the one string whose "*" is itself.
  const expanded = strings.flatMap((s) => (s.endsWith("\u20E3") ? [s] : expandTones(s)));
  return { set: unpackEnds(packed[0]), strings: expanded };
}

/** Tables that `Name=Value` looks into. */
const VALUED: Readonly<Record<string, () => Table>> = {
  General_Category: categories,
  gc: categories,
  Script: scripts,
  sc: scripts,
  Script_Extensions: scriptExtensions,
  scx: scriptExtensions,
};

/** The characters of `Name=Value`, or undefined where there is no such property. */
export function valuedProperty(name: string, value: string): CharSet | undefined {
  return Object.hasOwn(VALUED, name) ? VALUED[name]?.().get(value) : undefined;
}

/** What a lone name stands for: a category, a binary property, or a property of strings. */
function loneProperty(name: string): Property | undefined {
  const set = categories().get(name) ?? binary(Object.hasOwn(BINARY_ALIASES, name) ? (BINARY_ALIASES[name] as string) : name);
  return set ? { set, strings: [] } : sequences(name);
}

/** A property by its name, with a value where one is given, as ECMA-262 has them. */
export function ecmaProperty(name: string, value: string | undefined): Property | undefined {
  if (value === undefined) return loneProperty(name);
  const set = valuedProperty(name, value);
  return set && { set, strings: [] };
}

/** A name without what spellings of it differ in (UAX #44, LM3), but for a leading “is”. */
export const looseName = (name: string): string => without(name.toLowerCase(), " \t\n\r\f\v_-");

const loose = once((): ReadonlyMap<string, () => CharSet> => {
  const made = new Map<string, () => CharSet>();
  for (const name of Object.keys(BINARY_PROPERTIES)) made.set(looseName(name), () => binaryProperty(name));
  for (const [alias, name] of Object.entries(BINARY_ALIASES)) made.set(looseName(alias), () => binaryProperty(name));
  for (const [name, set] of scriptExtensions()) made.set(looseName(name), () => set);
  for (const [name, set] of categories()) made.set(looseName(name), () => set);
  return made;
});

/** A category, a script with its extensions, or a binary property by any of its names, however it is spelled (UAX #44, LM3). */
export const looseProperty = (name: string): CharSet | undefined => loose().get(looseName(name))?.();

const looseScripts = once((): Record<"Script" | "Script_Extensions", ReadonlyMap<string, CharSet>> => {
  const by = (table: Table) => new Map([...table].map(([name, set]) => [looseName(name), set]));
  return { Script: by(scripts()), Script_Extensions: by(scriptExtensions()) };
});

/** A script by any of its names, with or without the characters that it shares with others. */
export const looseScript = (name: string, which: "Script" | "Script_Extensions"): CharSet | undefined => looseScripts()[which].get(looseName(name));

/** The characters of a category by its code, such as `Nd`. */
export function category(code: string): CharSet {
  return categories().get(code) ?? [];
}

/** The characters of a binary property by its full name. */
export function binaryProperty(name: string): CharSet {
  return binary(name) ?? [];
}
