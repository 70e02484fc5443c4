/** Changes of a pattern as changes of the source text that it is written in. */
import { append, type Span, writtenSpan } from "@lamprey/core";
import type { FoundPattern } from "./found.ts";
import { LANGUAGES, type LanguageName, patternsInSource } from "./languages.ts";
import { writtenIn } from "./literal.ts";
import { MEANT } from "./meant.ts";

/** A text that takes the place of a span of the source. */
export interface SourceEdit extends Span {
  readonly text: string;
}

/**
 * The changes that make one pattern of a source another: the least stretch of its literal, written in the form that the
 * literal has, and its flags where they stand as letters. Undefined where the source then does not read as asked, since its
 * literal cannot hold the text.
 */
export function editOf(
  language: LanguageName,
  text: string,
  found: FoundPattern,
  to: { readonly pattern: string; readonly flags: string },
): SourceEdit[] | undefined {
  const edits: SourceEdit[] = [];
  if (to.pattern !== found.pattern) {
    const own = patternEdits(found, to.pattern);
    if (!own) return undefined;
    append(edits, own);
  }
  if (to.flags !== found.flags) {
    const { flagsAt } = found;
    if (!flagsAt) return undefined;
    // Letters that are for the call stay.
    const others = Array.from(text.slice(flagsAt.start, flagsAt.end)).filter((letter) => !found.flags.includes(letter));
    edits.push({ ...flagsAt, text: to.flags + others.join("") });
  }
  const made = patternAfter(language, text, found, edits);
  return made && made.pattern === to.pattern && made.flags === to.flags && made.dialect === found.dialect ? edits : undefined;
}

/** The stretch that changes; where it goes over several literals the first takes the new text, and the others lose theirs. */
function patternEdits({ pattern, pieces = [], literals = [] }: FoundPattern, wanted: string): SourceEdit[] | undefined {
  let before = 0;
  while (before < pattern.length && before < wanted.length && pattern[before] === wanted[before]) before++;
  let behind = 0;
  while (behind < Math.min(pattern.length, wanted.length) - before && pattern.at(-1 - behind) === wanted.at(-1 - behind)) behind++;
  const mapped = { value: pattern, pieces };
  // A backslash and what follows it go together: a change between them is written wrongly.
  while (before > 0 && pattern[before - 1] === "\\") before--;
  const span = writtenSpan(mapped, { start: before, end: pattern.length - behind });
  if (!span) return undefined;
  const touched = literals.filter(({ start, end }) => start <= span.end && span.start <= end).sort((a, b) => a.start - b.start);
  return touched.map((literal, i) => ({
    start: Math.max(literal.start, span.start),
    end: Math.min(literal.end, span.end),
    text: i === 0 ? writtenIn(literal, wanted.slice(before, wanted.length - behind)) : "",
  }));
}

/** A comment above the pattern that says of these findings that they are meant; undefined where none can stand there. */
export function editOfMeaning(language: LanguageName, text: string, found: FoundPattern, codes: readonly string[]): SourceEdit | undefined {
  const line = text.lastIndexOf("\n", found.start - 1) + 1;
  let indented = line;
  while (text[indented] === " " || text[indented] === "\t") indented++;
  const edit = { start: line, end: line, text: `${text.slice(line, indented)}${LANGUAGES[language].comment} ${MEANT} ${codes.join(", ")}\n` };
  const made = patternAfter(language, text, found, [edit]);
  return made?.pattern === found.pattern && codes.every((code) => made.meant?.includes(code)) ? edit : undefined;
}

/** The same pattern as the changed source reads: it begins where it did, moved by what changes before it. */
function patternAfter(language: LanguageName, text: string, found: FoundPattern, edits: readonly SourceEdit[]): FoundPattern | undefined {
  const moved = edits.reduce((sum, { start, end, text: put }) => (end <= found.start ? sum + put.length - (end - start) : sum), 0);
  return patternsInSource(language, applied(text, edits)).patterns.find(({ start }) => start === found.start + moved);
}

/** A text with changes made that do not overlap. */
export function applied(text: string, edits: readonly SourceEdit[]): string {
  let made = text;
  for (const { start, end, text: put } of [...edits].sort((a, b) => b.start - a.start)) made = made.slice(0, start) + put + made.slice(end);
  return made;
}
