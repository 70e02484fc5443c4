/** Properties as older versions of Unicode had them: engines keep to the version that they were built with. */
import { blockNames, blockOf, NO_BLOCK } from "./blocks.ts";
import { type CharSet, complement, contains, intersection, subtract, union } from "./charset.ts";
import { unpackEnds } from "./packed.ts";
import { binaryProperty, category, looseName, looseProperty, looseScript, valuedProperty } from "./properties.ts";
import { VERSIONS } from "./versions.generated.ts";

export type OlderVersion = (typeof VERSIONS)[number]["version"];

/** Keys of what characters do in grapheme clusters, and of blocks; those sets are asked for by their keys alone. */
const CLUSTERS = "gcb";
const BLOCKS = "blk";

/** A character that no version has. */
const UNASSIGNED = 0x378;

/** What a version differs in from the next newer one. */
class Differences {
  /** The next newer one; none before the version of the other tables. */
  readonly newer: Differences | undefined;
  readonly later: CharSet;
  readonly made = new Map<CharSet, CharSet | undefined>();
  private readonly packed: Readonly<Record<string, string>>;
  private all: ReadonlyMap<CharSet, CharSet> | undefined;
  private known: ReadonlyMap<string, CharSet> | undefined;

  constructor(index: number) {
    const { later, differs } = VERSIONS[index] as (typeof VERSIONS)[number];
    this.newer = VERSIONS[index - 1] && differencesOf((VERSIONS[index - 1] as (typeof VERSIONS)[number]).version);
    this.later = unpackEnds(later);
    this.packed = differs;
  }

  /** The characters that a property had otherwise: by its key, or by its set now, for which all tables are unpacked. */
  otherwise(set: CharSet, key: string | undefined): CharSet {
    if (key !== undefined) return unpackEnds(this.packed[key] ?? "");
    this.all ??= new Map(Object.entries(this.packed).map(([each, ends]) => [setOfKey(each), unpackEnds(ends)] as const));
    return this.all.get(set) ?? [];
  }

  /** Blocks of which anything was there, by their names. */
  blocks(): ReadonlyMap<string, CharSet> {
    this.known ??= this.readBlocks();
    return this.known;
  }

  /** All characters that came after it. */
  private laterThan(): CharSet {
    return this.newer ? union(this.later, this.newer.laterThan()) : this.later;
  }

  private blockThen(name: string): CharSet {
    const since = this.newer?.blockThen(name) ?? blockOf(name) ?? [];
    return exclusive(since, this.otherwise(since, `${BLOCKS}=${name}`));
  }

  private readBlocks(): ReadonlyMap<string, CharSet> {
    const assigned = subtract(complement(category("Cn")), this.laterThan());
    const found = new Map<string, CharSet>();
    for (const name of blockNames()) {
      const block = this.blockThen(name);
      if (intersection(block, assigned).length > 0) found.set(looseName(name), block);
    }
    return found.set(NO_BLOCK, complement(union(...found.values())));
  }
}

/** What is in one of them alone. */
const exclusive = (a: CharSet, b: CharSet): CharSet => union(subtract(a, b), subtract(b, a));

/** Classes of grapheme clusters that have changed. */
type ClusterClass = "Control" | "Extend" | "Prepend" | "SpacingMark" | "V";

const versions = new Map<OlderVersion, Differences>();

function differencesOf(version: OlderVersion): Differences {
  let found = versions.get(version);
  if (!found) {
    found = new Differences(VERSIONS.findIndex((each) => each.version === version));
    versions.set(version, found);
  }
  return found;
}

function setOfKey(key: string): CharSet {
  const [kind, value] = key.split("=");
  if (kind === CLUSTERS || kind === BLOCKS) return [];
  if (value !== undefined) return looseScript(value, kind === "sc" ? "Script" : "Script_Extensions") ?? [];
  return key.length === 2 ? category(key) : binaryProperty(key);
}

/**
 * What the set of a property was that charset/properties.ts gives, by its key where that is known. Undefined where nothing of
 * it was there, so that it had no name either.
 */
function asOf(version: Differences, set: CharSet, key?: string): CharSet | undefined {
  const { newer, later, made } = version;
  if (made.has(set)) return made.get(set);
  const since = newer ? asOf(newer, set, key) : set;
  const other = version.otherwise(set, key);
  // What was not there yet had the properties of what is not there now, but for those that were given beforehand.
  const own = since && (contains(set, UNASSIGNED) ? union(since, later) : subtract(since, later));
  const then = own && exclusive(own, other);
  const found = set.length > 0 && then?.length === 0 ? undefined : then;
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
  /** What the class of a grapheme cluster had that has these characters now. */
  clusterSet(name: ClusterClass, now: CharSet): CharSet;
}

export function unicodeOf(version: OlderVersion): Unicode {
  const older = (set: CharSet | undefined, key?: string) => set && asOf(differencesOf(version), set, key);
  return {
    category: (code) => older(category(code), code) ?? [],
    binaryProperty: (name) => older(binaryProperty(name), name) ?? [],
    looseProperty: (name) => older(looseProperty(name)),
    looseScript: (name, which) => older(looseScript(name, which)),
    valuedProperty: (name, value) => older(valuedProperty(name, value)),
    blockOf: (name) => differencesOf(version).blocks().get(looseName(name)),
    clusterSet: (name, now) => older(now, `${CLUSTERS}=${name}`) ?? [],
  };
}
