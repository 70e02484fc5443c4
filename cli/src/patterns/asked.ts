/** What is no mistake for the way in which a pattern is asked. */
import type { Slip } from "@lamprey/core";
import type { FoundPattern } from "@lamprey/sources";

/**
 * Where a call asks for the whole text, or for its start, the empty match is none at every offset; and in sources Python's
 * patterns are compiled in one place and asked in another, mostly so.
 */
export function slipsAsAsked(slips: readonly Slip[], { mode, dialect }: Pick<FoundPattern, "mode" | "dialect">, inSource: boolean): readonly Slip[] {
  const isSearched = mode === "search" || mode === "all";
  return isSearched && !(inSource && dialect === "python") ? slips : slips.filter(({ code }) => code !== "matches-empty");
}
