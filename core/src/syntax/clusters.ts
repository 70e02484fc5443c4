/** What `\\X` and `\\b{g}` stand for: a grapheme cluster and its edges, put together from sets and counts, so that a machine needs to know nothing of it. */
import { type CharSet, complement, FULL_SET, subtract, union } from "../charset/charset.ts";
import { type ClusterSets, clusterSets } from "../charset/clusters.ts";
import { unicodeOf } from "../charset/versions.ts";
import type { ClusterEdge } from "../dialect/assertions.ts";
import type { ClusterRules } from "../dialect/dialect.ts";
import { once } from "../once.ts";
import { partsAt } from "./anchors.ts";
import type { Node, Span } from "./tree.ts";

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

/** What characters do in clusters, as the engines have it that have these rules; made once. */
const SETS: Readonly<Record<ClusterRules, () => ClusterSets>> = {
  "from-here": once(setsOfJava),
  "in-text": () => clusterSets("14"),
  "by-pairs": () => clusterSets("14"),
};

/** An extended grapheme cluster, settled when it is through; without the conjuncts that came with Unicode 15.1. */
export function graphemeCluster(rules: ClusterRules, span: Span): Node {
  const parts = partsAt(span);
  const sets = SETS[rules]();
  const { either, inOrder, character, set } = parts;
  const { controls, others } = joinedOf(sets);
  const body = either(inOrder(character(CARRIAGE_RETURN), character(LINE_FEED)), set(controls), ...FORMS[rules](parts, sets, others));
  return { kind: "group", capture: null, name: null, body: { kind: "atomic", body, ...span }, stands: "grapheme-cluster", ...span };
}

type Parts = ReturnType<typeof partsAt>;

interface Joined {
  /** CR, LF and controls; and all characters but these. */
  readonly controls: CharSet;
  readonly others: CharSet;
  /** What is put to the character before it. */
  readonly mark: CharSet;
}

const joinedSets = new WeakMap<ClusterSets, Joined>();

/** What is put together from the sets: once, for a pattern is read at every keystroke. */
function joinedOf(sets: ClusterSets): Joined {
  let found = joinedSets.get(sets);
  if (!found) {
    const controls = union(sets.control, [CARRIAGE_RETURN, CARRIAGE_RETURN], [LINE_FEED, LINE_FEED]);
    found = { controls, others: complement(controls), mark: union(sets.extend, sets.joiner, sets.spacingMark) };
    joinedSets.set(sets, found);
  }
  return found;
}

/** UAX #29, table 1c: syllables of Hangul. */
const syllables = ({ either, inOrder, set, some, any }: Parts, { l, v, t, lv, lvt }: ClusterSets): readonly Node[] => [
  inOrder(any(set(l)), either(inOrder(set(lv), any(set(v))), set(lvt), some(set(v))), any(set(t))),
  some(set(l)),
  some(set(t)),
];

/** Characters joined to the pictograph before them. */
const joined = ({ inOrder, set, any, some }: Parts, { extend, joiner, pictograph }: ClusterSets, count: "any" | "some"): Node =>
  (count === "any" ? any : some)(inOrder(any(set(extend)), set(joiner), set(pictograph)));

const marks = ({ set, any }: Parts, sets: ClusterSets): Node => any(set(joinedOf(sets).mark));

/** What is behind CR LF and controls, by the rules; `others` are all characters but these. */
const FORMS: Readonly<Record<ClusterRules, (parts: Parts, sets: ClusterSets, others: CharSet) => readonly Node[]>> = {
  "from-here": (parts, sets, others) => {
    const { either, inOrder, set, any } = parts;
    const flag = inOrder(set(sets.regionalIndicator), set(sets.regionalIndicator));
    // Pictographs are joined where one begins the cluster, whatever marks stand between.
    const pictographs = inOrder(set(sets.pictograph), any(inOrder(marks(parts, sets), set(sets.joiner), set(sets.pictograph))));
    const characters = inOrder(any(set(sets.prepend)), either(...syllables(parts, sets), flag, set(others)));
    return [inOrder(either(pictographs, characters), marks(parts, sets))];
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

/** A lookahead that holds where the edge is. */
export function clusterEdge(edge: ClusterEdge, span: Span): Node {
  const parts = partsAt(span);
  const sinceMatch = edge === "cluster-edge-since-match";
  const sets = SETS[sinceMatch ? "from-here" : "in-text"]();
  const body = sinceMatch ? insideSinceMatch(parts, sets) : insideText(parts, sets);
  return { kind: "look", behind: false, negated: edge !== "not-cluster-edge", widths: null, body, stands: edge, ...span };
}

/** Between two characters of one cluster (UAX #29, GB3 to GB13); and in an empty text. */
function insideText({ either, inOrder, character, set, any, behind, notBehind, textStart, textEnd }: Parts, sets: ClusterSets): Node {
  const { extend, joiner, prepend, l, v, t, lv, lvt, pictograph, regionalIndicator } = sets;
  const { others, mark } = joinedOf(sets);
  const indicator = set(regionalIndicator);
  const between = (before: Node, after: CharSet): Node => inOrder(behind(before), set(after));
  return either(
    inOrder(textStart, textEnd),
    inOrder(behind(character(CARRIAGE_RETURN)), character(LINE_FEED)),
    between(set(others), mark),
    between(set(prepend), others),
    between(set(l), union(l, v, lv, lvt)),
    between(set(union(lv, v)), union(v, t)),
    between(set(union(lvt, t)), t),
    between(inOrder(set(pictograph), any(set(extend)), set(joiner)), pictograph),
    between(inOrder(notBehind(indicator), any(inOrder(indicator, indicator)), indicator), regionalIndicator),
  );
}

/** Where the last match ended, and in the cluster that begins there: the rules `from-here`, cut in two at every place. */
function insideSinceMatch(parts: Parts, sets: ClusterSets): Node {
  const { either, inOrder, character, set, any, some, behind, searchStart } = parts;
  const { joiner, l, v, t, lv, lvt, pictograph, regionalIndicator } = sets;
  const { others, mark } = joinedOf(sets);
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
