/** Our matches beside an engine's: where they part. */
import type { EngineRow } from "@lamprey/api";
import type { MatchTable } from "@lamprey/core";

export interface Parting {
  /** Number of the match, from 0. */
  readonly match: number;
  readonly ours: EngineRow | null;
  readonly theirs: EngineRow | null;
}

/** Matches that are looked at one by one, and partings that are listed. */
const MOST_PARTINGS = 20;

export function rowOf(table: MatchTable, match: number): EngineRow {
  const groups = Array.from({ length: table.groupCount }, (_, i) => {
    const held = table.group(match, i + 1);
    return held ? ([held.start, held.end] as const) : null;
  });
  return [table.start(match), table.end(match), ...groups];
}

/**
 * The first matches that are not the same, in spans or captures.
 * @param answer.more the engine has found more than it handed over, so its list's end says nothing
 * @param answer.parts it tells no empty matches and no groups
 */
export function partings(
  table: MatchTable,
  theirs: readonly EngineRow[],
  { more, parts }: { readonly more: boolean; readonly parts?: true },
): readonly Parting[] {
  const found: Parting[] = [];
  const told = parts ? partsOf(table) : null;
  const length = told?.length ?? table.length;
  const count = more ? theirs.length : Math.max(length, theirs.length);
  for (let match = 0; match < count && found.length < MOST_PARTINGS; match++) {
    const ours = match >= length ? null : told ? (told[match] as EngineRow) : rowOf(table, match);
    const other = theirs[match] ?? null;
    if (ours && other && sameRow(ours, other)) continue;
    found.push({ match, ours, theirs: other });
  }
  return found;
}

/** The matches that are not empty, without their groups. */
function partsOf(table: MatchTable): EngineRow[] {
  const rows: EngineRow[] = [];
  for (let match = 0; match < table.length; match++) if (table.end(match) > table.start(match)) rows.push([table.start(match), table.end(match)]);
  return rows;
}

function sameRow(one: EngineRow, other: EngineRow): boolean {
  if (one.length !== other.length || one[0] !== other[0] || one[1] !== other[1]) return false;
  return one.slice(2).every((span, i) => {
    const [a, b] = [span as readonly [number, number] | null, other[i + 2] as readonly [number, number] | null];
    return a?.[0] === b?.[0] && a?.[1] === b?.[1];
  });
}
