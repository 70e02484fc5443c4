/** Patterns in C#: constructors of Regex, its static calls, and the attributes that take a pattern. */
import { DOTNET_FLAGS, type HazardMode } from "@lamprey/core";
import { constantOf, type Part } from "../constant.ts";
import type { Finding, ReadSource } from "../found.ts";
import { type Token, tokensOf } from "./tokens.ts";

/** Static calls of Regex, whose first argument is the text, and how they ask. */
const STATIC: Readonly<Record<string, HazardMode>> = {
  IsMatch: "search",
  Match: "search",
  Matches: "all",
  Replace: "all",
  Split: "all",
  Count: "all",
  EnumerateMatches: "all",
  EnumerateSplits: "all",
};
/** Attributes whose first argument is a pattern. */
const ATTRIBUTES: Readonly<Record<string, HazardMode>> = {
  GeneratedRegex: "search",
  GeneratedRegexAttribute: "search",
  RegularExpression: "whole",
  RegularExpressionAttribute: "whole",
};
/** Options that the dialect has no letter for, and that do not change what is found. */
const WITHOUT_LETTER: ReadonlySet<string> = new Set(["None", "Compiled", "CultureInvariant", "NonBacktracking"]);

const OPEN = "([{";
const CLOSE = ")]}";

/** Tokens of an expression, from one to another; half-open. */
interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Finds the patterns of a source text, as far as it reads; never throws. */
export function readCsharp(text: string): ReadSource {
  return new Reading(text).found();
}

class Reading {
  private readonly tokens: readonly Token[];
  private readonly isComment: (offset: number) => boolean;
  private readonly constants = new Map<string, Stretch>();
  private readonly times = new Map<string, number>();

  constructor(text: string) {
    const { tokens, comments } = tokensOf(text);
    this.tokens = tokens;
    this.isComment = (offset) => comments.some(({ start, end }) => start <= offset && offset < end);
    this.declareConstants();
  }

  found(): ReadSource {
    const patterns: Finding[] = [];
    const passed: { at: number; reason: "pattern" | "flags" }[] = [];
    for (let i = 0; i + 1 < this.tokens.length; i++) {
      if (!this.isSign(i + 1, "(")) continue;
      const call = this.callAt(i);
      if (!call) continue;
      const { positional, named } = this.argumentsFrom(i + 2);
      const argument = named.get("pattern") ?? positional[call.at];
      if (!argument) continue;
      const first = this.tokens[argument.from] as Token;
      const constant = constantOf(argument, (stretch) => this.partsOf(stretch));
      const flags = this.flagsOf(named.get("options") ?? positional.slice(call.at + 1).find((each) => this.isOptions(each)));
      if (!constant) passed.push({ at: first.start, reason: "pattern" });
      else if (flags === undefined) passed.push({ at: first.start, reason: "flags" });
      else {
        const { value: pattern, pieces, literals } = constant;
        const end = (this.tokens[argument.to - 1] as Token).end;
        patterns.push({ dialect: "dotnet", pattern, flags, mode: call.mode, start: first.start, end, pieces, literals });
      }
    }
    return { patterns, passed, isComment: this.isComment };
  }

  private textAt(at: number): string {
    const token = this.tokens[at];
    return token && token.kind !== "string" ? token.text : "";
  }

  private isSign(at: number, text: string): boolean {
    return this.tokens[at]?.kind === "sign" && this.textAt(at) === text;
  }

  /** What is called by the word, if it takes a pattern: how it asks, and at which place. */
  private callAt(at: number): { readonly mode: HazardMode; readonly at: number } | undefined {
    const name = this.textAt(at);
    const behind = this.isSign(at - 1, ".") ? this.textAt(at - 2) : undefined;
    if (Object.hasOwn(ATTRIBUTES, name) && behind !== "new") return { mode: ATTRIBUTES[name] as HazardMode, at: 0 };
    if (Object.hasOwn(STATIC, name) && behind === "Regex") return { mode: STATIC[name] as HazardMode, at: 1 };
    let start = at;
    while (this.isSign(start - 1, ".")) start -= 2;
    if (name === "Regex" && this.textAt(start - 1) === "new") return { mode: "search", at: 0 };
    // `Regex name = new(…)`.
    const isTyped =
      name === "new" && this.isSign(at - 1, "=") && (this.textAt(at - 3) === "Regex" || (this.isSign(at - 3, "?") && this.textAt(at - 4) === "Regex"));
    return isTyped ? { mode: "search", at: 0 } : undefined;
  }

  /** The arguments from a token on, to the bracket that closes. */
  private argumentsFrom(start: number): { readonly positional: Stretch[]; readonly named: ReadonlyMap<string, Stretch> } {
    const positional: Stretch[] = [];
    const named = new Map<string, Stretch>();
    let from = start;
    for (let at = start; ; at++) {
      const isEnd = at >= this.tokens.length || this.isClose(at) || this.isSign(at, ";");
      if (isEnd || this.isSign(at, ",")) {
        const isNamed = this.tokens[from]?.kind === "word" && this.isSign(from + 1, ":") && from + 1 < at;
        if (isNamed) named.set(this.textAt(from), { from: from + 2, to: at });
        else if (from < at) positional.push({ from, to: at });
        from = at + 1;
      }
      if (isEnd) return { positional, named };
      at = this.closedAt(at);
    }
  }

  private isClose(at: number): boolean {
    return this.tokens[at]?.kind === "sign" && CLOSE.includes(this.textAt(at));
  }

  /** Where the bracket closes that a token opens; the token itself where it opens none. */
  private closedAt(start: number): number {
    let depth = 0;
    for (let at = start; at < this.tokens.length; at++) {
      const isSign = this.tokens[at]?.kind === "sign";
      if (isSign && OPEN.includes(this.textAt(at))) depth++;
      else if (isSign && CLOSE.includes(this.textAt(at))) depth--;
      if (depth <= 0) return at;
    }
    return this.tokens.length;
  }

  /** `const string A = …`, `static readonly string A = …`; names that are declared once. */
  private declareConstants(): void {
    for (let i = 1; i + 1 < this.tokens.length; i++) {
      const before = this.tokens[i - 1];
      const name = this.textAt(i);
      const isType = before?.kind === "word" && !NO_TYPE.has(this.textAt(i - 1));
      if (this.tokens[i]?.kind !== "word" || !isType || !DECLARING.includes(this.textAt(i + 1))) continue;
      this.times.set(name, (this.times.get(name) ?? 0) + 1);
      const type = this.textAt(i - 1).toLowerCase();
      if (type !== "string" || !this.isSign(i + 1, "=")) continue;
      const modifiers = [this.textAt(i - 2), this.textAt(i - 3)];
      if (!modifiers.includes("const") && !modifiers.includes("readonly")) continue;
      let to = i + 2;
      while (to < this.tokens.length && !this.isSign(to, ";") && !this.isSign(to, ",")) to = this.closedAt(to) + 1;
      this.constants.set(name, { from: i + 2, to });
    }
  }

  private partsOf({ from, to }: Stretch): readonly Part<Stretch>[] | undefined {
    const first = this.tokens[from];
    if (!first || from >= to) return undefined;
    // Strings and plus signs in turn, or brackets around such.
    const operands: Part<Stretch>[] = [];
    for (let at = from; ; ) {
      let end = at;
      while (end < to && !this.isSign(end, "+")) end = this.closedAt(end) + 1;
      const operand = this.operandOf({ from: at, to: Math.min(end, to) });
      if (!operand) return undefined;
      operands.push(operand);
      if (end >= to) return operands;
      at = end + 1;
    }
  }

  private operandOf({ from, to }: Stretch): Part<Stretch> | undefined {
    const first = this.tokens[from];
    if (first?.kind === "string") return to === from + 1 ? (first.constant ?? undefined) : undefined;
    if (this.isSign(from, "(") && this.closedAt(from) === to - 1) return { from: from + 1, to: to - 1 };
    // A name, or one of a class of this file.
    const isName = to === from + 1 || (to === from + 3 && this.isSign(from + 1, "."));
    const name = this.textAt(to - 1);
    return isName && this.tokens[to - 1]?.kind === "word" && this.times.get(name) === 1 ? this.constants.get(name) : undefined;
  }

  private isOptions({ from, to }: Stretch): boolean {
    for (let at = from; at < to; at++) if (this.textAt(at) === "RegexOptions") return true;
    return false;
  }

  /** Constants joined by bars; undefined where it hangs on something, or on what has no letter and changes what is found. */
  private flagsOf(options: Stretch | undefined): string | undefined {
    let letters = "";
    for (let at = options?.from ?? 0; at < (options?.to ?? 0); at++) {
      const text = this.textAt(at);
      const letter = Object.entries(DOTNET_FLAGS).find(([, [name]]) => name === text)?.[0];
      if (letter !== undefined) letters += letter;
      else if (this.tokens[at]?.kind !== "sign" && !QUALIFYING.has(text) && !WITHOUT_LETTER.has(text)) return undefined;
    }
    return [...new Set(letters)].join("");
  }
}

/** What stands before a name that is no declaration. */
const NO_TYPE: ReadonlySet<string> = new Set(["return", "new", "in", "is", "as", "case", "await", "throw", "else", "and", "or", "not", "out", "ref", "yield"]);
/** What follows the name of a declaration. */
const DECLARING: readonly string[] = ["=", ";", ",", ")"];
const QUALIFYING: ReadonlySet<string> = new Set(["RegexOptions", "System", "Text", "RegularExpressions"]);
