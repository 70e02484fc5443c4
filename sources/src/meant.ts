/** Comments that say of findings that they are meant: `lamprey: meant exponential`, on the line of a pattern or the one above it. */
import { lineColumn, lineStarts } from "@lamprey/core";

export const MEANT = "lamprey: meant";

/** Says of a line, counted from 1, which codes a comment there says are meant. */
export function meantIn(text: string, isComment: (offset: number) => boolean): (line: number) => readonly string[] {
  const byLine = new Map<number, string[]>();
  const starts = lineStarts(text);
  for (let at = text.indexOf(MEANT); at >= 0; at = text.indexOf(MEANT, at + 1)) {
    if (!isComment(at)) continue;
    const end = text.indexOf("\n", at);
    const codes = codesIn(text.slice(at + MEANT.length, end < 0 ? text.length : end));
    const { line } = lineColumn(starts, at);
    byLine.set(line, [...(byLine.get(line) ?? []), ...codes]);
  }
  return (line) => [...(byLine.get(line) ?? []), ...(byLine.get(line - 1) ?? [])];
}

/** Words of letters and hyphens, parted by blanks and commas, up to the first that is none. */
function codesIn(written: string): string[] {
  const codes: string[] = [];
  for (const word of written.replaceAll(",", " ").trim().split(" ")) {
    if (word === "") continue;
    if (![...word].every((sign) => (sign >= "a" && sign <= "z") || sign === "-")) break;
    codes.push(word);
  }
  return codes;
}
