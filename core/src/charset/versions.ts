/** Properties as older versions of Unicode had them: engines keep to the version that they were built with. */
import { BLOCK_NAMES, blockOf, NO_BLOCK } from "./blocks.ts";
import { type CharSet, complement, contains, intersection, subtract, union } from "./charset.ts";
import { unpackEnds } from "./packed.ts";
import { binaryProperty, category, looseName, looseProperty, looseScript, valuedProperty } from "./properties.ts";
import { VERSIONS } from "./versions.generated.ts";

export type OlderVersion = keyof typeof VERSIONS;

/** A character that no version has. */
const UNASSIGNED = 0x378;

interface Differences {
  readonly later: CharSet;
  /** By the set of a property those characters that it had otherwise. */
  readonly otherwise: ReadonlyMap<CharSet, CharSet>;
  readonly made: Map<CharSet, CharSet | undefined>;
}

const versions = new Map<OlderVersion, Differences>();

function differencesOf(version: OlderVersion): Differences {
  const known = versions.get(version);
  if (known) return known;
  const { later, differs } = VERSIONS[version];
  const otherwise = new Map(Object.entries(differs).map(([key, ends]) => [setOfKey(key), unpackEnds(ends)] as const));
  const found = { later: unpackEnds(later), otherwise, made: new Map() };
  versions.set(version, found);
  return found;
}

function setOfKey(key: string): CharSet {
  const [kind, script] = key.split("=");
  if (script !== undefined) return looseScript(script, kind === "sc" ? "Script" : "Script_Extensions") ?? [];
  return key.length === 2 ? category(key) : binaryProperty(key);
}

/**
 * What the set of a property was that charset/properties.ts gives. Undefined where nothing of it was there, so that it had
 * no name either.
 */
function asOf(version: OlderVersion, set: CharSet): CharSet | undefined {
  const { later, otherwise, made } = differencesOf(version);
  if (made.has(set)) return made.get(set);
  const other = otherwise.get(set) ?? [];
  const own = union(subtract(set, other), subtract(other, set));
  // What was not there yet had the properties of what is not there now.
  const then = contains(set, UNASSIGNED) ? union(own, later) : subtract(own, later);
  const found = then.length > 0 || set.length === 0 ? then : undefined;
  made.set(set, found);
  return found;
}

/** What charset/properties.ts and charset/blocks.ts have, of one version. */
export interface Unicode {
  category(code: string): CharSet;
  binaryProperty(name: string): CharSet;
  looseProperty(name: string): CharSet | undefined;
  looseScript(name: string, which: "Script" | "Script_Extensions"): CharSet | undefined;
  valuedProperty(name: string, value: string): CharSet | undefined;
  blockOf(name: string): CharSet | undefined;
}

/** A block of which anything was there. */
function knownBlock(name: string, version: OlderVersion): CharSet | undefined {
  const block = blockOf(name);
  const assigned = block && subtract(intersection(block, complement(category("Cn"))), differencesOf(version).later);
  return assigned && assigned.length > 0 ? block : undefined;
}

export function unicodeOf(version: OlderVersion): Unicode {
  const older = (set: CharSet | undefined) => set && asOf(version, set);
  return {
    category: (code) => older(category(code)) ?? [],
    binaryProperty: (name) => older(binaryProperty(name)) ?? [],
    looseProperty: (name) => older(looseProperty(name)),
    looseScript: (name, which) => older(looseScript(name, which)),
    valuedProperty: (name, value) => older(valuedProperty(name, value)),
    blockOf: (name) =>
      looseName(name) === NO_BLOCK ? complement(union(...BLOCK_NAMES.map((own) => knownBlock(own, version) ?? []))) : knownBlock(name, version),
  };
}
