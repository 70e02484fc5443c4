/** The flags of a request, read by a dialect's own table. */
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { Dialect, Options } from "../dialect/dialect.ts";

const NOWHERE = { start: 0, end: 0 };

/** Reads the letters of `flags`; what is wrong with them is said at the start of the pattern. */
export function readFlags(dialect: Dialect, flags: string): { options: Options; diagnostics: Diagnostic[] } {
  const diagnostics: Diagnostic[] = [];
  const options: { -readonly [K in keyof Options]: Options[K] } = { ...dialect.base };
  const seen = new Set<string>();
  for (const letter of flags) {
    const flag = dialect.flags.find((f) => f.letter === letter);
    if (!flag) {
      const known = dialect.flags.map((f) => f.letter).join("");
      diagnostics.push(diagnostic("flag-unknown", NOWHERE, letter, dialect.title, known));
    } else if (seen.has(letter)) diagnostics.push(diagnostic("flag-twice", NOWHERE, letter));
    else for (const option of flag.options) options[option] = true;
    seen.add(letter);
  }
  for (const [one, other] of dialect.exclusive) {
    if (seen.has(one) && seen.has(other)) diagnostics.push(diagnostic("flags-exclude", NOWHERE, one, other));
  }
  return { options, diagnostics };
}
