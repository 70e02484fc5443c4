/** What `\\X` stands for: a grapheme cluster, put together from sets and counts, so that a machine needs to know nothing of it. */
import { type CharSet, complement, union } from "../charset/charset.ts";
import { type ClusterSets, clusterSets } from "../charset/clusters.ts";
import type { ClusterRules } from "../dialect/dialect.ts";
import { partsAt } from "./anchors.ts";
import type { Node, Span } from "./tree.ts";

const CARRIAGE_RETURN = 0x0d;
const LINE_FEED = 0x0a;

/** An extended grapheme cluster, settled when it is through; without the conjuncts that came with Unicode 15.1. */
export function graphemeCluster(rules: ClusterRules, span: Span): Node {
  const parts = partsAt(span);
  const sets = clusterSets();
  const { either, inOrder, character, set } = parts;
  const controls = union(sets.control, [CARRIAGE_RETURN, CARRIAGE_RETURN], [LINE_FEED, LINE_FEED]);
  const body = either(inOrder(character(CARRIAGE_RETURN), character(LINE_FEED)), set(controls), ...FORMS[rules](parts, sets, complement(controls)));
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

const marks = ({ set, any }: Parts, { extend, joiner, spacingMark }: ClusterSets): Node => any(set(union(extend, joiner, spacingMark)));

/** What is behind CR LF and controls, by the rules; `others` are all characters but these. */
const FORMS: Readonly<Record<ClusterRules, (parts: Parts, sets: ClusterSets, others: CharSet) => readonly Node[]>> = {
  "from-here": (parts, sets, others) => {
    const { either, inOrder, set, any } = parts;
    const flag = inOrder(set(sets.regionalIndicator), set(sets.regionalIndicator));
    const pictographs = inOrder(set(sets.pictograph), joined(parts, sets, "any"));
    return [inOrder(any(set(sets.prepend)), either(...syllables(parts, sets), flag, pictographs, set(others)), marks(parts, sets))];
  },
  "in-text": (parts, sets, others) => {
    const { either, inOrder, set, any, behind } = parts;
    const pictograph = set(sets.pictograph);
    const pictographs = either(
      inOrder(pictograph, joined(parts, sets, "any")),
      inOrder(behind(inOrder(pictograph, any(set(sets.extend)))), joined(parts, sets, "some")),
    );
    return [inOrder(any(set(sets.prepend)), either(...syllables(parts, sets), flagInText(parts, sets), pictographs, set(others)), marks(parts, sets))];
  },
  "by-pairs": (parts, sets, others) => {
    const { either, inOrder, set, any } = parts;
    const { prepend, regionalIndicator, pictograph, extend, joiner } = sets;
    const rest = complement(union(complement(others), regionalIndicator, pictograph));
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
