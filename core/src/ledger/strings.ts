/** A list of strings as the pattern: which of them the search never found. */
import { canonicalize, type FoldingRule } from "../charset/folding.ts";
import type { MatchTable } from "../machine/matches.ts";
import type { Reading } from "../syntax/read.ts";

export interface StringsFound {
  /** How many different strings the list has; an empty line is none. */
  readonly strings: number;
  /** Those that no match is, in the order of the list. */
  readonly absent: readonly string[];
}

/** A string counts as found where a whole match is it, regardless of case if the pattern ignores it. Null where the pattern is no list of strings. */
export function stringsFound(reading: Reading, table: MatchTable, text: string): StringsFound | null {
  const { source, dialect, options } = reading;
  if (source.dialect !== "literal") return null;
  const folding = dialect.semantics.folding(options);
  const strings = new Map<string, string>();
  for (const string of source.pattern.split("\n")) {
    const key = keyOf(string, folding);
    if (string !== "" && !strings.has(key)) strings.set(key, string);
  }
  const count = strings.size;
  for (let match = 0; match < table.length; match++) strings.delete(keyOf(text.slice(table.start(match), table.end(match)), folding));
  return { strings: count, absent: [...strings.values()] };
}

function keyOf(text: string, folding: FoldingRule | null): string {
  if (folding === null) return text;
  let key = "";
  for (const character of text) key += String.fromCodePoint(canonicalize(character.codePointAt(0) ?? 0, folding));
  return key;
}
