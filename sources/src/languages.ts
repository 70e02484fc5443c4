/** The languages whose sources are read, in one table. */
import { readCsharp } from "./csharp/csharp.ts";
import { type Found, type FoundPattern, placesIn, REASONS, type ReadSource } from "./found.ts";
import { readJava } from "./java.ts";
import { readJavaScript } from "./javascript.ts";
import { meantIn } from "./meant.ts";
import type { Parse } from "./parsing.ts";
import { readPerl } from "./perl/perl.ts";
import { readPhp } from "./php.ts";
import { readPython } from "./python.ts";

/** The languages: who reads them, the ends of their files' names, and how a comment of a line begins. */
export const LANGUAGES = {
  javascript: { read: (text: string, parse?: Parse) => readJavaScript(text, "javascript", parse), endings: ["js", "mjs", "cjs", "jsx"], comment: "//" },
  typescript: { read: (text: string, parse?: Parse) => readJavaScript(text, "typescript", parse), endings: ["ts", "mts", "cts"], comment: "//" },
  tsx: { read: (text: string, parse?: Parse) => readJavaScript(text, "tsx", parse), endings: ["tsx"], comment: "//" },
  python: { read: readPython, endings: ["py", "pyi"], comment: "#" },
  java: { read: readJava, endings: ["java"], comment: "//" },
  csharp: { read: readCsharp, endings: ["cs", "csx"], comment: "//" },
  php: { read: readPhp, endings: ["php", "phtml", "inc"], comment: "//" },
  perl: { read: readPerl, endings: ["pl", "pm", "t"], comment: "#" },
} as const satisfies Readonly<Record<string, { read: (text: string, parse?: Parse) => ReadSource; endings: readonly string[]; comment: string }>>;

export type LanguageName = keyof typeof LANGUAGES;

/** Finds the patterns of a source text, in the order in which they are written; a text that is broken is read as far as possible. */
export function patternsInSource(language: LanguageName, text: string, parse?: Parse): Found {
  const { patterns, passed, isComment } = LANGUAGES[language].read(text, parse);
  const placeOf = placesIn(text);
  const meantOn = meantIn(text, isComment);
  return {
    patterns: [...patterns]
      .sort((a, b) => a.start - b.start)
      .map((each): FoundPattern => {
        const place = placeOf(each.start);
        const meant = meantOn(place.line);
        return { ...each, ...place, ...(meant.length > 0 ? { meant } : {}) };
      }),
    passed: [...passed].sort((a, b) => a.at - b.at).map(({ at, reason }) => ({ ...placeOf(at), reason: REASONS[reason] })),
  };
}
