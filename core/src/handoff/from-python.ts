/** Patterns in Python: calls of `re`, and strings. */
import { PYTHON_BYTES, PYTHON_STRING, RAW_STRING, type StringRules } from "../host/strings.ts";
import { type Candidate, isJson } from "./candidate.ts";
import { PYTHON_FLAGS } from "./python.ts";
import { type Lexis, scan } from "./scan.ts";
import { type Constant, type Joining, joinedBy, type Read, readConstant, readLastConstant, readList, Tokens, textOf } from "./tokens.ts";

/** By prefix; a formatted one is no constant, and is read to be told so. */
const PREFIXES: Readonly<Record<string, StringRules>> = {
  "": PYTHON_STRING,
  u: PYTHON_STRING,
  r: RAW_STRING,
  b: PYTHON_BYTES,
  br: RAW_STRING,
  ur: RAW_STRING,
  rb: RAW_STRING,
  f: PYTHON_STRING,
  fr: RAW_STRING,
  rf: RAW_STRING,
};

/** Without a place to fill in, a formatted string is a constant all the same. */
const made = (prefix: string, body: string): boolean => prefix.includes("f") && (body.includes("{") || body.includes("}"));

const LEXIS: Lexis = {
  comments: [["#", null]],
  strings: [
    { mark: '"""', prefixes: PREFIXES, lines: true, made },
    { mark: "'''", prefixes: PREFIXES, lines: true, made },
    { mark: '"', prefixes: PREFIXES, lines: false, made },
    { mark: "'", prefixes: PREFIXES, lines: false, made },
  ],
  expressionLiterals: false,
};

const PLAIN: Joining = { sign: "+", adjacent: true };
const JOINING: Joining = { ...PLAIN, other: joinedList };

/** The calls of the module, and which of their arguments, from 0, are the flags. */
const CALLS: Readonly<Record<string, number>> = { compile: 1, search: 2, match: 2, fullmatch: 2, findall: 2, finditer: 2, split: 3, sub: 4, subn: 4 };
/** What the module is called. */
const MODULES: ReadonlySet<string> = new Set(["re", "_re"]);
/** What has such calls in another language. */
const OF_OTHERS: ReadonlySet<string> = new Set(["Pattern"]);
/** Calls that are also those of other things than the module. */
const AMBIGUOUS: ReadonlySet<string> = new Set(["split"]);

const LETTERS: ReadonlyMap<string, string> = new Map(
  Object.entries(PYTHON_FLAGS).flatMap(([letter, [short, long]]) => [[short, letter] as const, [long, letter] as const]),
);

export function fromPython(source: string): Candidate | undefined {
  const tokens = new Tokens(scan(source, LEXIS));
  return called(tokens) ?? alone(tokens, source) ?? rawAnywhere(tokens);
}

function called(tokens: Tokens): Candidate | undefined {
  for (let i = 0; i < tokens.all.length; i++) {
    const name = textOf(tokens.all[i]) ?? "";
    if (!Object.hasOwn(CALLS, name) || textOf(tokens.all[i + 1]) !== "(") continue;
    const ofModule = textOf(tokens.all[i - 1]) === ".";
    const owner = ofModule ? (textOf(tokens.all[i - 2]) ?? "") : "";
    if (OF_OTHERS.has(owner)) return undefined;
    // Whatever the module is called here: what compiles a string is one.
    if (ofModule ? name !== "compile" && !MODULES.has(owner) : AMBIGUOUS.has(name) || textOf(tokens.all[i - 1]) === "def") continue;
    tokens.at = i + 2;
    const found = readCall(tokens, CALLS[name] as number);
    if (found && (ofModule || "pattern" in found)) return found;
  }
  return undefined;
}

function readCall(tokens: Tokens, flagsAt: number): Candidate | undefined {
  let pattern: Read | undefined;
  let flags = "";
  let index = 0;
  do {
    const keyword = textOf(tokens.peek(1)) === "=" ? textOf(tokens.peek()) : undefined;
    if (keyword !== undefined) tokens.at += 2;
    if (keyword === "pattern" || (keyword === undefined && index === 0)) {
      pattern = readConstant(tokens, JOINING);
      if (!pattern) return undefined;
      const next = tokens.peek();
      if (pattern && !("fault" in pattern) && !tokens.atArgumentEnd && next) {
        return { sure: "call", fault: { code: "handin-made", start: next.start, end: next.end } };
      }
    } else if (keyword === "flags" || (keyword === undefined && index === flagsAt)) flags = readFlags(tokens);
    index++;
  } while (tokens.nextArgument());
  if (!pattern) return undefined;
  if ("fault" in pattern) return { sure: "call", fault: pattern.fault };
  const raw = isRaw(pattern);
  return { sure: "call", form: raw ? "raw" : "plain", pattern: pattern.value, flags, taken: pattern.taken };
}

/** Constants joined by bars or plus signs, or numbers; what has no letter is left out. */
function readFlags(tokens: Tokens): string {
  const found = new Set<string>();
  let depth = 0;
  for (; !tokens.ended; tokens.at++) {
    const token = tokens.peek();
    const text = textOf(token) ?? "";
    if (depth === 0 && (text === "," || text === ")")) break;
    if (text === "(") depth++;
    if (text === ")") depth--;
    const letter = LETTERS.get(text);
    if (letter !== undefined) found.add(letter);
    if (token?.kind === "number") for (const [own, [, , value]] of Object.entries(PYTHON_FLAGS)) if ((Number(text) & value) !== 0) found.add(own);
  }
  return Object.keys(PYTHON_FLAGS)
    .filter((letter) => found.has(letter))
    .join("");
}

/** A string and nothing else, but for what gives it a name. */
function alone(tokens: Tokens, source: string): Candidate | undefined {
  tokens.at = 0;
  while (tokens.peek()?.kind === "word" || tokens.looksAt(".") || (tokens.at > 0 && tokens.looksAt(":"))) {
    // A type before the name is another language's.
    if (tokens.peek()?.kind === "word" && tokens.peek(1)?.kind === "word") return undefined;
    tokens.at++;
  }
  if (tokens.at > 0 && !tokens.pass("=")) return undefined;
  const read = readLastConstant(tokens, JOINING);
  if (!read) return undefined;
  if ("fault" in read) return { sure: "string", fault: read.fault };
  const { literals, value, taken } = read;
  const raw = isRaw(read);
  const own = literals.some(({ prefix, mark }) => prefix !== "" || mark.length > 1) || literals.length > 1;
  return { sure: own ? "literal" : "string", form: raw ? "raw" : isJson(source) ? "json" : "plain", pattern: value, flags: "", taken };
}

/** `"…".join(["…", "…"])`. */
function joinedList(tokens: Tokens): Read | undefined {
  const before = tokens.at;
  const separator = tokens.peek();
  if (separator?.kind !== "string" || separator.fault) return undefined;
  tokens.at++;
  const close = tokens.pass(".", "join", "(", "[") ? "]" : tokens.pass(".", "join", "(", "(") ? ")" : undefined;
  const values = close && readList(tokens, PLAIN, close);
  const end = tokens.peek()?.end ?? 0;
  if (values && tokens.pass(")")) return joinedBy(separator.value, values, { start: separator.start, end });
  tokens.at = before;
  return undefined;
}

/** The first literal says how the string is written; others may follow that cannot be so. */
const isRaw = ({ literals }: Constant): boolean => literals[0]?.prefix.includes("r") ?? false;

/** A raw string in a call that is not known: nobody writes one for anything else. */
function rawAnywhere(tokens: Tokens): Candidate | undefined {
  for (let i = 0; i < tokens.all.length; i++) {
    const token = tokens.all[i];
    if (token?.kind !== "string" || !token.prefix.includes("r")) continue;
    tokens.at = i;
    const read = readConstant(tokens, JOINING);
    if (read && !("fault" in read)) return { sure: "taking", form: "raw", pattern: read.value, flags: "", taken: read.taken };
  }
  return undefined;
}
