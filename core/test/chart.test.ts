/** The program as a graph, and how often its edges are taken. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { type DialectName, drained, type Graph, graphOf, record, trafficOf } from "../src/index.ts";
import { programOf } from "./support.ts";

const graph = (pattern: string): Graph => {
  const made = graphOf(programOf(pattern));
  if (!made) throw new Error("It is too large.");
  return made;
};

/** Edges as `label way→ label`. */
const edgesOf = ({ nodes, edges }: Graph): string[] => edges.map((e) => `${nodes[e.from]?.label} ${e.way}→ ${nodes[e.to]?.label}`);

function countsOf(pattern: string, text: string): { graph: Graph; counts: Record<string, number>; failed: number[]; visits: number[] } {
  const made = graph(pattern);
  const reel = record(programOf(pattern), text, { mode: "all", eventLimit: 20_000 });
  const { edges, failed, visits } = drained(trafficOf(made, reel));
  return { graph: made, counts: Object.fromEntries(edgesOf(made).map((edge, i) => [edge, edges[i] ?? 0])), failed: [...failed], visits: [...visits] };
}

describe("the graph", () => {
  test.each([
    ["abc", ["attempt on→ abc", "abc on→ match"]],
    ["weir|weir pool", ["attempt on→ either", "either first→ weir", "either else→ weir pool", "weir on→ match", "weir pool on→ match"]],
    ["a+", ["attempt on→ + more?", "+ more? first→ a", "+ more? else→ match", "a on→ + more?"]],
    ["a*?b", ["attempt on→ *? more?", "*? more? first→ b", "*? more? else→ a", "a on→ *? more?", "b on→ match"]],
    ["(a)", ["attempt on→ opens 1", "opens 1 on→ a", "a on→ closes 1", "closes 1 on→ match"]],
    ["(?!a)b", ["attempt on→ no look ahead", "no look ahead first→ a", "no look ahead else→ b", "a on→ end of no look ahead", "b on→ match"]],
    ["(?=a)b", ["attempt on→ look ahead", "look ahead on→ a", "a on→ end of look ahead", "end of look ahead on→ b", "b on→ match"]],
  ])("/%s/", (pattern, wanted) => {
    expect(edgesOf(graph(pattern)).sort()).toEqual([...wanted].sort());
  });

  test("a lookaround that may be tried another way begins and ends like any other", () => {
    const made = graphOf(programOf("(*napla:a)b", "", "pcre"));
    expect(made && edgesOf(made)).toEqual(["attempt on→ look ahead", "look ahead on→ a", "a on→ end of look ahead", "end of look ahead on→ b", "b on→ match"]);
  });

  test("a pattern too large to be read has none", () => {
    expect(graphOf(programOf("(?:a|b)".repeat(100)))).toBeNull();
    expect(graph("a".repeat(5_000)).nodes).toHaveLength(3);
  });
});

describe("traffic", () => {
  test("an alternation: the first way each time, the other where that failed", () => {
    const { counts, failed, graph: made } = countsOf("weir|pool", "weir pool");
    expect(counts["either first→ weir"]).toBe(counts["attempt on→ either"]);
    expect(counts["weir on→ match"]).toBe(1);
    expect(counts["pool on→ match"]).toBe(1);
    const weir = made.nodes.findIndex((node) => node.label === "weir");
    expect(counts["either else→ pool"]).toBe(failed[weir]);
  });

  test("turns that a loop has to make pass through it", () => {
    const { counts } = countsOf("a{2}b", "aab");
    expect(counts).toMatchObject({ "{2} more? first→ a": 3, "{2} more? else→ b": 1, "b on→ match": 1 });
    expect(counts["a on→ {2} more?"]).toBe(2);
  });

  test("nothing comes out of a node that did not go in, and what goes in comes out or fails", () => {
    const piece = fc.constantFrom("(a)", "(b)?", "(a|b)*", "(?:(a)|b)+?", "(?=a)", "(?!b)", "(?<=a)", "a", "[ab]{1,2}", "(?:a|ab|b)", "a{2}", "\\1", "\\b");
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 5 }), fc.array(fc.constantFrom("a", "b"), { maxLength: 7 }), (pieces, letters) => {
        const pattern = pieces.join("");
        const { graph: made, counts, failed, visits } = countsOf(pattern, letters.join(""));
        const names = edgesOf(made);
        made.nodes.forEach((node, n) => {
          if (node.kind !== "item" && node.kind !== "assertion") return;
          const into = made.edges.reduce((sum, e, i) => (e.to === n ? sum + (counts[names[i] as string] ?? 0) : sum), 0);
          const out = made.edges.reduce((sum, e, i) => (e.from === n ? sum + (counts[names[i] as string] ?? 0) : sum), 0);
          // Labels that occur twice share their counts, so only patterns without such are told about.
          if (new Set(names).size !== names.length) return;
          expect([pattern, node.label, into >= out]).toEqual([pattern, node.label, true]);
          expect([pattern, node.label, (visits[n] ?? 0) >= (failed[n] ?? 0)]).toEqual([pattern, node.label, true]);
          if (node.part.end - node.part.start === 1 && node.kind === "item")
            expect([pattern, node.label, into - out]).toEqual([pattern, node.label, failed[n]]);
        });
      }),
      { numRuns: 30 * DEPTH, seed: 4317 },
    );
  });
});

describe("a sign that stands for more", () => {
  const signed = (dialect: DialectName, pattern: string, flags: string, text: string) => {
    const program = programOf(pattern, flags, dialect);
    const made = graphOf(program);
    if (!made) throw new Error("It is too large.");
    const { edges, visits, failed } = drained(trafficOf(made, record(program, text, { mode: "all", eventLimit: 20_000 })));
    return { made, program, edges: edgesOf(made).map((edge, i) => `${edge} ${edges[i]}`), visits, failed };
  };

  test.each<[DialectName, string, string, string, string[]]>([
    ["perl", "\\X", "", "ab", ["attempt on→ \\X 3", "\\X on→ match 2"]],
    ["perl", "a\\b{gcb}", "", "aa\u0301", ["attempt on→ a 4", "a on→ \\b{gcb} 2", "\\b{gcb} on→ match 1"]],
    ["pcre", "a\\R|b", "", "a\r\na\nb", ["attempt on→ either 4", "either first→ a 4", "either else→ b 2", "a on→ \\R 2", "\\R on→ match 2", "b on→ match 1"]],
    ["java", "^a$", "m", "a\r\na", ["attempt on→ ^ 5", "^ on→ a 2", "a on→ $ 2", "$ on→ match 2"]],
    ["perl", "(?:\\X,)+", "", "ae\u0301,b,", ["attempt on→ + more? 3", "+ more? first→ \\X 5", "+ more? else→ match 1", "\\X on→ , 3", ", on→ + more? 2"]],
  ])("in %s /%s/ is one node", (dialect, pattern, flags, text, wanted) => {
    expect(signed(dialect, pattern, flags, text).edges.sort()).toEqual([...wanted].sort());
  });

  test("is left by as many as came and did not fail, and every step inside belongs to it", () => {
    const piece = fc.constantFrom("\\X", "\\R", "\\b{gcb}", "\\B{gcb}", "a", "(b)?", "(?:\\X|a)", "\\n");
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 4 }), fc.array(fc.constantFrom("a", "b", "\r", "\n", "\u0301"), { maxLength: 6 }), (pieces, letters) => {
        const { made, edges, visits, failed } = signed("perl", pieces.join(""), "", letters.join(""));
        const counted = (which: (edge: Graph["edges"][number]) => boolean) =>
          made.edges.reduce((sum, edge, i) => (which(edge) ? sum + Number(edges[i]?.split(" ").at(-1)) : sum), 0);
        made.nodes.forEach((node, n) => {
          if (!node.sign) return;
          const [into, out] = [counted(({ to }) => to === n), counted(({ from }) => from === n)];
          expect([pieces, node.label, into, into - out]).toEqual([pieces, node.label, visits[n], failed[n]]);
          expect([...made.nodeOf].filter((of) => of === n).length).toBeGreaterThan(1);
        });
      }),
      { numRuns: 20 * DEPTH, seed: 4317 },
    );
  });

  test("does not make a pattern too large to be read", () => {
    expect(graphOf(programOf("\\X\\X\\X\\b{gcb}".repeat(12), "", "perl"))?.nodes).toHaveLength(50);
  });
});
