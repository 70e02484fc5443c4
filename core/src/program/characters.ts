/** Characters: those that an item takes once case folding and negation are done, and those that a program tells apart. */
import { type CharSet, complement, union } from "../charset/charset.ts";
import { closeOverCase, foldedAlike } from "../charset/folding.ts";
import type { NodeOf } from "../syntax/tree.ts";
import { Op } from "./operations.ts";
import { INSTRUCTION_WIDTH, type Program } from "./program.ts";

/** ECMA-262 CharacterSetMatcher: a set is closed over case first, and inverted after. */
export function charactersOf(node: NodeOf<"character" | "any" | "set">): CharSet {
  switch (node.kind) {
    case "any":
      return node.set;
    case "character": {
      const { codePoint, folding } = node;
      return folding ? foldedAlike(codePoint, folding) : [codePoint, codePoint];
    }
    default: {
      const whole = union(node.folding ? closeOverCase(node.set, node.folding) : node.set, node.fixed);
      return node.negated ? complement(whole) : whole;
    }
  }
}

/** The one character that a lookaround asks for; undefined where it asks for more, or less. */
export function singleLook(look: NodeOf<"look">): CharSet | undefined {
  let body = look.body;
  while (body.kind === "group") body = body.body;
  if (body.kind !== "character" && body.kind !== "any" && (body.kind !== "set" || body.strings.length > 0)) return undefined;
  return charactersOf(body);
}

/** Every set of characters that a program's instructions ask for. */
export function setsOf({ code, sets }: Program): CharSet[] {
  const units = new Set<number>();
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
    if (code[i] === Op.Unit || code[i] === Op.UnitBack) units.add(code[i + 1] as number);
  }
  return [...sets, ...Array.from(units, (unit): CharSet => [unit, unit])];
}
