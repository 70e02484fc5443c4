/**
 * Expectations: texts that a pattern must match, or must not. As a person writes them they are lines of a text, one
 * each; as a program has them, values.
 */
import type { MatchMode } from "../search/policy.ts";
import { unknownKey } from "../unknown.ts";

/** A match that is expected; groups are compared where they are given. Offsets are UTF-16 code units, half-open. */
export interface ExpectedMatch {
  readonly start: number;
  readonly end: number;
  readonly groups?: readonly ({ readonly start: number; readonly end: number } | null)[];
}

export interface Expectation {
  readonly text: string;
  readonly mode: MatchMode;
  readonly expect: "match" | "no-match";
  /** How many matches there must be; any number where it is left out. */
  readonly count?: number;
  readonly matches?: readonly ExpectedMatch[];
}

/** A line of the list, with where it stands: what it says, or that it says nothing. */
export interface ExpectationLine {
  /** Number of the line, from 0. */
  readonly line: number;
  readonly expectation: Expectation;
}

/** How a text is asked, by the sign behind the first: anywhere, at its start, as a whole. */
const HOWS: readonly (readonly [sign: string, mode: MatchMode])[] = [
  ["^", "start"],
  ["=", "whole"],
];

/** What stands for characters that would end a line or could not be seen. */
const ESCAPES: Readonly<Record<string, string>> = { "\\": "\\", n: "\n", r: "\r", t: "\t" };

/**
 * Reads a list. A line is a sign, `+` for a text that must match and `-` for one that must not; then `^` where it is
 * asked at its start, or `=` as a whole; then a number where there must be so many matches; a blank; and the text, in
 * which `\n`, `\r`, `\t` and `\\` stand for what they do in strings. Behind a tab each stand the matches that there must
 * be, as `0-7`, with their groups as `0-7[5-7,~]`, where `~` is a group that took no part. A line without a sign is a text
 * that must match. Empty lines, and those that begin with `#`, say nothing.
 */
export function readExpectations(list: string): ExpectationLine[] {
  const found: ExpectationLine[] = [];
  for (const [line, written] of list.split("\n").entries()) {
    if (written.trim() === "" || written.startsWith("#")) continue;
    found.push({ line, expectation: readLine(written) });
  }
  return found;
}

function readLine(line: string): Expectation {
  if (!line.includes("\t")) return readOwn(line);
  const [written = "", ...spans] = line.split("\t");
  const matches = spans.map(readMatch);
  const own = readOwn(written);
  return spans.length > 0 && matches.every((match) => match !== undefined) ? { ...own, matches: matches as ExpectedMatch[] } : own;
}

function readOwn(written: string): Expectation {
  const plain: Expectation = { text: unescaped(written), mode: "all", expect: "match" };
  const sign = written.charAt(0);
  if (sign !== "+" && sign !== "-") return plain;
  let at = 1;
  const how = HOWS.find(([mark]) => written.charAt(at) === mark);
  if (how) at++;
  const from = at;
  while (written.charAt(at) >= "0" && written.charAt(at) <= "9") at++;
  // What only looks like a sign is a text: “+44 …” has no meaning of its own, “-x” neither.
  if (at < written.length && written.charAt(at) !== " ") return plain;
  const count = at > from ? Number(written.slice(from, at)) : undefined;
  return {
    text: unescaped(written.slice(at + 1)),
    mode: how?.[1] ?? "all",
    expect: sign === "+" ? "match" : "no-match",
    ...(count === undefined ? {} : { count }),
  };
}

/** A line that reads as the expectation. */
export function writeExpectation({ text, mode, expect, count, matches = [] }: Expectation): string {
  return [`${expect === "match" ? "+" : "-"}${signOf(mode)}${count ?? ""} ${escaped(text)}`, ...matches.map(writeMatch)].join("\t");
}

const NO_PART = "~";
type Stretch = { readonly start: number; readonly end: number };

const writeStretch = (span: Stretch | null): string => (span ? `${span.start}-${span.end}` : NO_PART);

function writeMatch({ groups, ...whole }: ExpectedMatch): string {
  return groups === undefined ? writeStretch(whole) : `${writeStretch(whole)}[${groups.map(writeStretch).join()}]`;
}

function readMatch(written: string): ExpectedMatch | undefined {
  const open = written.indexOf("[");
  const whole = readStretch(open < 0 ? written : written.slice(0, open));
  if (!whole) return undefined;
  if (open < 0) return whole;
  const inside = written.endsWith("]") ? written.slice(open + 1, -1) : undefined;
  if (inside === undefined) return undefined;
  const groups = inside === "" ? [] : inside.split(",").map((each) => (each === NO_PART ? null : readStretch(each)));
  return groups.includes(undefined) ? undefined : { ...whole, groups: groups as (Stretch | null)[] };
}

function readStretch(written: string): Stretch | undefined {
  const [from = "", to = "", ...more] = written.split("-");
  const [start, end] = [Number(from), Number(to)];
  const good = more.length === 0 && from !== "" && to !== "" && Number.isSafeInteger(start) && Number.isSafeInteger(end) && start <= end;
  return good ? { start, end } : undefined;
}

function signOf(mode: MatchMode): string {
  switch (mode) {
    case "all":
    case "first":
      return "";
    case "start":
    case "whole":
      return HOWS.find(([, own]) => own === mode)?.[0] ?? "";
    default:
      return unknownKey(mode);
  }
}

function escaped(text: string): string {
  let out = "";
  for (const character of text) {
    const letter = Object.keys(ESCAPES).find((each) => ESCAPES[each] === character);
    out += letter === undefined ? character : `\\${letter}`;
  }
  return out;
}

function unescaped(written: string): string {
  if (!written.includes("\\")) return written;
  let out = "";
  for (let at = 0; at < written.length; at++) {
    const made = written.charAt(at) === "\\" ? ESCAPES[written.charAt(at + 1)] : undefined;
    out += made ?? written.charAt(at);
    if (made !== undefined) at++;
  }
  return out;
}
