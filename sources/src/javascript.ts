/** Patterns in JavaScript and TypeScript sources: literals, and calls of the constructor with literal arguments. */
import { type ParserPlugin, parse } from "@babel/parser";
import { hazardModeOf } from "@lamprey/core";
import { type Found, type FoundPattern, type Passed, placesIn } from "./found.ts";

/** A node of the parser's tree, as far as it is looked at. */
interface Node {
  readonly type: string;
  readonly start: number;
  readonly end: number;
  readonly [field: string]: unknown;
}

/** What the parser is asked to read, the most likely first; a file that none of them reads is passed over. */
const DIALECTS: Readonly<Record<"typescript" | "tsx" | "javascript", readonly (readonly ParserPlugin[])[]>> = {
  typescript: [["typescript", "decorators-legacy"]],
  tsx: [["typescript", "jsx", "decorators-legacy"]],
  javascript: [["jsx", "decorators-legacy"], ["flow", "jsx"], []],
};

/** Names by which the global object is called. */
const GLOBALS = new Set(["globalThis", "window", "self", "global"]);

/** Finds the patterns of a source text; never throws. */
export function patternsInJavaScript(text: string, language: keyof typeof DIALECTS): Found {
  const placeOf = placesIn(text);
  const { root, problem } = read(text, language);
  if (!root) return { patterns: [], passed: [{ line: 1, column: 1, reason: problem }] };
  const patterns: FoundPattern[] = [];
  const passed: Passed[] = [];
  const constants = constantsOf(root);
  /** Literals that a text is split by, which asks for all matches whatever the flags. */
  const split = new Set<unknown>();
  for (const node of nodesOf(root)) {
    // A call comes before what is in it.
    if (isCallOf(node, "split")) split.add((node.arguments as readonly unknown[])[0]);
    if (node.type === "RegExpLiteral") {
      const { pattern, flags, start, end } = node as Node & { pattern: string; flags: string };
      const mode = split.has(node) ? "all" : hazardModeOf({ dialect: "ecmascript", flags });
      patterns.push({ dialect: "ecmascript", pattern, flags, mode, start, end, ...placeOf(start) });
    } else if ((node.type === "NewExpression" || node.type === "CallExpression") && isConstructor(node.callee)) {
      const [first, second] = node.arguments as readonly (Node | undefined)[];
      // A literal is found by itself.
      if (!first || first.type === "RegExpLiteral") continue;
      const pattern = textOf(first, constants);
      const flags = second ? textOf(second, constants) : "";
      const { start, end } = first;
      if (pattern !== undefined && flags !== undefined) {
        patterns.push({ dialect: "ecmascript", pattern, flags, mode: hazardModeOf({ dialect: "ecmascript", flags }), start, end, ...placeOf(start) });
      } else passed.push({ ...placeOf(start), reason: "The pattern is put together when the program runs." });
    }
  }
  patterns.sort((a, b) => a.start - b.start);
  passed.sort((a, b) => a.line - b.line || a.column - b.column);
  return { patterns, passed };
}

function read(text: string, language: keyof typeof DIALECTS): { readonly root?: Node; readonly problem: string } {
  let problem = "";
  for (const plugins of DIALECTS[language]) {
    try {
      const file = parse(text, {
        sourceType: "unambiguous",
        plugins: [...plugins],
        errorRecovery: true,
        allowReturnOutsideFunction: true,
        allowImportExportEverywhere: true,
        allowAwaitOutsideFunction: true,
        allowSuperOutsideMethod: true,
        allowUndeclaredExports: true,
      });
      return { root: file.program as unknown as Node, problem: "" };
    } catch (error) {
      problem ||= `The file does not read: ${error instanceof Error ? error.message : String(error)}`;
    }
  }
  return { problem };
}

/** Every node below one, without recursion. */
function* nodesOf(root: Node): Generator<Node> {
  const pending: unknown[] = [root];
  while (pending.length > 0) {
    const value = pending.pop();
    if (Array.isArray(value)) for (const each of value) pending.push(each);
    else if (isNode(value)) {
      yield value;
      for (const [field, inner] of Object.entries(value)) if (typeof inner === "object" && inner !== null && field !== "loc") pending.push(inner);
    }
  }
}

const isNode = (value: unknown): value is Node => typeof value === "object" && value !== null && "type" in value && typeof value.type === "string";

function isConstructor(callee: unknown): boolean {
  if (!isNode(callee)) return false;
  if (callee.type === "Identifier") return callee.name === "RegExp";
  if (callee.type !== "MemberExpression" || !isNode(callee.object) || !isNode(callee.property)) return false;
  return GLOBALS.has(String(callee.object.name)) && callee.property.name === "RegExp";
}

function isCallOf({ type, callee }: Node, method: string): boolean {
  if (!type.endsWith("CallExpression") || !isNode(callee) || !callee.type.endsWith("MemberExpression")) return false;
  return isNode(callee.property) && callee.property.name === method;
}

/** Constants by name, each with what it is set to. */
type Constants = ReadonlyMap<string, Node>;

/** Constants within constants within constants: deeper ones go round in a circle. */
const MOST_DEPTH = 20;

/** The names that are declared once in the whole text, as a constant: whichever place uses one means that one. */
function constantsOf(root: Node): Constants {
  const constants = new Map<string, Node>();
  const declared = new Map<string, number>();
  for (const node of nodesOf(root)) {
    for (const name of namesDeclared(node)) declared.set(name, (declared.get(name) ?? 0) + 1);
    if (node.type !== "VariableDeclaration" || node.kind !== "const") continue;
    for (const { id, init } of node.declarations as readonly { id: Node; init: Node | null }[]) {
      if (id.type === "Identifier" && init) constants.set(String(id.name), init);
    }
  }
  for (const [name, times] of declared) if (times > 1) constants.delete(name);
  return constants;
}

/** Identifiers that a node gives a meaning to, patterns of them gone into. */
function namesDeclared(node: Node): string[] {
  const functionParts = "params" in node ? [...(node.params as readonly Node[]), node.id] : [];
  const parts = [...functionParts, node.type === "VariableDeclarator" || node.type === "ClassDeclaration" ? node.id : undefined];
  const caught = node.type === "CatchClause" ? node.param : undefined;
  const imported = node.type.startsWith("Import") ? node.local : undefined;
  return [...parts, caught, imported].flatMap((part) =>
    isNode(part) ? [...nodesOf(part)].flatMap((each) => (each.type === "Identifier" ? [String(each.name)] : [])) : [],
  );
}

/** The text that an expression always is; undefined where it hangs on something. */
function textOf(node: Node, constants: Constants, depth = 0): string | undefined {
  if (depth > MOST_DEPTH) return undefined;
  const inner = (each: Node): string | undefined => textOf(each, constants, depth + 1);
  switch (node.type) {
    case "StringLiteral":
      return String(node.value);
    case "TemplateLiteral":
      return templateText(node, "cooked", inner);
    case "TaggedTemplateExpression":
      return isRawTag(node.tag) ? templateText(node.quasi as Node, "raw", inner) : undefined;
    case "BinaryExpression": {
      const [left, right] = [inner(node.left as Node), inner(node.right as Node)];
      return node.operator === "+" && left !== undefined && right !== undefined ? left + right : undefined;
    }
    case "Identifier": {
      const set = constants.get(String(node.name));
      return set && inner(set);
    }
    case "MemberExpression":
      return sourceOf(node, constants);
    case "ParenthesizedExpression":
    case "TSAsExpression":
    case "TSSatisfiesExpression":
    case "TSNonNullExpression":
      return inner(node.expression as Node);
    default:
      return undefined;
  }
}

/** `/a/.source`, or the same of a constant that is a literal. */
function sourceOf({ object, property, computed }: Node, constants: Constants): string | undefined {
  if (computed || !isNode(object) || !isNode(property) || property.name !== "source") return undefined;
  const literal = object.type === "Identifier" ? constants.get(String(object.name)) : object;
  return literal?.type === "RegExpLiteral" ? String(literal.pattern) : undefined;
}

function templateText(node: Node, form: "cooked" | "raw", textOfPart: (node: Node) => string | undefined): string | undefined {
  const parts = (node.expressions as readonly Node[]).map(textOfPart);
  const pieces = (node.quasis as readonly Node[]).map(({ value }) => (value as { cooked?: string | null; raw: string })[form] ?? undefined);
  if ([...parts, ...pieces].includes(undefined)) return undefined;
  return pieces.map((piece, i) => `${piece}${parts[i] ?? ""}`).join("");
}

function isRawTag(tag: unknown): boolean {
  if (!isNode(tag) || tag.type !== "MemberExpression" || !isNode(tag.object) || !isNode(tag.property)) return false;
  return tag.object.name === "String" && tag.property.name === "raw";
}
