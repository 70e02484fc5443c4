/** The flags of a request, read by a dialect's own table. */
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { Dialect, Options } from "../dialect/dialect.ts";

const NOWHERE = { start: 0, end: 0 };

/** Reads the letters of `flags`; what is wrong with them is said at the start of the pattern. */
export function readFlags(dialect: Dialect, flags: string): { options: Options; diagnostics: Diagnostic[] } {
  const diagnostics: Diagnostic[] = [];
  let options = dialect.base;
  const longestFirst = [...dialect.flags].sort((a, b) => b.letter.length - a.letter.length);
  const seen = new Set<string>();
  for (let at = 0; at < flags.length; ) {
    const flag = longestFirst.find(({ letter }) => flags.startsWith(letter, at));
    const letter = flag?.letter ?? String.fromCodePoint(flags.codePointAt(at) as number);
    if (!flag) {
      const known = dialect.flags.map((f) => f.letter).join("");
      diagnostics.push(diagnostic("flag-unknown", NOWHERE, letter, dialect.title, known));
    } else if (seen.has(letter)) diagnostics.push(diagnostic("flag-twice", NOWHERE, letter));
    else options = { ...options, ...flag.sets };
    seen.add(letter);
    at += letter.length;
  }
  for (const [one, other] of dialect.exclusive) {
    if (seen.has(one) && seen.has(other)) diagnostics.push(diagnostic("flags-exclude", NOWHERE, one, other));
  }
  return { options, diagnostics };
}
