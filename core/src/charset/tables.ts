/** All tables that are fetched when a pattern asks for them. */
import type { Fetched } from "./fetched.ts";
import { NAMES } from "./names.ts";
import { VALUED_PROPERTIES } from "./values.ts";

const TABLES: readonly Fetched<unknown>[] = [NAMES, VALUED_PROPERTIES];

/** How many of them are here: what was read while there were fewer may read otherwise now. */
export const tablesHere = (): number => TABLES.filter(({ here }) => here !== undefined).length;

/** Whether a pattern could need a table that is not here. */
export const lacksTables = (pattern: string): boolean => TABLES.some((table) => table.lacks(pattern));

/** Fetches what the texts could need and is not here; resolves at once where nothing is. */
export async function tablesFor(...texts: readonly string[]): Promise<void> {
  await Promise.all(TABLES.filter((table) => texts.some((text) => table.lacks(text))).map((table) => table.fetch()));
}
