/** Patterns in Python: calls of the module `re`. */
import { append, type HazardMode, PYTHON_BYTES, PYTHON_FLAGS, PYTHON_STRING, readAsWritten, readEscapes, withLineFeeds } from "@lamprey/core";
import type { SyntaxNode, Tree } from "@lezer/common";
import { parser } from "@lezer/python";
import { type Constant, itemsOf, type Part, withBetween } from "./constant.ts";
import type { Finding, ReadSource } from "./found.ts";
import { type Parse, parseAnew } from "./parsing.ts";
import { TreeReading } from "./tree-reading.ts";

/** The calls that take a pattern first: where their flags stand, and how they ask. */
const CALLS: Readonly<Record<string, { readonly flagsAt: number; readonly mode: HazardMode }>> = {
  compile: { flagsAt: 1, mode: "search" },
  search: { flagsAt: 2, mode: "search" },
  match: { flagsAt: 2, mode: "start" },
  fullmatch: { flagsAt: 2, mode: "whole" },
  findall: { flagsAt: 2, mode: "all" },
  finditer: { flagsAt: 2, mode: "all" },
  split: { flagsAt: 3, mode: "all" },
  sub: { flagsAt: 4, mode: "all" },
  subn: { flagsAt: 4, mode: "all" },
};

/** Constants of the module that the dialect has no letter for. */
const WITHOUT_LETTER = ["U", "UNICODE", "NOFLAG", "DEBUG", "L", "LOCALE", "T", "TEMPLATE"];

/** Constants of the module, and the letters that stand for them. */
const FLAGS: ReadonlyMap<string, string> = new Map([
  ...Object.entries(PYTHON_FLAGS).flatMap(([letter, [short, long]]) => [[short, letter] as const, [long, letter] as const]),
  ...WITHOUT_LETTER.map((name) => [name, ""] as const),
]);

/** Statements and expressions that give a meaning to the names that stand in them before the sign. */
const BINDING: Readonly<Record<string, string>> = {
  AssignStatement: "AssignOp",
  UpdateStatement: "UpdateOp",
  NamedExpression: "AssignOp",
  ForStatement: "in",
  ComprehensionExpression: "in",
};

/** Finds the patterns of a source text, as far as it reads; never throws. */
export function readPython(text: string, parse: Parse = parseAnew): ReadSource {
  return new Reading(text, parse(parser, text)).found();
}

class Reading extends TreeReading {
  /** Names that the module goes by here. */
  private readonly modules = new Set<string>();
  /** What is imported from it: the name here → the module's own. */
  private readonly members = new Map<string, string>();

  constructor(text: string, tree: Tree) {
    super(text, tree);
    const names = (node: SyntaxNode): void => this.declareNames(node);
    const firstName = (node: SyntaxNode): void => {
      const defined = node.getChild("VariableName");
      if (defined) this.names.declare(this.written(defined));
    };
    this.walk({
      ImportStatement: (node) => this.declareImport(node),
      ParamList: names,
      ScopeStatement: names,
      DeleteStatement: names,
      CapturePattern: names,
      AsPattern: names,
      FunctionDefinition: firstName,
      ClassDefinition: firstName,
      as: ({ nextSibling }) => {
        if (nextSibling) this.declareTargets(nextSibling, undefined);
      },
      ...Object.fromEntries(Object.entries(BINDING).map(([name, sign]) => [name, (node: SyntaxNode) => this.declareBound(node, sign)])),
    });
  }

  found(): ReadSource {
    const patterns: Finding[] = [];
    const passed: { at: number; reason: "pattern" | "flags" }[] = [];
    this.walk({
      CallExpression: (node) => {
        const called = this.calledName(node);
        const call = called !== undefined && Object.hasOwn(CALLS, called) ? CALLS[called] : undefined;
        if (!call) return;
        const { positional, named } = this.argumentsOf(node);
        const argument = positional[0] ?? named.get("pattern");
        if (!argument) return;
        const constant = this.constant(argument);
        const flags = this.flagsOf(positional[call.flagsAt] ?? named.get("flags"));
        if (!constant) {
          // What was compiled before is found where it is.
          if (argument.name !== "CallExpression") passed.push({ at: argument.from, reason: "pattern" });
        } else if (flags === undefined) passed.push({ at: argument.from, reason: "flags" });
        else {
          const isBytes = this.isBytes(constant);
          const letters = [...new Set(isBytes ? `${flags}a` : flags)].join("");
          const { value: pattern, pieces, literals } = constant;
          patterns.push({ dialect: "python", pattern, flags: letters, mode: call.mode, start: argument.from, end: argument.to, pieces, literals });
        }
      },
    });
    return { patterns, passed, isComment: (offset) => this.isIn(offset, ["Comment"]) };
  }

  /** The names that stand beside the other parts of a node. */
  private declareNames(node: SyntaxNode): void {
    for (const each of node.getChildren("VariableName")) this.names.declare(this.written(each));
  }

  /** What stands before the sign of a statement or an expression; a name alone may be a constant. */
  private declareBound(node: SyntaxNode, sign: string): void {
    const signs = node.getChildren(sign);
    const children = childrenOf(node);
    const isPlain = node.name === "AssignStatement" && signs.length === 1 && node.firstChild?.name === "VariableName";
    const value = isPlain ? signs[0]?.nextSibling : undefined;
    const behind = children.findLastIndex((each) => each.name === sign);
    for (const each of children.slice(0, behind)) if (each.name !== "TypeDef") this.declareTargets(each, value && isLast(value) ? value : undefined);
  }

  /** The names of a target, lists of them gone into; one with an attribute or a subscript is no name. */
  private declareTargets(target: SyntaxNode, value: SyntaxNode | undefined): void {
    const pending = [target];
    for (let node = pending.pop(); node; node = pending.pop()) {
      if (node.name === "VariableName") this.names.declare(this.written(node), value);
      else if (node.name !== "MemberExpression" && node.name !== "CallExpression") for (const child of childrenOf(node)) pending.push(child);
    }
  }

  private declareImport(node: SyntaxNode): void {
    const words = childrenOf(node)
      .filter(({ name }) => name !== "(" && name !== ")")
      .map((each) => this.written(each));
    const isFrom = words[0] === "from";
    const start = isFrom ? words.indexOf("import") + 1 : 1;
    for (const [name, alias] of clauses(words.slice(start))) {
      this.names.declare(alias);
      if (isFrom && words[1] === "re") this.members.set(alias, name);
      else if (!isFrom && name === "re") this.modules.add(alias);
    }
  }

  private calledName(call: SyntaxNode): string | undefined {
    const callee = call.firstChild;
    if (callee?.name === "VariableName") return this.members.get(this.written(callee));
    return callee ? this.memberOf(callee) : undefined;
  }

  /** The name of a member of the module that the expression asks for. */
  private memberOf(expression: SyntaxNode): string | undefined {
    if (expression.name !== "MemberExpression") return undefined;
    const object = expression.firstChild;
    const property = expression.getChild("PropertyName");
    if (object?.name !== "VariableName" || !property || !this.modules.has(this.written(object))) return undefined;
    return this.written(property);
  }

  private argumentsOf(call: SyntaxNode): { positional: SyntaxNode[]; named: Map<string, SyntaxNode> } {
    const positional: SyntaxNode[] = [];
    const named = new Map<string, SyntaxNode>();
    const items = itemsOf(call.getChild("ArgList"));
    for (let i = 0; i < items.length; i++) {
      const value = items[i + 1]?.name === "AssignOp" ? items[i + 2] : undefined;
      if (value) named.set(this.written(items[i] as SyntaxNode), value);
      else positional.push(items[i] as SyntaxNode);
      if (value) i += 2;
    }
    return { positional, named };
  }

  /** The letters of a flags argument; undefined where it hangs on something. */
  private flagsOf(node: SyntaxNode | undefined): string | undefined {
    let letters = "";
    const pending = node ? [node] : [];
    let taken = 0;
    for (let each = pending.pop(); each; each = pending.pop()) {
      if (taken++ > MOST_FLAGS) return undefined;
      if (each.name === "Number") {
        const number = Number(this.written(each));
        for (const [letter, [, , value]] of Object.entries(PYTHON_FLAGS)) if ((number & value) !== 0) letters += letter;
      } else if (each.name === "ParenthesizedExpression") append(pending, itemsOf(each));
      else if (each.name === "BinaryExpression") {
        const [left, sign, right] = childrenOf(each);
        if (!left || !sign || !right || !"|+".includes(this.written(sign))) return undefined;
        pending.push(right, left);
      } else {
        const member = each.name === "VariableName" ? this.members.get(this.written(each)) : this.memberOf(each);
        const letter = member === undefined ? undefined : FLAGS.get(member);
        const value = each.name === "VariableName" ? this.names.valueOf(this.written(each)) : undefined;
        if (letter !== undefined) letters += letter;
        else if (value) pending.push(value);
        else return undefined;
      }
    }
    return letters;
  }

  protected partsOf(node: SyntaxNode): readonly Part<SyntaxNode>[] | undefined {
    switch (node.name) {
      case "String":
      case "FormatString": {
        const literal = this.literal(node);
        return literal && [literal];
      }
      case "ContinuedString":
        return itemsOf(node);
      case "ParenthesizedExpression":
        return itemsOf(node).slice(0, 1);
      case "BinaryExpression": {
        const [left, sign, right] = childrenOf(node).filter(({ name }) => name !== "Comment");
        return left && right && sign && this.written(sign) === "+" ? [left, right] : undefined;
      }
      case "VariableName":
        return this.named(this.written(node));
      case "CallExpression":
        return this.joined(node);
      default:
        return undefined;
    }
  }

  /** `"…".join([…, …])`. */
  private joined(call: SyntaxNode): Part<SyntaxNode>[] | undefined {
    const callee = call.firstChild;
    const [separator, property] = [callee?.firstChild, callee?.getChild("PropertyName")];
    const [list, other] = itemsOf(call.getChild("ArgList"));
    if (!separator || !property || this.written(property) !== "join" || !list || other) return undefined;
    if (list.name !== "ArrayExpression" && list.name !== "TupleExpression") return undefined;
    const between = this.constant(separator);
    return between && withBetween(itemsOf(list), between);
  }

  /** What a literal stands for (The Python Language Reference, 2.4.1). */
  private literal(node: SyntaxNode): Constant | undefined {
    const written = this.written(node);
    const { prefix, mark } = openingOf(written);
    const body = written.slice(prefix.length + mark.length, -mark.length);
    if (written.length < prefix.length + 2 * mark.length || !written.endsWith(mark)) return undefined;
    // A formatted string is put together when the program runs, unless it has no place to fill in.
    if ((prefix.includes("f") || prefix.includes("t")) && (body.includes("{") || body.includes("}"))) return undefined;
    const start = node.from + prefix.length + mark.length;
    const raw = prefix.includes("r");
    const read = raw ? readAsWritten(body, start) : readEscapes(body, start, prefix.includes("b") ? PYTHON_BYTES : PYTHON_STRING);
    if (read.fault) return undefined;
    const { value, pieces } = withLineFeeds(read);
    return { value, pieces, literals: [{ kind: raw ? "raw" : "escaped", mark, start, end: start + body.length }] };
  }

  private isBytes({ literals }: Constant): boolean {
    return literals.some(({ start, mark }) => {
      let at = start - mark.length;
      while (at > 0 && "rRbBuU".includes(this.text.charAt(at - 1))) at--;
      return this.text
        .slice(at, start - mark.length)
        .toLowerCase()
        .includes("b");
    });
  }
}

/** Constants that flags are put together of. */
const MOST_FLAGS = 100;

function openingOf(written: string): { readonly prefix: string; readonly mark: string } {
  let at = 0;
  while (at < written.length && written[at] !== "'" && written[at] !== '"') at++;
  const quote = written[at] ?? "'";
  return { prefix: written.slice(0, at).toLowerCase(), mark: written.startsWith(quote.repeat(3), at) ? quote.repeat(3) : quote };
}

function childrenOf(node: SyntaxNode): SyntaxNode[] {
  const children: SyntaxNode[] = [];
  for (let child = node.firstChild; child; child = child.nextSibling) children.push(child);
  return children;
}

/** Whether nothing follows but a comment: `a = b, c` is a tuple. */
const isLast = ({ nextSibling }: SyntaxNode): boolean => !nextSibling || nextSibling.name === "Comment";

/** `a as b, c` → [a, b], [c, c]. */
function clauses(words: readonly string[]): [string, string][] {
  const found: [string, string][] = [];
  let clause: string[] = [];
  for (const word of [...words, ","]) {
    if (word !== ",") {
      clause.push(word);
      continue;
    }
    const [name, , alias] = clause;
    if (name !== undefined) found.push([name, alias ?? name]);
    clause = [];
  }
  return found;
}
