/** What `\\X` and `\\b{g}` stand for: a grapheme cluster and its edges, put together from sets and counts, so that a machine needs to know nothing of it. */
import { type CharSet, complement, FULL_SET, subtract, union } from "../../charset/charset.ts";
import { type ClusterSets, clusterSets } from "../../charset/clusters.ts";
import { unicodeOf } from "../../charset/versions.ts";
import type { ClusterEdge } from "../../dialect/assertions.ts";
import type { ClusterRules } from "../../dialect/dialect.ts";
import { once } from "../../once.ts";
import type { Node, Span } from "../tree.ts";
import { partsAt } from "./anchors.ts";
import { edgeByRules, type Rule, unpaired } from "./edges.ts";

const CARRIAGE_RETURN = 0x0d;
const LINE_FEED = 0x0a;
const LEADING_HALVES: CharSet = [0xd800, 0xdbff];
const TRAILING_HALVES: CharSet = [0xdc00, 0xdfff];

/** Java types characters that are not assigned as controls, but for pictographs and the one that the tests of UAX #29 have. */
const OTHER_OF_UNASSIGNED: CharSet = [0x378, 0x378];

function setsOfJava(): ClusterSets {
  const sets = clusterSets("13");
  return { ...sets, control: union(sets.control, subtract(unicodeOf("13").category("Cn"), union(sets.pictograph, OTHER_OF_UNASSIGNED))) };
}

/** What characters do in clusters, and what is put together from that. */
interface Clusters extends ClusterSets {
  /** CR, LF and controls; and all characters but these. */
  readonly controls: CharSet;
  readonly others: CharSet;
  /** What is put to the character before it. */
  readonly mark: CharSet;
}

function clustersOf(sets: ClusterSets): Clusters {
  const controls = union(sets.control, [CARRIAGE_RETURN, CARRIAGE_RETURN], [LINE_FEED, LINE_FEED]);
  return { ...sets, controls, others: complement(controls), mark: union(sets.extend, sets.joiner, sets.spacingMark) };
}

const newer = once(() => clustersOf(clusterSets("14")));

/** As the engines have it that have these rules: made once, for a pattern is read at every keystroke. */
const CLUSTERS: Readonly<Record<ClusterRules, () => Clusters>> = {
  "from-here": once(() => clustersOf(setsOfJava())),
  "in-text": newer,
  "by-pairs": newer,
};

/** An extended grapheme cluster, settled when it is through; without the conjuncts that came with Unicode 15.1. */
export function graphemeCluster(rules: ClusterRules, span: Span): Node {
  const parts = partsAt(span);
  const sets = CLUSTERS[rules]();
  const { either, inOrder, character, set } = parts;
  const body = either(inOrder(character(CARRIAGE_RETURN), character(LINE_FEED)), set(sets.controls), ...FORMS[rules](parts, sets));
  return { kind: "group", capture: null, name: null, body: { kind: "atomic", body, ...span }, stands: "grapheme-cluster", ...span };
}

type Parts = ReturnType<typeof partsAt>;

/** UAX #29, table 1c: syllables of Hangul. */
const syllables = ({ either, inOrder, set, some, any }: Parts, { l, v, t, lv, lvt }: ClusterSets): readonly Node[] => [
  inOrder(any(set(l)), either(inOrder(set(lv), any(set(v))), set(lvt), some(set(v))), any(set(t))),
  some(set(l)),
  some(set(t)),
];

/** Characters joined to the pictograph before them. */
const joined = ({ inOrder, set, any, some }: Parts, { extend, joiner, pictograph }: ClusterSets, count: "any" | "some"): Node =>
  (count === "any" ? any : some)(inOrder(any(set(extend)), set(joiner), set(pictograph)));

const marks = ({ set, any }: Parts, sets: Clusters): Node => any(set(sets.mark));

/** What is behind CR LF and controls, by the rules. */
const FORMS: Readonly<Record<ClusterRules, (parts: Parts, sets: Clusters) => readonly Node[]>> = {
  "from-here": (parts, sets) => {
    const { either, inOrder, set, any } = parts;
    const flag = inOrder(set(sets.regionalIndicator), set(sets.regionalIndicator));
    // Pictographs are joined where one begins the cluster, whatever marks stand between.
    const pictographs = inOrder(set(sets.pictograph), any(inOrder(marks(parts, sets), set(sets.joiner), set(sets.pictograph))));
    const characters = inOrder(any(set(sets.prepend)), either(...syllables(parts, sets), flag, set(sets.others)));
    return [inOrder(either(pictographs, characters), marks(parts, sets))];
  },
  "in-text": (parts, sets) => {
    const { either, inOrder, set, any, behind } = parts;
    const pictograph = set(sets.pictograph);
    const pictographs = either(
      inOrder(pictograph, joined(parts, sets, "any")),
      inOrder(behind(inOrder(pictograph, any(set(sets.extend)))), joined(parts, sets, "some")),
    );
    return [inOrder(any(set(sets.prepend)), either(...syllables(parts, sets), flagInText(parts, sets), pictographs, set(sets.others)), marks(parts, sets))];
  },
  "by-pairs": (parts, sets) => {
    const { either, inOrder, set, any } = parts;
    const { prepend, regionalIndicator, pictograph, extend, joiner } = sets;
    const rest = complement(union(complement(sets.others), regionalIndicator, pictograph));
    return [
      inOrder(any(set(prepend)), either(flagInText(parts, sets), set(regionalIndicator))),
      inOrder(set(pictograph), any(inOrder(any(set(union(extend, joiner))), set(pictograph))), marks(parts, sets)),
      inOrder(any(set(prepend)), either(...syllables(parts, sets), set(rest)), marks(parts, sets)),
    ];
  },
};

/** Two regional indicators, with an even number of them before. */
function flagInText({ inOrder, set, any, behind, notBehind }: Parts, { regionalIndicator }: ClusterSets): Node {
  const indicator = set(regionalIndicator);
  return inOrder(behind(inOrder(notBehind(indicator), any(inOrder(indicator, indicator)))), indicator, indicator);
}

/** A lookaround that holds where the edge is. */
export function clusterEdge(edge: ClusterEdge, span: Span): Node {
  const parts = partsAt(span);
  if (edge !== "cluster-edge-since-match") return edgeByRules(edge, parts, insideText(parts, CLUSTERS["in-text"]()), span);
  const body = insideSinceMatch(parts, CLUSTERS["from-here"]());
  return { kind: "look", behind: false, negated: true, widths: null, body, stands: edge, ...span };
}

/** Between two characters of one cluster (UAX #29, GB3 to GB13). */
function insideText(parts: Parts, sets: Clusters): readonly Rule[] {
  const { inOrder, character, set, any, ahead } = parts;
  const { extend, joiner, prepend, l, v, t, lv, lvt, pictograph, regionalIndicator, others, mark } = sets;
  const next = (one: CharSet): Node => ahead(set(one));
  return [
    [character(CARRIAGE_RETURN), ahead(character(LINE_FEED))],
    [set(others), next(mark)],
    [set(prepend), next(others)],
    [set(l), next(union(l, v, lv, lvt))],
    [set(union(lv, v)), next(union(v, t))],
    [set(union(lvt, t)), next(t)],
    [inOrder(set(pictograph), any(set(extend)), set(joiner)), next(pictograph)],
    [unpaired(parts, regionalIndicator), next(regionalIndicator)],
  ];
}

/** Where the last match ended, and in the cluster that begins there: the rules `from-here`, cut in two at every place. */
function insideSinceMatch(parts: Parts, sets: Clusters): Node {
  const { either, inOrder, character, set, any, some, behind, searchStart } = parts;
  const { joiner, l, v, t, lv, lvt, pictograph, regionalIndicator, others, mark } = sets;
  const prepends = any(set(sets.prepend));
  const indicator = set(regionalIndicator);
  const pictographs = inOrder(set(pictograph), any(either(set(mark), inOrder(set(joiner), set(pictograph)))));
  const vowels = either(inOrder(any(set(l)), set(lv), any(set(v))), inOrder(any(set(l)), some(set(v))));
  const whole = inOrder(prepends, either(...syllables(parts, sets), inOrder(indicator, indicator), set(others)), any(set(mark)));
  const between = (before: Node, after: CharSet): Node => inOrder(behind(inOrder(searchStart, before)), set(after));
  return inOrder(
    behind(set(FULL_SET)),
    either(
      inOrder(searchStart, set(FULL_SET)),
      // A search goes on by units, and can begin between the halves of a pair.
      inOrder(behind(set(LEADING_HALVES)), set(TRAILING_HALVES)),
      inOrder(behind(inOrder(searchStart, character(CARRIAGE_RETURN))), character(LINE_FEED)),
      between(either(whole, pictographs), mark),
      between(some(set(sets.prepend)), others),
      between(inOrder(prepends, indicator), regionalIndicator),
      between(inOrder(pictographs, set(joiner)), pictograph),
      between(inOrder(prepends, some(set(l))), union(l, v, lv, lvt)),
      between(inOrder(prepends, vowels), union(v, t)),
      between(inOrder(prepends, either(inOrder(either(vowels, inOrder(any(set(l)), set(lvt))), any(set(t))), some(set(t)))), t),
    ),
  );
}
