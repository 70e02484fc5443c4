/** Patterns in PHP: calls of preg functions, and strings with delimiters. */
import { PHP_DOUBLE, PHP_SINGLE } from "../host/strings.ts";
import { isAsciiLetter, withoutEscapesOf } from "../text/characters.ts";
import { type Candidate, isJson } from "./candidate.ts";
import { closingDelimiter, PLAIN_DELIMITERS, phpFlagsOf, phpOpening } from "./delimiters.ts";
import { type Lexis, scan } from "./scan.ts";
import { type Joining, readConstant, Tokens, textOf } from "./tokens.ts";

/** Whether a variable stands in a string that puts them in. */
function holdsVariable(body: string): boolean {
  for (let at = 0; at < body.length; at++) {
    const next = body[at + 1];
    if (body[at] === "\\") at++;
    else if (body[at] === "$" && (isAsciiLetter(next) || next === "_" || next === "{")) return true;
    else if (body[at] === "{" && next === "$") return true;
  }
  return false;
}

const LEXIS: Lexis = {
  comments: [
    ["//", null],
    ["#", null],
    ["/*", "*/"],
  ],
  strings: [
    { mark: "'", prefixes: { "": PHP_SINGLE }, lines: true },
    // A variable in it is put in when the program runs.
    { mark: '"', prefixes: { "": PHP_DOUBLE }, lines: true, made: (_, body) => holdsVariable(body) },
  ],
  expressionLiterals: false,
};

const JOINING: Joining = { sign: ".", adjacent: false };
const CALLS: ReadonlySet<string> = new Set(["preg_match", "preg_match_all", "preg_replace", "preg_replace_callback", "preg_split", "preg_grep", "preg_filter"]);
export function fromPhp(source: string): Candidate | undefined {
  const tokens = new Tokens(scan(source, LEXIS));
  // A string that is JSON is the pattern alone, in every language.
  return called(tokens) ?? (isJson(source) ? undefined : alone(tokens));
}

function called(tokens: Tokens): Candidate | undefined {
  for (let i = 0; i < tokens.all.length; i++) {
    if (!CALLS.has(textOf(tokens.all[i]) ?? "") || textOf(tokens.all[i + 1]) !== "(") continue;
    tokens.at = i + 2;
    const found = readConstant(tokens, JOINING);
    if (!found) continue;
    if ("fault" in found) return { sure: "call", fault: found.fault };
    const parts = delimited(found.value);
    if (!parts) return { sure: "call", fault: { code: "handin-open", start: found.start, end: found.end } };
    return { sure: "call", form: "php", ...parts, taken: found.taken };
  }
  return undefined;
}

/** A string with delimiters and nothing else, but for the name that it gets. */
function alone(tokens: Tokens): Candidate | undefined {
  tokens.at = 0;
  while (!tokens.ended && tokens.peek()?.kind !== "string") {
    const text = textOf(tokens.peek()) ?? "";
    if (tokens.peek()?.kind !== "word" && text !== "=" && text !== "<" && text !== "?") return undefined;
    tokens.at++;
  }
  const found = readConstant(tokens, JOINING);
  if (!found || "fault" in found) return undefined;
  tokens.pass(";");
  const parts = tokens.ended ? delimited(found.value) : undefined;
  // A string in slashes is a pattern here, and seldom anything in other languages.
  return parts && { sure: "literal", form: "php", ...parts, taken: found.taken };
}

/** The pattern and its modifiers. */
function delimited(value: string): { readonly pattern: string; readonly flags: string } | undefined {
  const opening = phpOpening(value);
  if (!opening) return undefined;
  const { at, open, close } = opening;
  const end = closingDelimiter(value, at, open, close);
  const flags = end < 0 ? undefined : phpFlagsOf(value.slice(end + 1));
  if (flags === undefined) return undefined;
  const pattern = value.slice(at + 1, end);
  // A delimiter that the pattern escapes for the string's sake, where it means nothing else, is itself.
  return { pattern: PLAIN_DELIMITERS.includes(close) ? withoutEscapesOf(pattern, close) : pattern, flags };
}
