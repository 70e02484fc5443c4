/** The flags of a request, read by a dialect's own table. */
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { Dialect, Options } from "../dialect/dialect.ts";

const NOWHERE = { start: 0, end: 0 };

/** The flags that are written, each as the dialect has it; letters that it does not know by themselves. */
export function flagsIn(dialect: Dialect, flags: string): string[] {
  const longestFirst = [...dialect.flags].sort((a, b) => b.letter.length - a.letter.length);
  const found: string[] = [];
  for (let at = 0; at < flags.length; at += (found.at(-1) as string).length) {
    const known = longestFirst.find(({ letter }) => flags.startsWith(letter, at));
    found.push(known?.letter ?? String.fromCodePoint(flags.codePointAt(at) as number));
  }
  return found;
}

/** Reads the letters of `flags`; what is wrong with them is said at the start of the pattern. */
export function readFlags(dialect: Dialect, flags: string): { options: Options; diagnostics: Diagnostic[] } {
  const diagnostics: Diagnostic[] = [];
  let options = dialect.base;
  const seen = new Set<string>();
  for (const letter of flagsIn(dialect, flags)) {
    const flag = dialect.flags.find((each) => each.letter === letter);
    if (!flag) {
      const known = dialect.flags.map((f) => f.letter).join("");
      diagnostics.push(diagnostic("flag-unknown", NOWHERE, letter, dialect.title, known));
    } else if (seen.has(letter)) diagnostics.push(diagnostic("flag-twice", NOWHERE, letter));
    else options = { ...options, ...flag.sets };
    seen.add(letter);
  }
  for (const [one, other] of dialect.exclusive) {
    if (seen.has(one) && seen.has(other)) diagnostics.push(diagnostic("flags-exclude", NOWHERE, one, other));
  }
  return { options, diagnostics };
}
