/** How often each edge of a program's graph was taken in a reel, and how often each node was come to and failed. */
import { Kind } from "../machine/events.ts";
import type { Way } from "../program/flow.ts";
import { Op } from "../program/operations.ts";
import { INSTRUCTION_WIDTH } from "../program/program.ts";
import type { Reel } from "../reel/reel.ts";
import type { Graph } from "./graph.ts";

export interface Traffic {
  /** In the order of the graph's edges. */
  readonly edges: Float64Array<ArrayBuffer>;
  /** In the order of the graph's nodes. */
  readonly visits: Float64Array<ArrayBuffer>;
  readonly failed: Float64Array<ArrayBuffer>;
}

/** Events looked at in a slice. */
const SLICE = 500_000;

/** A place that control leaves: a node, by one of its ways. */
const WAYS: readonly Way[] = ["on", "first", "else"];
const [ON, FIRST, ELSE] = [0, 1, 2];

/** The node that an event belongs to; −1 for a cut, which moves nothing. */
export function chartNodeAt(graph: Graph, reel: Reel, step: number): number {
  const kind = reel.kind(step);
  if (kind === Kind.Attempt || kind === Kind.GiveUp) return 0;
  if (kind === Kind.Cut) return -1;
  return nodeOfInstruction(graph, reel, reel.actingInstruction(step));
}

function nodeOfInstruction({ nodeOf }: Graph, { program: { code } }: Reel, pc: number): number {
  const operation = code[pc * INSTRUCTION_WIDTH];
  // The end of a turn belongs to the loop that decides on the next.
  return nodeOf[operation === Op.LoopNext ? (code[pc * INSTRUCTION_WIDTH + 2] as number) : pc] as number;
}

/** Counts the whole reel, in slices; yields the step it has come to. */
export function* trafficOf(graph: Graph, reel: Reel): Generator<number, Traffic> {
  const width = graph.nodes.length;
  const moves = new Float64Array(WAYS.length * width * width);
  const visits = new Float64Array(width);
  const failed = new Float64Array(width);
  /** Where control left last, as a row of `moves`; −1 where it goes nowhere. */
  let left = -1;
  /** The sign that control is in; −1 outside of any. */
  let within = -1;
  for (let first = 0; first < reel.length; first += SLICE) {
    const last = Math.min(reel.length, first + SLICE);
    for (let step = first; step < last; step++) {
      const kind = reel.kind(step);
      if (kind === Kind.Cut) continue;
      const node = chartNodeAt(graph, reel, step);
      if (node < 0) continue;
      const isBack = kind === Kind.Resume || kind === Kind.Attempt || kind === Kind.GiveUp;
      // What is given up from inside of a sign has failed there; what goes on from it was through.
      if (within >= 0 && node !== within && isBack) failed[within] = (failed[within] as number) + 1;
      const wasWithin = within;
      within = graph.nodes[node]?.sign ? node : -1;
      if (within >= 0) {
        if (wasWithin !== node && !isBack) {
          visits[node] = (visits[node] as number) + 1;
          if (left >= 0) moves[left * width + node] = (moves[left * width + node] as number) + 1;
        }
        left = ON * width + node;
        continue;
      }
      if (kind === Kind.Resume) {
        left = ELSE * width + node;
        continue;
      }
      if (kind === Kind.Attempt || kind === Kind.GiveUp) {
        left = kind === Kind.Attempt ? ON * width : -1;
        if (kind === Kind.Attempt) visits[0] = (visits[0] as number) + 1;
        continue;
      }
      if (kind === Kind.Loop) {
        // The turn is over; the loop's own event, or the item it goes on with, tells where control came to.
        continue;
      }
      visits[node] = (visits[node] as number) + 1;
      if (left >= 0) moves[left * width + node] = (moves[left * width + node] as number) + 1;
      if (kind === Kind.Mismatch) {
        failed[node] = (failed[node] as number) + 1;
        left = -1;
      } else if (kind === Kind.Enter) left = (hasWay(graph, node, "first") ? FIRST : ON) * width + node;
      else if (kind === Kind.Save) left = FIRST * width + node;
      else if (kind === Kind.Leave && !hasWay(graph, node, "on")) left = ELSE * width + enterOf(graph, node);
      else left = ON * width + node;
    }
    yield last;
  }
  return { edges: spread(graph, moves), visits, failed };
}

const hasWay = ({ edges }: Graph, node: number, way: Way): boolean => edges.some((e) => e.from === node && e.way === way);

/** For the end of a lookaround that was not to hold, its beginning: from there control goes on past it. */
function enterOf({ nodes }: Graph, leave: number): number {
  const { part } = nodes[leave] as Graph["nodes"][number];
  return nodes.findIndex((node) => node.kind === "enter" && node.part.start === part.start && node.part.end === part.end);
}

/** Puts moves between nodes onto edges: a move can pass a loop that has no choice, by an edge into it and one out of it. */
function spread(graph: Graph, moves: Float64Array): Float64Array<ArrayBuffer> {
  const { nodes, edges } = graph;
  const width = nodes.length;
  const counts = new Float64Array(edges.length);
  for (let way = 0; way < WAYS.length; way++) {
    for (let from = 0; from < width; from++) {
      for (let to = 0; to < width; to++) {
        const count = moves[(way * width + from) * width + to] as number;
        if (count === 0) continue;
        for (const edge of pathOf(graph, from, WAYS[way] as Way, to)) counts[edge] = (counts[edge] as number) + count;
      }
    }
  }
  return counts;
}

/** The edges of the shortest way from a node, leaving it in one way, to another, past loops only. */
function pathOf({ nodes, edges }: Graph, from: number, way: Way, to: number): readonly number[] {
  const begun = edges.flatMap((edge, i) => (edge.from === from && edge.way === way ? [[i]] : []));
  const seen = new Set<number>();
  for (let paths: number[][] = begun; paths.length > 0; ) {
    const next: number[][] = [];
    for (const path of paths) {
      const reached = edges[path.at(-1) as number]?.to as number;
      if (reached === to) return path;
      if (seen.has(reached) || nodes[reached]?.kind !== "loop") continue;
      seen.add(reached);
      edges.forEach((edge, i) => {
        if (edge.from === reached) next.push([...path, i]);
      });
    }
    paths = next;
  }
  return [];
}
