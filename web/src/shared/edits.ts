/** How one text becomes another. */
import type { Edit } from "@lamprey/core";

/** The one edit that makes a text another: what they begin and end with alike is left alone. */
export function editBetween(before: string, after: string): Edit {
  const shorter = Math.min(before.length, after.length);
  let from = 0;
  while (from < shorter && before.charCodeAt(from) === after.charCodeAt(from)) from++;
  let end = 0;
  while (end < shorter - from && before.charCodeAt(before.length - 1 - end) === after.charCodeAt(after.length - 1 - end)) end++;
  return { from, to: before.length - end, insert: after.slice(from, after.length - end) };
}

export const edited = (text: string, { from, to, insert }: Edit): string => text.slice(0, from) + insert + text.slice(to);
