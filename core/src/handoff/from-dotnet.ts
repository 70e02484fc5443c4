/** Patterns in C#: constructors of Regex, its static calls, attributes that take a pattern, and strings. */
import { CSHARP_STRING, RAW_STRING } from "../host/strings.ts";
import { type Candidate, isJson } from "./candidate.ts";
import { DOTNET_FLAGS } from "./dotnet.ts";
import { type Lexis, scan } from "./scan.ts";
import { type Constant, type Joining, readConstant, readLastConstant, Tokens, textOf } from "./tokens.ts";

const verbatim = (open: string) => ({ open, mark: '"', prefixes: { "": RAW_STRING }, lines: true, doubled: true });

/** A string with places to fill in, unless it has none. */
const isFilled = (_: string, body: string): boolean => body.includes("{");

const LEXIS: Lexis = {
  comments: [
    ["//", null],
    ["/*", "*/"],
  ],
  strings: [
    { ...verbatim('$@"'), made: isFilled },
    { ...verbatim('@$"'), made: isFilled },
    verbatim('@"'),
    { mark: '"""', prefixes: { "": RAW_STRING }, lines: true, plain: true, block: true },
    { open: '$"', mark: '"', prefixes: { "": CSHARP_STRING }, lines: false, made: isFilled },
    { mark: '"', prefixes: { "": CSHARP_STRING }, lines: false },
    // A character is no string, and is read over.
    { mark: "'", prefixes: { "": RAW_STRING }, lines: false },
  ],
  expressionLiterals: false,
};

const JOINING: Joining = { sign: "+", adjacent: false };

/** The type of strings, as only C# writes it. */
const TYPE = "string";

/** Static calls of Regex: the text comes first. */
const STATIC: ReadonlySet<string> = new Set(["IsMatch", "Match", "Matches", "Replace", "Split", "Count", "EnumerateMatches"]);
const ATTRIBUTES: ReadonlySet<string> = new Set(["GeneratedRegex", "RegularExpression"]);

export function fromDotnet(source: string): Candidate | undefined {
  const tokens = new Tokens(scan(source, LEXIS));
  return called(tokens) ?? alone(tokens, source);
}

function called(tokens: Tokens): Candidate | undefined {
  for (let i = 0; i < tokens.all.length; i++) {
    if (textOf(tokens.all[i + 1]) !== "(") continue;
    const name = textOf(tokens.all[i]) ?? "";
    const isStatic = STATIC.has(name) && textOf(tokens.all[i - 1]) === "." && textOf(tokens.all[i - 2]) === "Regex";
    const made = name === "Regex" && textOf(tokens.all[i - 1]) !== ".";
    // `Regex re = new(…)`.
    const typed = name === "new" && tokens.all.slice(Math.max(0, i - 3), i).some((token) => textOf(token) === "Regex");
    const qualified = name === "Regex" && textOf(tokens.all[i - 1]) === "." && textOf(tokens.all[i - 2]) === "RegularExpressions";
    if (!isStatic && !made && !typed && !qualified && !ATTRIBUTES.has(name)) continue;
    tokens.at = i + 2;
    if (isStatic && !tokens.nextArgument()) continue;
    const pattern = readConstant(tokens, JOINING);
    const next = tokens.peek();
    if (!pattern) {
      // What is no string there is known when the program runs.
      if (next && !tokens.looksAt(")")) return { sure: "call", fault: { code: "handin-made", start: next.start, end: next.end } };
      continue;
    }
    if ("fault" in pattern) return { sure: "call", fault: pattern.fault };
    if (!tokens.atArgumentEnd && next) return { sure: "call", fault: { code: "handin-made", start: next.start, end: next.end } };
    return { sure: "call", form: formOf(pattern), pattern: pattern.value, flags: readFlags(tokens), taken: pattern.taken };
  }
  return undefined;
}

const isVerbatim = ({ literals }: Constant): boolean => literals.some(({ mark, opened }) => mark === '"""' || opened.includes("@"));
const formOf = (constant: Constant): string => (isVerbatim(constant) ? "verbatim" : "string");

/** Constants joined by bars, or a number, in any argument that follows; others have no letter. */
function readFlags(tokens: Tokens): string {
  const names = new Set<string>();
  let number = 0;
  let depth = 0;
  for (; !tokens.ended && !(depth === 0 && tokens.looksAt(")")); tokens.at++) {
    const token = tokens.peek();
    const text = textOf(token) ?? "";
    if (text === "(") depth++;
    else if (text === ")") depth--;
    else if (token?.kind === "number" && textOf(tokens.peek(-1)) === ")" && textOf(tokens.peek(-2)) === "RegexOptions") number |= Number(text);
    else if (token?.kind === "word") names.add(text);
  }
  const letters = Object.entries(DOTNET_FLAGS).filter(([, [name, value]]) => names.has(name) || (number & value) !== 0);
  return letters.map(([letter]) => letter).join("");
}

/** A string and nothing else, but for what gives it a name. */
function alone(tokens: Tokens, source: string): Candidate | undefined {
  tokens.at = 0;
  let telling = false;
  for (; tokens.peek()?.kind === "word"; tokens.at++) telling ||= textOf(tokens.peek()) === TYPE;
  if (tokens.at > 0 && !tokens.pass("=")) return undefined;
  const read = readLastConstant(tokens, JOINING);
  if (!read) return undefined;
  if ("fault" in read) return { sure: "string", fault: read.fault };
  if (read.literals.some(({ mark }) => mark === "'")) return undefined;
  // Only C# begins a string with such a sign, or names its type so.
  const sure = telling || read.literals.some(({ opened }) => opened.includes("@")) ? "literal" : "string";
  return { sure, form: isJson(source) ? "json" : formOf(read), pattern: read.value, flags: "", taken: read.taken };
}
