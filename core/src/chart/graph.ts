/**
 * A program as a graph: items, choices in their order of preference, loops, groups, success. What only moves control
 * along (jumps, the beginning and end of a turn) is no node; a run of characters written one behind the other is one, and
 * so is a sign that stands for more (`\\X`, `\\b{wb}`), whatever it is put together from.
 */
import { instructionCount, operationAt, targetsOf, type Way, waysFrom } from "../program/flow.ts";
import { Op, type Operation, unknownOperation } from "../program/operations.ts";
import { INSTRUCTION_WIDTH, type Program } from "../program/program.ts";
import { type Node, type Slot, type Span, standsForMore, walkWritten } from "../syntax/tree.ts";
import { visible } from "../text/visible.ts";

type ChartNodeKind = "start" | "item" | "assertion" | "choice" | "loop" | "open" | "close" | "enter" | "leave" | "call" | "verb" | "match";

export interface ChartNode {
  readonly kind: ChartNodeKind;
  readonly label: string;
  /** The part of the pattern that it stands for. */
  readonly part: Span;
  /** One sign that stands for more: what happens inside of it is not drawn. */
  readonly sign?: true;
}

export interface ChartEdge {
  /** Indices of nodes. */
  readonly from: number;
  readonly to: number;
  readonly way: Way;
}

export interface Graph {
  /** The first one is where an attempt begins. */
  readonly nodes: readonly ChartNode[];
  readonly edges: readonly ChartEdge[];
  /** For each instruction, the node that it is part of; −1 for those that only move control along. */
  readonly nodeOf: Int32Array;
}

/** More nodes than this cannot be read, and take seconds to lay out. */
export const MOST_CHART_NODES = 200;

const LABEL_LENGTH = 22;

/** The kind of node that an operation makes; null for what only moves control along. */
const KINDS: Readonly<Record<Operation, ChartNodeKind | null>> = {
  [Op.Unit]: "item",
  [Op.UnitBack]: "item",
  [Op.Set]: "item",
  [Op.SetBack]: "item",
  [Op.SetPoint]: "item",
  [Op.SetPointBack]: "item",
  [Op.Reference]: "item",
  [Op.Assert]: "assertion",
  [Op.Branch]: "choice",
  [Op.Condition]: "choice",
  [Op.Jump]: null,
  [Op.LoopEnter]: null,
  [Op.LoopTry]: "loop",
  [Op.LoopBegin]: null,
  [Op.LoopNext]: null,
  [Op.Open]: "open",
  [Op.Close]: "close",
  [Op.Enter]: "enter",
  [Op.Leave]: "leave",
  [Op.StepBack]: null,
  [Op.Match]: "match",
  [Op.Keep]: "assertion",
  [Op.Call]: "call",
  [Op.Return]: null,
  [Op.Verb]: "verb",
  [Op.Act]: "verb",
  [Op.ConditionCall]: "choice",
  [Op.HereAgain]: null,
  [Op.NoteStates]: null,
  [Op.Balance]: "close",
  [Op.Put]: null,
  [Op.MarkPlace]: "enter",
  [Op.BackToPlace]: "leave",
};

/** The graph of a program; null where it is too large to be read. */
export function graphOf(program: Program): Graph | null {
  const { code, nodes: parts, source } = program;
  const count = instructionCount(program);
  const word = (pc: number, i: number): number => code[pc * INSTRUCTION_WIDTH + i] as number;
  const kindOf = (pc: number): ChartNodeKind | null => {
    const operation = operationAt(program, pc);
    const kind = KINDS[operation];
    if (kind === undefined) return unknownOperation(operation as never);
    const enclosure = kind === "enter" || kind === "leave" ? program.enclosures[word(pc, 1)] : undefined;
    // A possessive quantifier is settled without a word of its own.
    return enclosure?.kind === "possessive" ? null : kind;
  };
  const signs = signsOf(program);
  const targets = targetsOf(program);
  const nodeOf = new Int32Array(count).fill(-1);
  const nodes: ChartNode[] = [{ kind: "start", label: "attempt", part: { start: 0, end: 0 } }];
  for (let pc = 0; pc < count; pc++) {
    const kind = kindOf(pc);
    if (kind === null) continue;
    const part = parts[pc] as Node;
    const last = nodes.at(-1) as ChartNode;
    const sign = kind === "match" ? undefined : signs.get(part.start);
    if (sign?.end === part.end) {
      const { start, end } = part;
      if (!last.sign || last.part.start !== start) nodes.push({ kind: sign.kind, label: labelOf(source.pattern, part), part: { start, end }, sign: true });
      nodeOf[pc] = nodes.length - 1;
      if (nodes.length > MOST_CHART_NODES) return null;
      continue;
    }
    const goesOn = pc > 0 && nodeOf[pc - 1] === nodes.length - 1 && !targets.has(pc) && isLetter(program, pc) && isLetter(program, pc - 1);
    if (goesOn && last.part.end === part.start) {
      nodes[nodes.length - 1] = {
        ...last,
        part: { start: last.part.start, end: part.end },
        label: labelOf(source.pattern, { start: last.part.start, end: part.end }),
      };
    } else nodes.push({ kind, part: { start: part.start, end: part.end }, label: nodeLabel(program, pc) });
    nodeOf[pc] = nodes.length - 1;
    if (nodes.length > MOST_CHART_NODES) return null;
  }
  const edges = new Map<string, ChartEdge>();
  const add = (from: number, pc: number, way: Way) => {
    for (const to of firstNodes(program, pc, nodeOf)) if (to !== from || way !== "on") edges.set(`${from} ${to} ${way}`, { from, to, way });
  };
  add(0, 0, "on");
  for (let pc = 0; pc < count; pc++) {
    const from = nodeOf[pc] as number;
    if (from < 0) continue;
    const isSign = nodes[from]?.sign === true;
    for (const [to, way] of waysFrom(program, pc)) if (nodeOf[to] !== from || (targets.has(to) && !isSign)) add(from, to, isSign ? "on" : way);
  }
  return { nodes, edges: [...edges.values()], nodeOf };
}

/** Signs that stand for more, by where they begin. All that one is put together from has its span, and nothing else has. */
function signsOf({ root }: Program): ReadonlyMap<number, { readonly end: number; readonly kind: ChartNodeKind }> {
  const signs = [...walkWritten(root)].filter(standsForMore);
  return new Map(signs.map((node) => [node.start, { end: node.end, kind: node.kind === "look" ? "assertion" : "item" }]));
}

/** A single character, read forwards. */
const isLetter = ({ code, nodes }: Program, pc: number): boolean => code[pc * INSTRUCTION_WIDTH] === Op.Unit && nodes[pc]?.kind === "character";

const labelOf = (pattern: string, { start, end }: Span): string => visible(pattern.slice(start, end), LABEL_LENGTH);

const slotLabel = ({ number, name }: Slot): string => `${number}${name ? ` ${name}` : ""}`;

function nodeLabel(program: Program, pc: number): string {
  const { code, nodes, source, slots, enclosures } = program;
  const operation = operationAt(program, pc);
  const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
  const part = nodes[pc] as Node;
  switch (operation) {
    case Op.Open:
    case Op.Close:
      return `${operation === Op.Open ? "opens" : "closes"} ${slotLabel(slots[a - 1] as Slot)}`;
    case Op.Branch:
      return part.kind === "alternation" ? "either" : "longer first";
    case Op.Condition:
      return `group ${(program.asked[a] ?? []).map((slot) => (slots[slot - 1] as Slot).number).join(" or ")} set?`;
    case Op.ConditionCall:
      return a < 0 ? "in a call?" : a === 0 ? "in a call of all?" : `in a call of ${(slots[a - 1] as Slot).number}?`;
    case Op.Balance:
      return a === 0 ? "never ends" : `takes back ${slotLabel(slots[a - 1] as Slot)}`;
    case Op.Call:
      return a === 0 ? "calls all" : `calls ${slotLabel(slots[a - 1] as Slot)}`;
    case Op.LoopTry:
      return part.kind === "quantifier" ? `${source.pattern.slice(part.operator.start, part.operator.end)} more?` : "more?";
    case Op.Enter:
    case Op.Leave: {
      const label = enclosureLabel(enclosures[a]?.node);
      return operation === Op.Enter ? label : `end of ${label}`;
    }
    case Op.MarkPlace:
      return enclosureLabel(part);
    case Op.BackToPlace:
      return `end of ${enclosureLabel(part)}`;
    case Op.Match:
      return "match";
    case Op.Unit:
    case Op.UnitBack:
    case Op.Set:
    case Op.SetBack:
    case Op.SetPoint:
    case Op.SetPointBack:
    case Op.Reference:
    case Op.Assert:
    case Op.Jump:
    case Op.LoopEnter:
    case Op.LoopBegin:
    case Op.LoopNext:
    case Op.StepBack:
    case Op.Keep:
    case Op.Return:
    case Op.Verb:
    case Op.Act:
    case Op.HereAgain:
    case Op.NoteStates:
    case Op.Put:
      return labelOf(source.pattern, part);
    default:
      return unknownOperation(operation);
  }
}

const enclosureLabel = (node: Node | undefined): string =>
  node?.kind === "look" ? `${node.negated ? "no " : ""}${node.behind ? "look back" : "look ahead"}` : "settled part";

/** The nodes that control comes to from an instruction on, itself included, past what only moves it along. */
function firstNodes(program: Program, from: number, nodeOf: Int32Array): readonly number[] {
  const found = new Set<number>();
  const seen = new Set<number>();
  const pending = [from];
  for (let pc = pending.pop(); pc !== undefined; pc = pending.pop()) {
    if (seen.has(pc)) continue;
    seen.add(pc);
    const node = nodeOf[pc] as number;
    if (node >= 0) found.add(node);
    else for (const [to] of waysFrom(program, pc)) pending.push(to);
  }
  return [...found];
}
