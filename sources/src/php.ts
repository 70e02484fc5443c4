/** Patterns in PHP: calls of the functions whose names begin with `preg_`. */
import { type HazardMode, MappedText, PHP_DOUBLE, PHP_SINGLE, readAsWritten, readEscapes, type StringRules } from "@lamprey/core";
import type { SyntaxNode, Tree } from "@lezer/common";
import { parser } from "@lezer/php";
import { type Constant, itemsOf, type Part } from "./constant.ts";
import { delimited } from "./delimited.ts";
import type { Finding, ReadSource } from "./found.ts";
import type { Literal } from "./literal.ts";
import { type Parse, parseAnew } from "./parsing.ts";
import { TreeReading } from "./tree-reading.ts";

/** The functions that take a pattern first, and how they ask. */
const CALLS: Readonly<Record<string, HazardMode>> = {
  preg_match: "search",
  preg_match_all: "all",
  preg_replace: "all",
  preg_replace_callback: "all",
  preg_replace_callback_array: "all",
  preg_filter: "all",
  preg_split: "all",
  preg_grep: "search",
};

/** A double quote is no escape where nothing but a line ends the text. */
const HEREDOC: StringRules = { ...PHP_DOUBLE, escapes: Object.fromEntries(Object.entries(PHP_DOUBLE.escapes).filter(([sign]) => sign !== '"')) };

/** Finds the patterns of a source text, as far as it reads; never throws. */
export function readPhp(text: string, parse: Parse = parseAnew): ReadSource {
  return new Reading(text, parse(parser, text)).found();
}

class Reading extends TreeReading {
  constructor(text: string, tree: Tree) {
    super(text, tree);
    this.walk({
      VariableDeclarator: (node) => {
        const defined = node.parent?.name === "ConstDeclaration" ? node.getChild("Name") : null;
        if (defined) this.names.declare(this.written(defined), node.getChild("AssignOp")?.nextSibling);
      },
      CallExpression: (node) => {
        if (this.calledName(node) === "define") this.declareDefined(node);
      },
    });
  }

  found(): ReadSource {
    const patterns: Finding[] = [];
    const passed: { at: number; reason: "pattern" | "delimiters" }[] = [];
    this.walk({
      CallExpression: (node) => {
        const called = this.calledName(node);
        const mode = Object.hasOwn(CALLS, called) ? CALLS[called] : undefined;
        const argument = mode && this.argument(node);
        if (!mode || !argument) return;
        for (const each of this.patternsIn(argument)) {
          const constant = this.constant(each);
          const parts = constant && delimited(constant);
          if (!constant) passed.push({ at: each.from, reason: "pattern" });
          else if (!parts) passed.push({ at: each.from, reason: "delimiters" });
          else patterns.push({ dialect: "pcre", mode, start: each.from, end: each.to, ...parts });
        }
      },
    });
    return { patterns, passed, isComment: (offset) => this.isIn(offset, ["LineComment", "BlockComment"]) };
  }

  private calledName(call: SyntaxNode): string {
    const callee = call.firstChild;
    if (callee?.name !== "Name" && callee?.name !== "QualifiedName") return "";
    const written = this.written(callee);
    // A function of a namespace of one's own is another one.
    return (written.startsWith("\\") ? written.slice(1) : written).toLowerCase();
  }

  /** The pattern's argument: the first, or the one of its name. */
  private argument(call: SyntaxNode): SyntaxNode | undefined {
    const list = call.getChild("ArgList");
    const named = list?.getChildren("NamedArgument") ?? [];
    const own = named.find((each) => this.written(each).startsWith("pattern"));
    if (own) return own.lastChild ?? undefined;
    return itemsOf(list)[0];
  }

  /** Each pattern of a list of them; of pairs the first part. */
  private patternsIn(argument: SyntaxNode): SyntaxNode[] {
    if (argument.name !== "ArrayExpression") return [argument];
    return itemsOf(argument.getChild("ValueList") ?? argument)
      .filter(({ name }) => name !== "array")
      .map((item) => (item.name === "Pair" && this.calledName(argument.parent?.parent ?? argument) === "preg_replace_callback_array" ? item.firstChild : item))
      .map((item) => (item?.name === "Pair" ? item.lastChild : item))
      .filter((item) => item !== null);
  }

  private declareDefined(call: SyntaxNode): void {
    const [name, value] = itemsOf(call.getChild("ArgList"));
    const constant = name && this.constant(name);
    if (constant) this.names.declare(constant.value, value);
  }

  protected partsOf(node: SyntaxNode): readonly Part<SyntaxNode>[] | undefined {
    switch (node.name) {
      case "String": {
        const literal = node.firstChild && node.firstChild.name !== "EscapeSequence" ? undefined : this.string(node);
        return literal && [literal];
      }
      case "HeredocString": {
        const literal = this.heredoc(node);
        return literal && [literal];
      }
      case "BinaryExpression": {
        const [left, sign, right] = itemsOf(node);
        return left && right && sign?.name === "ConcatOp" ? [left, right] : undefined;
      }
      case "ParenthesizedExpression":
        return itemsOf(node).slice(0, 1);
      case "Name":
      case "ClassMemberName":
        return this.named(this.written(node));
      case "QualifiedName": {
        const written = this.written(node);
        return this.named(written.slice(written.lastIndexOf("\\") + 1));
      }
      case "ScopedExpression":
        return node.lastChild?.name === "ClassMemberName" ? [node.lastChild] : undefined;
      default:
        return undefined;
    }
  }

  private string({ from, to }: SyntaxNode): Constant | undefined {
    const mark = this.text[to - 1] ?? "";
    const open = this.text.indexOf(mark, from);
    if ((mark !== "'" && mark !== '"') || open < 0 || open > from + 1 || open === to - 1) return undefined;
    const [start, end] = [open + 1, to - 1];
    const single = mark === "'";
    const { value, pieces, fault } = readEscapes(this.text.slice(start, end), start, single ? PHP_SINGLE : PHP_DOUBLE);
    const literal: Literal = { kind: single ? "single" : "interpolated", mark, start, end };
    return fault ? undefined : { value, pieces, literals: [literal] };
  }

  /** A text between lines that name its end; what its last line is indented by is none of its value. */
  private heredoc(node: SyntaxNode): Constant | undefined {
    const written = this.written(node);
    const first = written.indexOf("\n");
    const last = written.lastIndexOf("\n");
    if (first < 0 || last <= first || node.getChild("VariableName") || node.getChild("Interpolation")) return undefined;
    const quoted = written.slice(0, first).includes("'");
    const closing = written.slice(last + 1);
    const indentation = closing.slice(0, closing.length - closing.trimStart().length);
    const [start, end] = [node.from + first + 1, node.from + (written[last - 1] === "\r" ? last - 1 : last)];
    const text = new MappedText();
    for (let at = start; at < end; ) {
      const next = this.text.indexOf("\n", at);
      const to = next < 0 || next >= end ? end : next + 1;
      const from = this.text.startsWith(indentation, at) ? at + indentation.length : at;
      const body = this.text.slice(from, to);
      const line = quoted ? readAsWritten(body, from) : readEscapes(body, from, HEREDOC);
      if (line.fault) return undefined;
      text.append(line);
      at = to;
    }
    return { value: text.value, pieces: text.pieces, literals: [{ kind: quoted ? "raw" : "interpolated", mark: "", start, end }] };
  }
}
