/** Patterns as JavaScript: a literal (ECMA-262 §12.9.5), and the constructor with a string. */
import { javascriptString } from "../host/strings.ts";
import type { Source } from "../syntax/read.ts";

/** What a literal cannot hold as it is; a slash too in sets, where a page's parser could take it for the end of its script. */
const ESCAPES: Readonly<Record<string, string>> = { "/": "\\/", "\n": "\\n", "\r": "\\r", "\u2028": "\\u2028", "\u2029": "\\u2029" };

/** An empty literal would begin a comment. */
const EMPTY = "(?:)";

export function javascriptLiteral({ pattern, flags }: Source): string {
  // With these flags two escapes of four digits can be one character.
  const strict = flags.includes("u") || flags.includes("v");
  let out = "";
  let escaping = false;
  // By code points, so that only lone surrogates are met by themselves.
  for (const character of pattern) {
    const code = character.charCodeAt(0);
    const lone = character.length === 1 && code >= 0xd800 && code <= 0xdfff;
    const instead = lone ? (strict ? `\\u{${code.toString(16)}}` : `\\u${code.toString(16)}`) : ESCAPES[character];
    // A backslash before a line end means the line end, so one is enough for both.
    if (instead !== undefined && escaping) out = out.slice(0, -1);
    out += instead ?? character;
    escaping = !escaping && character === "\\";
  }
  return `/${out === "" ? EMPTY : out}/${flags}`;
}

/** What a literal writes otherwise than the pattern has it. */
export function literalNote({ pattern }: Source): string {
  if (pattern === "") return "An empty literal would be a comment; “(?:)” asks for as little.";
  const written = [
    pattern.includes("/") ? "a slash is written “\\/”" : "",
    ["\n", "\r", "\u2028", "\u2029"].some((end) => pattern.includes(end)) ? "a line end by its escape" : "",
  ].filter((each) => each !== "");
  return written.length === 0 ? "Backslashes stand as they are." : `Backslashes stand as they are; ${written.join(", ")}.`;
}

export function javascriptConstructor({ pattern, flags }: Source): string {
  return `new RegExp(${javascriptString(pattern)}${flags === "" ? "" : `, "${flags}"`})`;
}
