/**
 * Patterns in shell commands: the argument of grep, egrep and fgrep, the search of sed's `s` command or an address, and the
 * slashes of awk. Quotes are those of POSIX.1-2017, 2.2, and `$'…'`.
 */

import type { GrepDialect } from "../host/grep.ts";
import { isBlank, isWordCharacter } from "../text/characters.ts";
import type { Span } from "../text/span.ts";
import type { Candidate, SourceReader } from "./candidate.ts";

/** A word of a command as the shell hands it over. */
interface Word extends Span {
  readonly text: string;
  /** A `$` or a backquote outside of single quotes: what it holds is known when the command runs. */
  readonly made: Span | null;
  readonly isOpen: boolean;
}

interface Found {
  readonly dialect: GrepDialect;
  readonly pattern: string;
  readonly flags: string;
}

type Fault = Extract<Candidate, { fault: unknown }>["fault"];

/** What ends a command, outside of quotes. */
const ENDS = "|&;\n()<>";
/** Switches of grep that take the next word. */
const TAKING = "ABCDdfmX";
const COMMANDS: Readonly<Record<string, (words: readonly Word[]) => Found | { readonly fault: Fault } | undefined>> = {
  grep: (words) => ofGrep(words, "bre"),
  egrep: (words) => ofGrep(words, "ere"),
  fgrep: (words) => ofGrep(words, "literal"),
  zgrep: (words) => ofGrep(words, "bre"),
  sed: ofSed,
  gsed: ofSed,
  awk: ofAwk,
  gawk: ofAwk,
  mawk: ofAwk,
};

/** The reader of commands whose pattern is of a dialect. */
export const fromShell =
  (dialect: GrepDialect): SourceReader =>
  (source) => {
    for (const words of commandsIn(source)) {
      const at = words.findIndex(({ text }) => Object.hasOwn(COMMANDS, text.slice(text.lastIndexOf("/") + 1)));
      const name = words[at]?.text ?? "";
      const found = at < 0 ? undefined : COMMANDS[name.slice(name.lastIndexOf("/") + 1)]?.(words.slice(at + 1));
      if (!found) continue;
      // A command that cannot be read may be of any of them: one says so.
      if ("fault" in found) return dialect === "ere" ? { sure: "call", fault: found.fault } : undefined;
      if (found.dialect === dialect) return { sure: "call", form: "shell", pattern: found.pattern, flags: found.flags, taken: [] };
    }
    return undefined;
  };

/** The words of each command. */
function commandsIn(source: string): Word[][] {
  const commands: Word[][] = [[]];
  for (let at = 0; at < source.length; ) {
    const character = source[at] as string;
    if (character === "\\" && source[at + 1] === "\n") at += 2;
    else if (ENDS.includes(character)) {
      commands.push([]);
      at++;
    } else if (isBlank(character)) at++;
    else {
      const word = wordAt(source, at);
      commands.at(-1)?.push(word);
      at = word.end;
    }
  }
  return commands;
}

function wordAt(source: string, start: number): Word {
  let text = "";
  let made: Span | null = null;
  let at = start;
  const open = (): Word => ({ text, made, isOpen: true, start, end: source.length });
  while (at < source.length) {
    const character = source[at] as string;
    if (isBlank(character) || ENDS.includes(character)) break;
    if (character === "'") {
      const close = source.indexOf("'", at + 1);
      if (close < 0) return open();
      text += source.slice(at + 1, close);
      at = close + 1;
    } else if (character === "$" && source[at + 1] === "'") {
      const close = closingQuote(source, at + 2, "'");
      if (close < 0) return open();
      text += ansi(source.slice(at + 2, close));
      at = close + 1;
    } else if (character === '"') {
      const close = closingQuote(source, at + 1, '"');
      if (close < 0) return open();
      for (let i = at + 1; i < close; i++) {
        const next = source[i + 1] as string;
        if (source[i] === "\\" && '$`"\\\n'.includes(next)) {
          if (next !== "\n") text += next;
          i++;
        } else {
          made ??= isMade(source, i) ? { start: i, end: i + 1 } : null;
          text += source[i];
        }
      }
      at = close + 1;
    } else if (character === "\\") {
      text += source[at + 1] ?? "";
      at += 2;
    } else {
      made ??= isMade(source, at) ? { start: at, end: at + 1 } : null;
      text += character;
      at++;
    }
  }
  return { text, made, isOpen: false, start, end: Math.min(at, source.length) };
}

/** Whether something is put in here when the command runs. */
function isMade(source: string, at: number): boolean {
  const next = source[at + 1];
  return source[at] === "`" || (source[at] === "$" && next !== undefined && (isWordCharacter(next) || "{(@*#?$!-".includes(next)));
}

function closingQuote(source: string, from: number, quote: string): number {
  for (let at = from; at < source.length; at++) {
    if (source[at] === "\\") at++;
    else if (source[at] === quote) return at;
  }
  return -1;
}

const ANSI: Readonly<Record<string, string>> = { n: "\n", t: "\t", r: "\r", a: "\x07", b: "\b", e: "\x1b", f: "\f", v: "\v" };

function ansi(written: string): string {
  let text = "";
  for (let at = 0; at < written.length; at++) {
    if (written[at] !== "\\") text += written[at];
    else {
      const letter = written[++at] ?? "";
      text += ANSI[letter] ?? ("'\"\\?".includes(letter) ? letter : `\\${letter}`);
    }
  }
  return text;
}

const faultOf = ({ made, isOpen, start, end }: Word): Fault | undefined =>
  isOpen ? { code: "handin-open", start, end } : made ? { code: "handin-made", ...made } : undefined;

function ofGrep(words: readonly Word[], plain: GrepDialect): Found | { readonly fault: Fault } | undefined {
  let dialect = plain;
  let ignoresCase = false;
  const patterns: Word[] = [];
  let operand: Word | undefined;
  let operandsOnly = false;
  for (let i = 0; i < words.length; i++) {
    const word = words[i] as Word;
    const { text } = word;
    if (operandsOnly || !text.startsWith("-") || text === "-") {
      operand ??= word;
      continue;
    }
    if (text === "--") operandsOnly = true;
    else if (text.startsWith("--")) {
      const [name = "", value] = splitOnce(text.slice(2), "=");
      if (name === "regexp") {
        const given = value === undefined ? words[++i] : { ...word, text: value };
        if (given) patterns.push(given);
      } else if (name === "extended-regexp") dialect = "ere";
      else if (name === "basic-regexp") dialect = "bre";
      else if (name === "fixed-strings") dialect = "literal";
      else if (name === "perl-regexp") return undefined;
      else if (name === "ignore-case") ignoresCase = true;
    } else {
      for (let k = 1; k < text.length; k++) {
        const letter = text[k] as string;
        if (letter === "E") dialect = "ere";
        else if (letter === "G") dialect = "bre";
        else if (letter === "F") dialect = "literal";
        else if (letter === "P") return undefined;
        else if (letter === "i" || letter === "y") ignoresCase = true;
        else if (letter === "e" || TAKING.includes(letter)) {
          const given = k + 1 < text.length ? { ...word, text: text.slice(k + 1) } : words[++i];
          if (letter === "e" && given) patterns.push(given);
          break;
        }
      }
    }
  }
  const given = patterns.length > 0 ? patterns : operand ? [operand] : [];
  if (given.length === 0) return undefined;
  const fault = given.map(faultOf).find((each) => each !== undefined);
  return fault ? { fault } : { dialect, pattern: given.map(({ text }) => text).join("\n"), flags: ignoresCase ? "i" : "" };
}

function splitOnce(text: string, sign: string): [string, string | undefined] {
  const at = text.indexOf(sign);
  return at < 0 ? [text, undefined] : [text.slice(0, at), text.slice(at + 1)];
}

function ofSed(words: readonly Word[]): Found | { readonly fault: Fault } | undefined {
  let dialect: GrepDialect = "bre";
  let script: Word | undefined;
  for (let i = 0; i < words.length; i++) {
    const word = words[i] as Word;
    const { text } = word;
    if (text === "--regexp-extended") dialect = "ere";
    else if (text.startsWith("--expression=")) script ??= { ...word, text: text.slice("--expression=".length) };
    else if (text.startsWith("-") && text.length > 1 && !text.startsWith("--")) {
      if (text.includes("E") || text.includes("r")) dialect = "ere";
      if (text.endsWith("e")) script ??= words[++i];
      if (text.endsWith("f")) return undefined;
    } else if (!text.startsWith("-")) script ??= word;
  }
  if (!script) return undefined;
  const fault = faultOf(script);
  if (fault) return { fault };
  const read = searchIn(script.text);
  return read && { dialect, ...read };
}

/** The pattern of the first address or `s` command of a script. */
function searchIn(script: string): { readonly pattern: string; readonly flags: string } | undefined {
  for (let at = 0; at < script.length; at++) {
    const character = script[at] as string;
    if (isBlank(character) || character === "{" || character === ";" || (character >= "0" && character <= "9") || ",$!~+".includes(character)) continue;
    if (character === "/" || character === "\\") {
      const mark = character === "/" ? at : at + 1;
      const close = closingMark(script, mark + 1, script[mark] as string);
      return close < 0 ? undefined : { pattern: bare(script.slice(mark + 1, close), script[mark] as string), flags: script[close + 1] === "I" ? "i" : "" };
    }
    if (character !== "s") return undefined;
    const sign = script[at + 1];
    if (sign === undefined || sign === "\\" || sign === "\n") return undefined;
    const close = closingMark(script, at + 2, sign);
    const second = close < 0 ? -1 : closingMark(script, close + 1, sign);
    if (second < 0) return undefined;
    let end = second + 1;
    while (isWordCharacter(script[end])) end++;
    const flags = script.slice(second + 1, end);
    return { pattern: bare(script.slice(at + 2, close), sign), flags: flags.includes("I") || flags.includes("i") ? "i" : "" };
  }
  return undefined;
}

/** Where a mark stands that is not escaped, nor in a bracket expression. */
function closingMark(script: string, from: number, mark: string): number {
  for (let at = from; at < script.length; at++) {
    if (script[at] === "\\") at++;
    else if (script[at] === mark) return at;
  }
  return -1;
}

/** A mark that is escaped is itself. */
function bare(written: string, mark: string): string {
  let text = "";
  for (let at = 0; at < written.length; at++) {
    const isEscaped = written[at] === "\\";
    if (isEscaped && written[at + 1] === mark) text += mark;
    else text += isEscaped ? `\\${written[at + 1] ?? ""}` : written[at];
    if (isEscaped) at++;
  }
  return text;
}

function ofAwk(words: readonly Word[]): Found | { readonly fault: Fault } | undefined {
  const options = words.findIndex(({ text }) => !text.startsWith("-"));
  const script = words[options];
  if (!script) return undefined;
  const fault = faultOf(script);
  if (fault) return { fault };
  const { text } = script;
  for (let at = 0; at < text.length; at++) {
    if (text[at] === '"') at = Math.max(at, closingQuote(text, at + 1, '"'));
    else if (text[at] === "/") {
      const close = closingMark(text, at + 1, "/");
      return close < 0 ? undefined : { dialect: "ere", pattern: bare(text.slice(at + 1, close), "/"), flags: "" };
    }
  }
  return undefined;
}
