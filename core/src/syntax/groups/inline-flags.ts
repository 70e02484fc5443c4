/** Flags inside a pattern, `(?i-s:…)`, and at its start for all of it, `(?i)`. */

import type { InlineFlag, Options } from "../../dialect/dialect.ts";
import { isAsciiLetter } from "../../text/characters.ts";
import type { GrowingTree } from "../reading/growing.ts";
import type { Reader } from "../reading/reader.ts";

/** The flags that hold for a whole pattern. */
export class GlobalFlags {
  options: Options;
  private readonly letters: Set<string>;

  constructor(options: Options, known: Readonly<Record<string, InlineFlag>>) {
    this.options = options;
    const isSet = ({ sets }: InlineFlag): boolean =>
      Object.entries(sets).every(([option, value]) => value === true && options[option as keyof Options] === value);
    this.letters = new Set(Object.entries(known).flatMap(([letter, flag]) => (isSet(flag) ? [letter] : [])));
  }

  /** Sets a letter; false where one of its family is set already. */
  add(letter: string, known: Readonly<Record<string, InlineFlag>>): boolean {
    const family = known[letter]?.family;
    const rival = family !== undefined && [...this.letters].some((other) => other !== letter && known[other]?.family === family);
    this.letters.add(letter);
    return !rival;
  }
}

/** What else may follow the flags, as the end of a sentence. */
const ALONE = { "at-start": ", or “)” at the start of the pattern", "from-here": ", or “)”", never: "" } as const;

/** Flags of several letters. */
const LETTERS = ["xx", "aa"];

/** Reads flags behind `(?`, where the reading place is, and opens the group that they hold for, if there is one. */
export function readInlineFlags(reader: Reader, tree: GrowingTree, start: number, global: GlobalFlags): void {
  const { inlineFlags, inlineFlagRules: rules, unreadFlags } = reader.dialect.syntax;
  const known = Object.keys(inlineFlags).join("");
  let options = reader.options;
  const seen = { on: "", off: "" };
  let side: "on" | "off" = "on";
  const resets = rules.reset !== null && reader.pass("^");
  if (resets) options = { ...options, ...rules.reset };
  for (;;) {
    const span = { start: reader.at, end: reader.at + 1 };
    if (rules.signs && reader.pass("+")) {
      side = "on";
      continue;
    }
    if ((side === "on" || rules.signs) && reader.pass("-")) {
      if (resets) reader.report("flags-reset-off", span);
      side = "off";
      continue;
    }
    const longest = LETTERS.find((each) => (Object.hasOwn(inlineFlags, each) || unreadFlags.includes(each)) && reader.looksAt(each));
    const letter = longest ?? reader.peek();
    if (!isAsciiLetter(letter?.charAt(0)) || letter === undefined) break;
    reader.at += letter.length;
    const flag = Object.hasOwn(inlineFlags, letter) ? inlineFlags[letter] : undefined;
    if (unreadFlags.includes(letter)) {
      reader.report("flag-unread", span, letter);
      seen[side] += letter;
      continue;
    }
    if (!flag) {
      reader.report("flags-unknown", span, letter, reader.dialect.title, known);
      continue;
    }
    const rivals = [...seen.on].filter((other) => other !== letter && flag.family !== undefined && inlineFlags[other]?.family === flag.family);
    if (rules.anyOrder) {
      // As they come, but of a family one.
      if (side === "off" && flag.unsets === null) reader.report("flags-not-off", span, letter);
      else if (flag.family !== undefined && [...seen.on].some((other) => inlineFlags[other]?.family === flag.family))
        reader.report("flags-family", span, flag.family);
    } else if (seen[side].includes(letter) && !rules.repeated) reader.report("flags-repeated", span, letter);
    else if (side === "off" && seen.on.includes(letter)) reader.report(rules.repeated ? "flags-on-and-off" : "flags-repeated", span, letter);
    else if (side === "off" && flag.unsets === null) reader.report("flags-not-off", span, letter);
    else if (rivals.length > 0) reader.report("flags-family", span, flag.family ?? "");
    options = { ...options, ...(side === "on" ? flag.sets : flag.unsets) };
    seen[side] += letter;
  }
  const here = { start, end: Math.max(reader.at, start + 2) };
  if (side === "off" && seen.off === "" && (!rules.emptyOff || (seen.on === "" && !rules.anyOrder))) reader.report("flags-missing", here, known);
  if (reader.pass(":")) {
    tree.push({ opener: { kind: "plain" }, start });
    reader.options = options;
    return;
  }
  if (rules.alone === "from-here" && reader.pass(")")) {
    // What the flags said before comes back where the group ends.
    reader.options = options;
    tree.settle();
    return;
  }
  if (rules.alone === "at-start" && side === "on" && reader.pass(")")) {
    const span = { start, end: reader.at };
    if (!tree.isEmpty) reader.report("flags-late", span, seen.on);
    for (const letter of seen.on) if (!global.add(letter, inlineFlags)) reader.report("flags-family", span, inlineFlags[letter]?.family ?? "");
    reader.options = options;
    global.options = options;
    return;
  }
  reader.report("flags-end", { start: reader.at, end: reader.at + 1 }, ALONE[rules.alone ?? "never"]);
  tree.push({ opener: { kind: "plain" }, start });
}
