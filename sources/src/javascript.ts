/** Patterns in JavaScript and TypeScript: literals, the constructor, and calls of a text that take a string for a pattern. */
import { type HazardMode, hazardModeOf, JAVASCRIPT_STRING, MappedText, readAsWritten, readEscapes, withLineFeeds } from "@lamprey/core";
import type { SyntaxNode, Tree } from "@lezer/common";
import { parser } from "@lezer/javascript";
import { type Constant, itemsOf, type Part, withBetween } from "./constant.ts";
import type { Finding, ReadSource } from "./found.ts";
import { type Parse, parseAnew } from "./parsing.ts";
import { type Stretch, TreeReading } from "./tree-reading.ts";

/** What the grammar is asked to read, the most likely first; the next one where that leaves mistakes. */
const GRAMMARS = {
  typescript: ["ts"],
  tsx: ["ts jsx"],
  javascript: ["jsx", "ts jsx"],
} as const;

const PARSERS = { ts: parser.configure({ dialect: "ts" }), "ts jsx": parser.configure({ dialect: "ts jsx" }), jsx: parser.configure({ dialect: "jsx" }) };

/** Names by which the global object is called. */
const GLOBALS: ReadonlySet<string> = new Set(["globalThis", "window", "self", "global"]);

/** Calls that ask a text for all matches of a literal, whatever its flags. */
const FOR_ALL: ReadonlySet<string> = new Set(["split", "matchAll", "replaceAll"]);

/** Calls of a text that make a pattern of a string, and how they ask. */
const TAKING: Readonly<Record<string, HazardMode>> = { match: "search", search: "search", matchAll: "all" };
/** Others have such calls too: a string is a pattern there if it has one of these signs. */
const SIGNS = "\\[(.*+?|^$";

/** Finds the patterns of a source text, as far as it reads; never throws. */
export function readJavaScript(text: string, language: keyof typeof GRAMMARS, parse: Parse = parseAnew): ReadSource {
  return new Reading(text, parsed(text, language, parse)).found();
}

function parsed(text: string, language: keyof typeof GRAMMARS, parse: Parse): Tree {
  const [first, ...others] = GRAMMARS[language];
  let best = parse(PARSERS[first], text);
  let mistakes = mistakesIn(best);
  for (const dialect of others) {
    if (mistakes === 0) break;
    const tree = parse(PARSERS[dialect], text);
    const own = mistakesIn(tree);
    if (own < mistakes) [best, mistakes] = [tree, own];
  }
  return best;
}

function mistakesIn(tree: Tree): number {
  let count = 0;
  tree.iterate({
    enter: ({ type }) => {
      if (type.isError) count++;
    },
  });
  return count;
}

class Reading extends TreeReading {
  constructor(text: string, tree: Tree) {
    super(text, tree);
    this.walk({
      VariableDeclaration: (node) => {
        if (node.firstChild?.name === "const") this.declareConstants(node);
      },
      VariableDefinition: (node) => {
        if (!isConstant(node)) this.names.declare(this.written(node));
      },
    });
  }

  found(): ReadSource {
    const patterns: Finding[] = [];
    const passed: { at: number; reason: "pattern" }[] = [];
    const asked = new Map<number, HazardMode>();
    const construct = (node: SyntaxNode): void => {
      const [first, second] = itemsOf(node.getChild("ArgList"));
      // A literal is found by itself.
      if (!first || this.calleeOf(node) !== "RegExp" || this.isLiteral(first)) return;
      const found = this.constructed(first, second);
      if (found) patterns.push(found);
      else passed.push({ at: first.from, reason: "pattern" });
    };
    this.walk({
      RegExp: (node) => {
        const found = this.literal(node, asked.get(node.from));
        if (found) patterns.push(found);
      },
      NewExpression: construct,
      CallExpression: (node) => {
        construct(node);
        const [first, second] = itemsOf(node.getChild("ArgList"));
        const method = first && this.methodOf(node);
        if (!first || method === undefined) return;
        // A call comes before what is in it.
        if (first.name === "RegExp" && FOR_ALL.has(method)) asked.set(first.from, "all");
        const mode = Object.hasOwn(TAKING, method) && !second ? TAKING[method] : undefined;
        const constant = mode && this.constant(first);
        if (mode && constant && [...SIGNS].some((sign) => constant.value.includes(sign))) {
          const flags = mode === "all" ? "g" : "";
          patterns.push({ dialect: "ecmascript", pattern: constant.value, flags, mode, start: first.from, end: first.to, ...placed(constant) });
        }
      },
    });
    return { patterns, passed, isComment: (offset) => this.isIn(offset, ["LineComment", "BlockComment"]) };
  }

  /** `const a = …, b = …`. */
  private declareConstants(declaration: SyntaxNode): void {
    for (const definition of declaration.getChildren("VariableDefinition")) {
      let sign = definition.nextSibling;
      while (sign?.name === "TypeAnnotation") sign = sign.nextSibling;
      this.names.declare(this.written(definition), sign?.name === "Equals" ? sign.nextSibling : null);
    }
  }

  private literal({ from, to }: Stretch, asked: HazardMode | undefined): Finding | undefined {
    const close = this.text.lastIndexOf("/", to - 1);
    if (close <= from) return undefined;
    const flags = this.text.slice(close + 1, to);
    const { value, pieces } = readAsWritten(this.text.slice(from + 1, close), from + 1);
    return {
      dialect: "ecmascript",
      pattern: value,
      flags,
      mode: asked ?? hazardModeOf({ dialect: "ecmascript", flags }),
      start: from,
      end: to,
      pieces,
      literals: [{ kind: "pattern", mark: "/", start: from + 1, end: close }],
      flagsAt: { start: close + 1, end: to },
    };
  }

  private constructed(first: SyntaxNode, second: SyntaxNode | undefined): Finding | undefined {
    const constant = this.constant(first);
    const letters = second ? this.constant(second) : { value: "", literals: [] };
    if (!constant || !letters) return undefined;
    const flags = letters.value;
    const [only] = letters.literals;
    return {
      dialect: "ecmascript",
      pattern: constant.value,
      flags,
      mode: hazardModeOf({ dialect: "ecmascript", flags }),
      start: first.from,
      end: first.to,
      ...placed(constant),
      ...(only && letters.literals.length === 1 ? { flagsAt: { start: only.start, end: only.end } } : {}),
    };
  }

  /** The name of what is called, where it is a name alone or one of the global object. */
  private calleeOf(call: SyntaxNode): string | undefined {
    const callee = call.getChild("VariableName") ?? call.getChild("MemberExpression");
    if (callee?.name === "VariableName") return this.written(callee);
    const object = callee?.firstChild;
    const property = callee?.getChild("PropertyName");
    return object && property && GLOBALS.has(this.written(object)) ? this.written(property) : undefined;
  }

  private methodOf(call: SyntaxNode): string | undefined {
    const callee = call.firstChild;
    const property = callee?.name === "MemberExpression" ? callee.getChild("PropertyName") : null;
    return property ? this.written(property) : undefined;
  }

  /** Whether it is a pattern's literal, or a name that stands for one. */
  private isLiteral(node: SyntaxNode): boolean {
    return node.name === "RegExp" || (node.name === "VariableName" && this.names.valueOf(this.written(node))?.name === "RegExp");
  }

  protected partsOf(node: SyntaxNode): readonly Part<SyntaxNode>[] | undefined {
    switch (node.name) {
      case "String":
        return isClosed(this.written(node), node) ? [this.string(node.from + 1, node.to - 1, this.text.charAt(node.from))] : undefined;
      case "TemplateString":
        return this.template(node, false);
      case "TaggedTemplateExpression": {
        const template = node.getChild("TemplateString");
        const tag = node.firstChild;
        return template && tag && this.written(tag) === "String.raw" ? this.template(template, true) : undefined;
      }
      case "BinaryExpression": {
        const [left, sign, right] = [node.firstChild, node.firstChild?.nextSibling, node.lastChild];
        if (!left || !right || !sign) return undefined;
        if (sign.name === "as" || sign.name === "satisfies") return [left];
        return sign.name === "ArithOp" && this.written(sign) === "+" ? [left, right] : undefined;
      }
      case "ParenthesizedExpression":
        return itemsOf(node).slice(0, 1);
      case "PostfixExpression":
        return node.firstChild && node.lastChild?.name === "LogicOp" ? [node.firstChild] : undefined;
      case "VariableName":
        return this.named(this.written(node));
      case "MemberExpression":
        return this.sourceOf(node);
      case "CallExpression":
        return this.joined(node);
      default:
        return undefined;
    }
  }

  private string(start: number, end: number, mark: string): Constant {
    const { value, pieces } = readEscapes(this.text.slice(start, end), start, JAVASCRIPT_STRING);
    return { value, pieces, literals: [{ kind: "escaped", mark, start, end }] };
  }

  private template(node: SyntaxNode, raw: boolean): Part<SyntaxNode>[] | undefined {
    if (!isClosed(this.written(node), node)) return undefined;
    const parts: Part<SyntaxNode>[] = [];
    let from = node.from + 1;
    const take = (to: number): void => {
      const body = this.text.slice(from, to);
      const { value, pieces } = withLineFeeds(raw ? readAsWritten(body, from) : readEscapes(body, from, JAVASCRIPT_STRING));
      parts.push({ value, pieces, literals: [{ kind: raw ? "raw" : "interpolated", mark: "`", start: from, end: to }] });
    };
    for (const place of node.getChildren("Interpolation")) {
      take(place.from);
      const value = place.firstChild?.nextSibling;
      if (!value || value.name === "InterpolationEnd") return undefined;
      parts.push(value);
      from = place.to;
    }
    take(node.to - 1);
    return parts;
  }

  /** `/a/.source`, or the same of a constant that is a literal. */
  private sourceOf(node: SyntaxNode): [Constant] | undefined {
    const [object, property] = [node.firstChild, node.getChild("PropertyName")];
    if (!object || !property || this.written(property) !== "source") return undefined;
    const literal = object.name === "VariableName" ? this.names.valueOf(this.written(object)) : object;
    const found = literal?.name === "RegExp" ? this.literal(literal, undefined) : undefined;
    return found && [{ value: found.pattern, pieces: found.pieces ?? [], literals: found.literals ?? [] }];
  }

  /** `[…, …].join("…")`. */
  private joined(node: SyntaxNode): Part<SyntaxNode>[] | undefined {
    const list = node.firstChild?.firstChild;
    if (list?.name !== "ArrayExpression" || this.methodOf(node) !== "join") return undefined;
    const [separator] = itemsOf(node.getChild("ArgList"));
    const between = separator ? this.constant(separator) : { ...new MappedText().escaped(",", { start: node.from, end: node.to }), literals: [] };
    return between && withBetween(itemsOf(list), between);
  }
}

const placed = ({ pieces, literals }: Constant): Pick<Finding, "pieces" | "literals"> => ({ pieces, literals });

/** Whether a string ends in the mark that it begins with; one that is being typed may not. */
const isClosed = (written: string, { from, to }: SyntaxNode): boolean => to - from > 1 && written.at(-1) === written[0];

const isConstant = (definition: SyntaxNode): boolean => definition.parent?.name === "VariableDeclaration" && definition.parent.firstChild?.name === "const";
