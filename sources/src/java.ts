/** Patterns in Java: calls of Pattern, calls of a text that take one, and the annotation that a text is checked by. */
import { append, type HazardMode, JAVA_FLAGS, JAVA_FLAGS_INSIDE, JAVA_STRING, readBlock, readEscapes } from "@lamprey/core";
import type { SyntaxNode, Tree } from "@lezer/common";
import { parser } from "@lezer/java";
import { type Constant, itemsOf, type Part } from "./constant.ts";
import type { Finding, ReadSource } from "./found.ts";
import { type Parse, parseAnew } from "./parsing.ts";
import { TreeReading } from "./tree-reading.ts";

/** Calls of Pattern: where their flags stand, and how they ask. */
const OF_PATTERN: Readonly<Record<string, { readonly flagsAt: number; readonly mode: HazardMode }>> = {
  compile: { flagsAt: 1, mode: "search" },
  matches: { flagsAt: 2, mode: "whole" },
};

/** Calls of a text: how they ask, and how many arguments they have, since a Matcher has calls of the same names. */
const OF_STRING: Readonly<Record<string, { readonly mode: HazardMode; readonly counts: readonly number[] }>> = {
  matches: { mode: "whole", counts: [1] },
  replaceAll: { mode: "all", counts: [2] },
  replaceFirst: { mode: "search", counts: [2] },
  split: { mode: "all", counts: [1, 2] },
};

const CONSTANTS: readonly { readonly name: string; readonly value: number; readonly letter: string }[] = [
  ...Object.entries(JAVA_FLAGS).map(([letter, [name, value]]) => ({ name, value, letter })),
  // What has no letter is written into the pattern by others; the pattern that stands here is another one then.
  ...Object.entries(JAVA_FLAGS_INSIDE).map(([name, [value]]) => ({ name, value, letter: "" })),
];

/** Finds the patterns of a source text, as far as it reads; never throws. */
export function readJava(text: string, parse: Parse = parseAnew): ReadSource {
  return new Reading(text, parse(parser, text)).found();
}

class Reading extends TreeReading {
  /** Classes of this file: their constants may be named with them. */
  private readonly classes = new Set<string>(["this"]);
  /** Calls of Pattern that are imported by their names. */
  private readonly imported = new Set<string>();

  constructor(text: string, tree: Tree) {
    super(text, tree);
    this.walk({
      ImportDeclaration: (node) => this.declareImport(this.written(node)),
      Definition: (node) => {
        const { parent } = node;
        if (parent?.name === "ClassDeclaration" || parent?.name === "InterfaceDeclaration" || parent?.name === "EnumDeclaration") {
          this.classes.add(this.written(node));
        }
        this.names.declare(this.written(node), parent?.name === "VariableDeclarator" && isFinal(parent.parent) ? setTo(parent) : null);
      },
    });
  }

  found(): ReadSource {
    const patterns: Finding[] = [];
    const passed: { at: number; reason: "pattern" | "flags" }[] = [];
    const take = (argument: SyntaxNode, mode: HazardMode, flagsNode?: SyntaxNode): void => {
      const constant = this.constant(argument);
      const flags = flagsNode ? this.flagsOf(flagsNode) : "";
      if (!constant) passed.push({ at: argument.from, reason: "pattern" });
      else if (flags === undefined) passed.push({ at: argument.from, reason: "flags" });
      else {
        const { value: pattern, pieces, literals } = constant;
        patterns.push({ dialect: "java", pattern, flags, mode, start: argument.from, end: argument.to, pieces, literals });
      }
    };
    this.walk({
      ElementValuePair: (node) => {
        const [key, , value] = itemsOf(node);
        const annotation = node.parent?.parent?.getChild("Identifier") ?? node.parent?.parent?.getChild("ScopedIdentifier");
        const isPattern = key && value && annotation && this.written(key) === "regexp" && lastWord(this.written(annotation)) === "Pattern";
        if (isPattern) take(value, "whole");
      },
      MethodInvocation: (node) => {
        const method = node.getChild("MethodName");
        const given = itemsOf(node.getChild("ArgumentList"));
        const [first] = given;
        if (!method || !first) return;
        const called = this.written(method);
        const receiver = node.firstChild?.name === "MethodName" ? null : node.firstChild;
        const ofPattern = receiver ? lastWord(this.written(receiver)) === "Pattern" : this.imported.has(called);
        const call = ofPattern && Object.hasOwn(OF_PATTERN, called) ? OF_PATTERN[called] : undefined;
        if (call) {
          take(first, call.mode, called === "compile" ? given[call.flagsAt] : undefined);
          return;
        }
        const ofString = receiver && !ofPattern && Object.hasOwn(OF_STRING, called) ? OF_STRING[called] : undefined;
        // Others have such calls too: what is no constant there may be no pattern.
        if (ofString?.counts.includes(given.length) && this.constant(first)) take(first, ofString.mode);
      },
    });
    return { patterns, passed, isComment: (offset) => this.isIn(offset, ["LineComment", "BlockComment"]) };
  }

  /** `import static java.util.regex.Pattern.compile;`, or all of its names. */
  private declareImport(written: string): void {
    const words = written.replaceAll(";", " ").split(/\s+/);
    const name = words[1] === "static" ? words[2] : undefined;
    if (!name?.startsWith("java.util.regex.Pattern.")) return;
    const member = lastWord(name);
    for (const each of member === "*" ? Object.keys(OF_PATTERN) : [member]) this.imported.add(each);
  }

  /** Constants joined by bars, or numbers; undefined where it hangs on something, or on what has no letter. */
  private flagsOf(node: SyntaxNode): string | undefined {
    let letters = "";
    const pending = [node];
    for (let each = pending.pop(); each; each = pending.pop()) {
      const written = this.written(each);
      if (each.name === "BinaryExpression") {
        const [left, sign, right] = itemsOf(each);
        if (!left || !sign || !right || !"|+".includes(this.written(sign))) return undefined;
        pending.push(right, left);
      } else if (each.name === "ParenthesizedExpression") append(pending, itemsOf(each));
      else {
        const number = each.name === "IntegerLiteral" ? Number(written) : 0;
        const named = CONSTANTS.filter(({ name, value }) => name === lastWord(written) || (number & value) !== 0);
        if ((named.length === 0 && number === 0 && written !== "0") || named.some(({ letter }) => letter === "")) return undefined;
        letters += named.map(({ letter }) => letter).join("");
      }
    }
    return [...new Set(letters)].join("");
  }

  protected partsOf(node: SyntaxNode): readonly Part<SyntaxNode>[] | undefined {
    switch (node.name) {
      case "StringLiteral":
        return this.literal(node, 1);
      case "TextBlock":
        return this.literal(node, 3);
      case "BinaryExpression": {
        const [left, sign, right] = itemsOf(node);
        return left && right && sign && this.written(sign) === "+" ? [left, right] : undefined;
      }
      case "ParenthesizedExpression":
        return itemsOf(node).slice(0, 1);
      case "Identifier":
        return this.named(this.written(node));
      case "FieldAccess": {
        const written = this.written(node);
        return this.classes.has(written.slice(0, Math.max(0, written.lastIndexOf("."))).trim()) ? this.named(lastWord(written)) : undefined;
      }
      default:
        return undefined;
    }
  }

  private literal({ from, to }: SyntaxNode, marks: number): [Constant] | undefined {
    const [start, end] = [from + marks, to - marks];
    if (end < start || this.text[to - 1] !== '"') return undefined;
    const body = this.text.slice(start, end);
    const { value, pieces, fault } = marks === 1 ? readEscapes(body, start, JAVA_STRING) : readBlock(body, start, JAVA_STRING);
    return fault ? undefined : [{ value, pieces, literals: [{ kind: "escaped", mark: '"', start, end }] }];
  }
}

const lastWord = (dotted: string): string => dotted.slice(dotted.lastIndexOf(".") + 1).trim();

function isFinal(declaration: SyntaxNode | null): boolean {
  return declaration?.name === "ConstantDeclaration" || declaration?.getChild("Modifiers")?.getChild("final") != null;
}

const setTo = (declarator: SyntaxNode): SyntaxNode | null => declarator.getChild("AssignOp")?.nextSibling ?? null;
