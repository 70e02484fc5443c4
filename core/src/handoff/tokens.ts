/** A place among tokens, and the constant strings that can be read there. */
import { append } from "../lists.ts";
import type { Span } from "../text/span.ts";
import type { Fault, StringToken, Token } from "./scan.ts";

/** A string that the program does not have to run for. */
export interface Constant extends Span {
  readonly value: string;
  readonly taken: readonly Span[];
  /** The literals that it is put together from. */
  readonly literals: readonly StringToken[];
}

export type Read = Constant | { readonly fault: Fault };

export class Tokens {
  readonly all: readonly Token[];
  at = 0;

  constructor(all: readonly Token[]) {
    this.all = all;
  }

  get ended(): boolean {
    return this.at >= this.all.length;
  }

  peek(ahead = 0): Token | undefined {
    return this.all[this.at + ahead];
  }

  /** Whether these words and signs follow one another here. */
  looksAt(...texts: readonly string[]): boolean {
    return texts.every((text, i) => textOf(this.peek(i)) === text);
  }

  /** Passes them, if they are there. */
  pass(...texts: readonly string[]): boolean {
    const found = this.looksAt(...texts);
    if (found) this.at += texts.length;
    return found;
  }

  /** Goes on to behind the next comma of this bracket; false at the bracket's end, or the source's. */
  nextArgument(): boolean {
    let depth = 0;
    for (; !this.ended; this.at++) {
      const text = textOf(this.peek());
      if (depth === 0 && text === ",") {
        this.at++;
        return true;
      }
      if (depth === 0 && (text === ")" || text === "]" || text === "}")) return false;
      if (text === "(" || text === "[" || text === "{") depth++;
      if (text === ")" || text === "]" || text === "}") depth--;
    }
    return false;
  }

  /** Whether an argument ends here. */
  get atArgumentEnd(): boolean {
    return this.ended || this.looksAt(",") || this.looksAt(")");
  }
}

/**
 * Constant strings between brackets, parted by commas, as what is joined by another one; undefined where what stands
 * here is something else, and then the place is where it was.
 */
export function readList(tokens: Tokens, joining: Joining, close: string): Constant[] | undefined {
  const before = tokens.at;
  const values: Constant[] = [];
  while (!tokens.pass(close)) {
    const read = readConstant(tokens, joining);
    if (!read || "fault" in read || (!tokens.pass(",") && !tokens.looksAt(close))) {
      tokens.at = before;
      return undefined;
    }
    values.push(read);
  }
  return values;
}

/** Constants with one between each of them, as one. */
export function joinedBy(separator: string, values: readonly Constant[], span: Span): Constant {
  return {
    value: values.map(({ value }) => value).join(separator),
    taken: values.flatMap(({ taken }) => taken),
    literals: values.flatMap(({ literals }) => literals),
    start: span.start,
    end: span.end,
  };
}

export const textOf = (token: Token | undefined): string | undefined => (token && "text" in token ? token.text : undefined);

/** How strings are put together. */
export interface Joining {
  /** The sign between two strings that makes them one. */
  readonly sign: string;
  /** Strings that stand side by side are one. */
  readonly adjacent: boolean;
  /** Another way to write one, such as a call; undefined where there is none here, and then the place is unchanged. */
  readonly other?: (tokens: Tokens) => Read | undefined;
}

/** The constant string that begins here; undefined where there is none, and then the place is unchanged. */
export function readConstant(tokens: Tokens, joining: Joining): Read | undefined {
  const before = tokens.at;
  const literals: StringToken[] = [];
  const taken: Span[] = [];
  let [value, open, end] = ["", 0, 0];
  const start = tokens.peek()?.start ?? 0;
  let found = false;
  for (;;) {
    while (tokens.pass("(")) open++;
    const term = readTerm(tokens, joining);
    if (!term) {
      const next = tokens.peek();
      // What is added to a string and is none is known when the program runs.
      if (found && next) return { fault: { code: "handin-made", start: next.start, end: next.end } };
      tokens.at = before;
      return undefined;
    }
    if ("fault" in term) return term;
    found = true;
    append(literals, term.literals);
    append(taken, term.taken);
    value += term.value;
    end = term.end;
    while (open > 0 && tokens.pass(")")) open--;
    if (tokens.pass(joining.sign)) continue;
    if (!joining.adjacent || !follows(tokens)) return { value, taken, literals, start, end };
  }
}

/** The same where nothing comes behind it but what ends a statement or an item of a list; undefined where something does. */
export function readLastConstant(tokens: Tokens, joining: Joining): Read | undefined {
  const read = readConstant(tokens, joining);
  while (tokens.pass(";") || tokens.pass(","));
  return tokens.ended ? read : undefined;
}

const follows = (tokens: Tokens): boolean => tokens.peek()?.kind === "string";

function readTerm(tokens: Tokens, { other }: Joining): Read | undefined {
  const special = other?.(tokens);
  if (special) return special;
  const token = tokens.peek();
  if (token?.kind !== "string") return undefined;
  tokens.at++;
  const { value, taken, fault, start, end } = token;
  return fault ? { fault } : { value, taken, literals: [token], start, end };
}
