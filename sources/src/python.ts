/** Patterns in Python sources: calls of the `re` module with literal arguments. */
import type { HazardMode } from "@lamprey/core";
import type { SyntaxNode } from "@lezer/common";
import { parser } from "@lezer/python";
import { type Found, type FoundPattern, type Passed, placesIn } from "./found.ts";
import { pythonString } from "./python-string.ts";

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

/** Constants of the module, and the letters that stand for them. */
const FLAGS: Readonly<Record<string, string>> = {
  A: "a",
  ASCII: "a",
  I: "i",
  IGNORECASE: "i",
  M: "m",
  MULTILINE: "m",
  S: "s",
  DOTALL: "s",
  X: "x",
  VERBOSE: "x",
  U: "",
  UNICODE: "",
  NOFLAG: "",
};

/** Names that the module and its functions go by in a file. */
interface Names {
  readonly modules: ReadonlySet<string>;
  /** Local name → the module's own. */
  readonly members: ReadonlyMap<string, string>;
}

/** Finds the patterns of a source text; never throws. */
export function patternsInPython(text: string): Found {
  const placeOf = placesIn(text);
  const tree = parser.parse(text);
  const patterns: FoundPattern[] = [];
  const passed: Passed[] = [];
  const names = namesOf(tree.topNode, text);
  tree.iterate({
    enter: ({ node }) => {
      if (node.name !== "CallExpression") return;
      const called = calledName(node, names, text);
      const call = called === undefined ? undefined : CALLS[called];
      if (!call) return;
      const { positional, named } = argumentsOf(node, text);
      const argument = positional[0] ?? named.get("pattern");
      if (!argument) return;
      const at = placeOf(argument.from);
      const string = pythonString(argument, text);
      const flags = flagsOf(positional[call.flagsAt] ?? named.get("flags"), names, text);
      if (!string) passed.push({ ...at, reason: "The pattern is put together when the program runs." });
      else if (flags === undefined) passed.push({ ...at, reason: "The flags are put together when the program runs." });
      else {
        const letters = [...new Set(string.bytes ? `${flags}a` : flags)].join("");
        patterns.push({ dialect: "python", pattern: string.value, flags: letters, mode: call.mode, start: argument.from, end: argument.to, ...at });
      }
    },
  });
  return { patterns, passed };
}

function namesOf(root: SyntaxNode, text: string): Names {
  const modules = new Set<string>();
  const members = new Map<string, string>();
  for (const node of root.getChildren("StatementGroup").concat(root)) collect(node);
  return { modules, members };

  function collect(node: SyntaxNode): void {
    const cursor = node.cursor();
    do {
      if (cursor.name !== "ImportStatement") continue;
      const words = wordsOf(cursor.node, text);
      if (words[0] === "import") {
        for (const [name, alias] of clauses(words.slice(1))) if (name === "re") modules.add(alias);
      } else if (words[0] === "from" && words[1] === "re") {
        for (const [name, alias] of clauses(words.slice(3))) members.set(alias, name);
      }
    } while (cursor.next() && cursor.from < node.to);
  }
}

/** The words of a statement, brackets left out. */
function wordsOf(statement: SyntaxNode, text: string): string[] {
  const words: string[] = [];
  for (let child = statement.firstChild; child; child = child.nextSibling) {
    if (child.name !== "(" && child.name !== ")") words.push(text.slice(child.from, child.to));
  }
  return words;
}

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

function calledName(call: SyntaxNode, names: Names, text: string): string | undefined {
  const callee = call.firstChild;
  if (!callee) return undefined;
  if (callee.name === "VariableName") return names.members.get(text.slice(callee.from, callee.to));
  return memberOf(callee, names, text);
}

/** The name of a member of the module that the expression asks for. */
function memberOf(expression: SyntaxNode, names: Names, text: string): string | undefined {
  if (expression.name !== "MemberExpression") return undefined;
  const object = expression.firstChild;
  const property = expression.getChild("PropertyName");
  if (object?.name !== "VariableName" || !property || !names.modules.has(text.slice(object.from, object.to))) return undefined;
  return text.slice(property.from, property.to);
}

function argumentsOf(call: SyntaxNode, text: string): { positional: SyntaxNode[]; named: Map<string, SyntaxNode> } {
  const positional: SyntaxNode[] = [];
  const named = new Map<string, SyntaxNode>();
  const list = call.getChild("ArgList");
  for (let child = list?.firstChild ?? null; child; child = child.nextSibling) {
    if (child.name === "(" || child.name === ")" || child.name === "," || child.name === "Comment") continue;
    if (child.nextSibling?.name === "AssignOp") {
      const value = child.nextSibling.nextSibling;
      if (value) named.set(text.slice(child.from, child.to), value);
      child = value ?? child;
    } else positional.push(child);
  }
  return { positional, named };
}

/** The letters of a flags argument; undefined where it hangs on something. */
function flagsOf(node: SyntaxNode | undefined, names: Names, text: string): string | undefined {
  if (!node) return "";
  if (node.name === "Number") return text.slice(node.from, node.to) === "0" ? "" : undefined;
  if (node.name === "ParenthesizedExpression") return flagsOf(node.firstChild?.nextSibling ?? undefined, names, text);
  if (node.name === "BinaryExpression") {
    const [left, right] = [flagsOf(node.firstChild ?? undefined, names, text), flagsOf(node.lastChild ?? undefined, names, text)];
    const operator = node.firstChild?.nextSibling;
    const isUnion = operator !== null && operator !== undefined && "|+".includes(text.slice(operator.from, operator.to));
    return isUnion && left !== undefined && right !== undefined ? left + right : undefined;
  }
  const name = node.name === "VariableName" ? names.members.get(text.slice(node.from, node.to)) : memberOf(node, names, text);
  return name === undefined ? undefined : FLAGS[name];
}
