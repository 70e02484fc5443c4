/** Places for the nodes and edges of a program's graph, by the layered layout of the package; in the worker, since it takes a while. */
import { Graph as Layered, layout } from "@dagrejs/dagre";
import type { Graph } from "@lamprey/core";
import type { ChartLayout } from "./messages.ts";

const LETTER = 8.2;
const NODE_HEIGHT = 26;
/** Which way up a chart stands is decided by its alternatives, where it has any, and else by its loops. */
const ALTERNATIVES_WEIGH = 1_000;
const PADDING = 20;
/** Room for what stands beside an edge: its rank and how often it was taken. */
const EDGE_LABEL = { width: 46, height: 14 };

export function layoutOf({ nodes, edges }: Graph): ChartLayout {
  const graph = new Layered({ multigraph: true });
  graph.setGraph({ rankdir: "LR", nodesep: 18, ranksep: 30, edgesep: 10, marginx: 12, marginy: 16 });
  graph.setDefaultEdgeLabel(() => ({}));
  nodes.forEach((node, i) => {
    graph.setNode(String(i), { width: Math.max(34, node.label.length * LETTER + PADDING), height: NODE_HEIGHT });
  });
  edges.forEach(({ from, to, way }, i) => {
    // The way that is tried first keeps the straighter course.
    graph.setEdge(String(from), String(to), { weight: way === "else" ? 1 : 3, labelpos: "c", ...EDGE_LABEL }, String(i));
  });
  layout(graph);
  const { width = 0, height = 0 } = graph.graph();
  const placeOf = (node: number): number => (graph.node(String(node)) as { y: number }).y;
  // The way that is tried first stands above the other.
  const weight = (from: number): number => (nodes[from]?.kind === "choice" ? ALTERNATIVES_WEIGH : 1);
  const above = edges.reduce((sum, { from, to, way }) => sum + weight(from) * (way === "first" ? placeOf(to) : way === "else" ? -placeOf(to) : 0), 0);
  const down = (y: number): number => (above > 0 ? height - y : y);
  return {
    width,
    height,
    nodes: nodes.map((node, i) => {
      const { x, y, width: w, height: h } = graph.node(String(i)) as { x: number; y: number; width: number; height: number };
      return { ...node, x, y: down(y), width: w, height: h };
    }),
    edges: edges.map((edge, i) => {
      const { points, x, y } = graph.edge(String(edge.from), String(edge.to), String(i)) as { points: { x: number; y: number }[]; x: number; y: number };
      return { ...edge, points: points.map((p) => ({ x: p.x, y: down(p.y) })), x, y: down(y) };
    }),
  };
}
