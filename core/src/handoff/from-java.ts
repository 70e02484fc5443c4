/** Patterns in Java: calls of Pattern and of String that take one, and strings. */
import { JAVA_STRING, RAW_STRING } from "../host/strings.ts";
import { type Candidate, isJson } from "./candidate.ts";
import { JAVA_FLAGS, JAVA_FLAGS_INSIDE } from "./java.ts";
import { type Lexis, scan } from "./scan.ts";
import { type Joining, readConstant, readLastConstant, Tokens, textOf } from "./tokens.ts";

const LEXIS: Lexis = {
  comments: [
    ["//", null],
    ["/*", "*/"],
  ],
  strings: [
    { mark: '"""', prefixes: { "": JAVA_STRING }, lines: true, block: true },
    { mark: '"', prefixes: { "": JAVA_STRING }, lines: false },
    // A character is no string, and is read over.
    { mark: "'", prefixes: { "": RAW_STRING }, lines: false },
  ],
  expressionLiterals: false,
};

const JOINING: Joining = { sign: "+", adjacent: false };

/** Calls of Pattern; calls of String, which other languages have as well. */
const OF_PATTERN: ReadonlySet<string> = new Set(["compile", "matches"]);
const OF_STRING: ReadonlySet<string> = new Set(["replaceAll", "replaceFirst", "matches", "split"]);
/** A call that other languages have with a string that is no pattern: here one is known by its signs. */
const AMBIGUOUS: ReadonlySet<string> = new Set(["split", "replaceAll", "matches"]);
const SIGNS = "\\[(.*+?|^$";
/** What only Java is written with. */
const TELLING: ReadonlySet<string> = new Set(["Pattern", "String", "Matcher"]);

export function fromJava(source: string): Candidate | undefined {
  const tokens = new Tokens(scan(source, LEXIS));
  return called(tokens) ?? alone(tokens, source);
}

function called(tokens: Tokens): Candidate | undefined {
  for (let i = 0; i < tokens.all.length; i++) {
    const name = textOf(tokens.all[i]) ?? "";
    if (textOf(tokens.all[i + 1]) !== "(" || textOf(tokens.all[i - 1]) !== ".") continue;
    const ofPattern = OF_PATTERN.has(name) && textOf(tokens.all[i - 2]) === "Pattern";
    if (!ofPattern && !OF_STRING.has(name)) continue;
    tokens.at = i + 2;
    const pattern = readConstant(tokens, JOINING);
    if (!pattern) continue;
    const known = ofPattern || !AMBIGUOUS.has(name) || "fault" in pattern || [...SIGNS].some((sign) => pattern.value.includes(sign));
    if (!known) continue;
    const sure = ofPattern ? "call" : "taking";
    const next = tokens.peek();
    if (!("fault" in pattern) && !tokens.atArgumentEnd && next) return { sure, fault: { code: "handin-made", start: next.start, end: next.end } };
    if ("fault" in pattern) return { sure, fault: pattern.fault };
    const { letters, inside } = ofPattern && name === "compile" && tokens.nextArgument() ? readFlags(tokens) : NO_FLAGS;
    return { sure, form: "string", pattern: inside(pattern.value), flags: letters, taken: pattern.taken };
  }
  return undefined;
}

interface Flags {
  readonly letters: string;
  /** The pattern with what has no letter written into it. */
  readonly inside: (pattern: string) => string;
}

const NO_FLAGS: Flags = { letters: "", inside: (pattern) => pattern };

/** Constants joined by bars, or a number. */
function readFlags(tokens: Tokens): Flags {
  const names = new Set<string>();
  let number = 0;
  for (; !tokens.ended && !tokens.looksAt(")") && !tokens.looksAt(","); tokens.at++) {
    const token = tokens.peek();
    const text = textOf(token) ?? "";
    if (token?.kind === "number") number |= Number(text);
    else names.add(text);
  }
  const letters = Object.entries(JAVA_FLAGS).filter(([, [name, value]]) => names.has(name) || (number & value) !== 0);
  const inside = Object.entries(JAVA_FLAGS_INSIDE).filter(([name, [value]]) => names.has(name) || (number & value) !== 0);
  return {
    letters: letters.map(([letter]) => letter).join(""),
    inside: (pattern) => inside.reduce((written, [, [, write]]) => write(written), pattern),
  };
}

/** A string and nothing else, but for what gives it a name. */
function alone(tokens: Tokens, source: string): Candidate | undefined {
  tokens.at = 0;
  let telling = false;
  while (tokens.peek()?.kind === "word" || (tokens.at > 0 && tokens.looksAt("."))) {
    telling ||= TELLING.has(textOf(tokens.peek()) ?? "");
    tokens.at++;
  }
  if (tokens.at > 0 && !tokens.pass("=")) return undefined;
  const read = readLastConstant(tokens, JOINING);
  if (!read) return undefined;
  if ("fault" in read) return { sure: "string", fault: read.fault };
  if (read.literals.some(({ mark }) => mark === "'")) return undefined;
  return { sure: telling ? "literal" : "string", form: isJson(source) ? "json" : "string", pattern: read.value, flags: "", taken: read.taken };
}
