/** Patterns in JavaScript and TypeScript: literals, the constructor, and calls that take a string for a pattern. */
import { JAVASCRIPT_STRING } from "../host/strings.ts";
import { type Candidate, isJson } from "./candidate.ts";
import { type Lexis, scan } from "./scan.ts";
import { type Constant, type Joining, joinedBy, type Read, readConstant, readLastConstant, readList, Tokens, textOf } from "./tokens.ts";

const RULES = { "": JAVASCRIPT_STRING };

const LEXIS: Lexis = {
  comments: [
    ["//", null],
    ["/*", "*/"],
  ],
  strings: [
    { mark: '"', prefixes: RULES, lines: false },
    { mark: "'", prefixes: RULES, lines: false },
    { mark: "`", prefixes: RULES, lines: true, made: (_, body) => holdsPlace(body) },
  ],
  expressionLiterals: true,
};

/** Flags that the dialect has; in a literal or a string. */
const FLAGS = "dgimsuvy";
/** Calls of a text that make a pattern of a string, and the flags that it gets. */
const TAKING: Readonly<Record<string, string>> = { match: "", search: "", matchAll: "g" };

const JOINING: Joining = { sign: "+", adjacent: false, other: (tokens) => rawTemplate(tokens) ?? sourceOf(tokens) ?? joinedList(tokens) };

export function fromJavascript(source: string): Candidate | undefined {
  const tokens = new Tokens(scan(source, LEXIS));
  return constructed(tokens) ?? literal(tokens) ?? taking(tokens) ?? alone(tokens, source);
}

/** `new RegExp(…)` or `RegExp(…)`. */
function constructed(tokens: Tokens): Candidate | undefined {
  for (let i = 0; i < tokens.all.length; i++) {
    tokens.at = i;
    if (!tokens.pass("RegExp", "(")) continue;
    const token = tokens.peek();
    const expression = token?.kind === "expression" && textOf(tokens.peek(1)) !== "." ? token : undefined;
    const read = expression ? undefined : readConstant(tokens, JOINING);
    if (read && "fault" in read) return { sure: "call", fault: read.fault };
    if (expression) tokens.at++;
    if (!expression && !(read && tokens.atArgumentEnd)) {
      const next = tokens.peek() ?? tokens.all[i];
      return { sure: "call", fault: { code: "handin-made", start: next?.start ?? 0, end: next?.end ?? 0 } };
    }
    const flags = tokens.pass(",") ? readConstant(tokens, JOINING) : undefined;
    if (flags && "fault" in flags) return { sure: "call", fault: flags.fault };
    const letters = flags?.value ?? expression?.flags ?? "";
    const constant = read as Constant | undefined;
    return { sure: "call", form: "constructor", pattern: expression?.pattern ?? constant?.value ?? "", flags: known(letters), taken: constant?.taken ?? [] };
  }
  return undefined;
}

function literal(tokens: Tokens): Candidate | undefined {
  for (const token of tokens.all) {
    if (token.kind === "expression") return { sure: "literal", form: "literal", pattern: token.pattern, flags: known(token.flags), taken: [] };
  }
  return undefined;
}

function taking(tokens: Tokens): Candidate | undefined {
  for (let i = 0; i < tokens.all.length; i++) {
    tokens.at = i;
    const name = textOf(tokens.peek(1)) ?? "";
    if (!tokens.looksAt(".") || !Object.hasOwn(TAKING, name)) continue;
    tokens.at += 2;
    const read = tokens.pass("(") ? readConstant(tokens, JOINING) : undefined;
    if (read && !("fault" in read)) return { sure: "taking", form: "constructor", pattern: read.value, flags: TAKING[name] ?? "", taken: read.taken };
  }
  return undefined;
}

/** A string and nothing else, but for what gives it a name. */
function alone(tokens: Tokens, source: string): Candidate | undefined {
  tokens.at = 0;
  while (tokens.peek()?.kind === "word" && !tokens.looksAt("String", ".")) tokens.at++;
  // A name in an object may be a string itself.
  if (tokens.at === 0 && tokens.peek()?.kind === "string" && textOf(tokens.peek(1)) === ":") tokens.at++;
  if (tokens.at > 0 && !tokens.pass("=") && !tokens.pass(":")) return undefined;
  const raw = tokens.looksAt("String", ".");
  const read = readLastConstant(tokens, JOINING);
  if (!read) return undefined;
  if ("fault" in read) return { sure: "string", fault: read.fault };
  return { sure: raw ? "literal" : "string", form: isJson(source) ? "json" : "constructor", pattern: read.value, flags: "", taken: read.taken };
}

/** `String.raw` and a template. */
function rawTemplate(tokens: Tokens): Read | undefined {
  const template = tokens.looksAt("String", ".", "raw") ? tokens.peek(3) : undefined;
  if (template?.kind !== "string" || template.mark !== "`") return undefined;
  tokens.at += 4;
  if (template.fault && template.fault.code !== "handin-escape") return { fault: template.fault };
  return { value: template.body, taken: [], literals: [template], start: template.start, end: template.end };
}

/** `/…/.source`. */
function sourceOf(tokens: Tokens): Read | undefined {
  const token = tokens.peek();
  if (token?.kind !== "expression" || textOf(tokens.peek(1)) !== "." || textOf(tokens.peek(2)) !== "source") return undefined;
  tokens.at += 3;
  return { value: token.pattern, taken: [], literals: [], start: token.start, end: token.end };
}

/** `["…", "…"].join("…")`. */
function joinedList(tokens: Tokens): Read | undefined {
  const before = tokens.at;
  const start = tokens.peek()?.start ?? 0;
  const leave = (): undefined => {
    tokens.at = before;
  };
  if (!tokens.pass("[")) return undefined;
  // What stands in the list is put together in any way but this one, so nothing nests.
  const values = readList(tokens, { ...JOINING, other: (inner) => rawTemplate(inner) ?? sourceOf(inner) }, "]");
  if (!values || !tokens.pass(".", "join", "(")) return leave();
  const between = tokens.peek();
  if (between?.kind === "string") tokens.at++;
  const end = tokens.peek()?.end ?? start;
  if (!tokens.pass(")")) return leave();
  return joinedBy(between?.kind === "string" ? between.value : ",", values, { start, end });
}

/** Whether a template has a place that is filled in when the program runs. */
function holdsPlace(body: string): boolean {
  for (let at = body.indexOf("${"); at >= 0; at = body.indexOf("${", at + 1)) {
    let backslashes = 0;
    while (body[at - 1 - backslashes] === "\\") backslashes++;
    if (backslashes % 2 === 0) return true;
  }
  return false;
}

/** Each letter once, and only those that the dialect has. */
const known = (letters: string): string => [...new Set(letters)].filter((letter) => FLAGS.includes(letter)).join("");
