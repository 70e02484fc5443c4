/** Patterns in source files and lists: read with the languages' own parsers, never by looking at the text alone. */
import type { DialectName } from "@lamprey/core";
import type { Found } from "./found.ts";
import { LANGUAGES, type LanguageName, patternsInSource } from "./languages.ts";
import { patternsInList } from "./list.ts";

export { applied, editOf, editOfMeaning, type SourceEdit } from "./edit.ts";
export type { Found, FoundPattern, Passed } from "./found.ts";
export { ParsedBefore } from "./parsing.ts";
export { type LanguageName, patternsInList, patternsInSource };

const BY_ENDING: ReadonlyMap<string, LanguageName> = new Map(
  (Object.keys(LANGUAGES) as LanguageName[]).flatMap((name) => LANGUAGES[name].endings.map((ending) => [ending, name] as const)),
);

/** Ends of names of files that are read as sources; every other file is a list. */
export const SOURCE_ENDINGS: readonly string[] = [...BY_ENDING.keys()];

/** Finds the patterns of a file by its name; what is no source is read as a list in the dialect. */
export function patternsInFile(name: string, text: string, dialect: DialectName = "ecmascript", flags = ""): Found {
  const language = BY_ENDING.get(name.slice(name.lastIndexOf(".") + 1).toLowerCase());
  return language ? patternsInSource(language, text) : patternsInList(text, dialect, flags);
}
