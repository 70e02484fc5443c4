/** What an anchor or an escape can assert of the place between two characters; program/assertions.ts says when each holds. */
export type AssertionKind =
  | "text-start"
  /** Where the search began: behind the last match, or at the start. */
  | "search-start"
  | "text-end"
  /** At the end of the text, or before a line end that ends it. */
  | "last-line-end"
  | "line-start"
  /** The same, but not at the text's end. */
  | "line-start-before-text"
  /** The same, unless the text begins there too. */
  | "line-start-in-text"
  | "line-end"
  | "word-edge"
  | "word-start"
  | "word-end"
  | "not-word-edge"
  /** The same, but never in an empty text. */
  | "not-word-edge-in-text"
  /** No word character stands before it, or behind it: on the sides of a match that is to be a word by itself (`grep -w`). */
  | "no-word-before"
  | "no-word-after";

/**
 * Anchors that know of CR LF: they are put together from others (syntax/anchors.ts). `by-pairs` take it as one line end;
 * `with-pair` as one at the text's end, and each half as one elsewhere; of `pair` nothing else ends a line.
 */
const PAIRED_ANCHORS = [
  "line-start-by-pairs",
  "line-end-by-pairs",
  "last-line-end-by-pairs",
  "last-line-end-with-pair",
  "line-start-of-pair",
  "line-end-of-pair",
  "last-line-end-of-pair",
] as const;
export type PairedAnchor = (typeof PAIRED_ANCHORS)[number];

/**
 * Where a grapheme cluster begins or ends, put together from others (syntax/clusters.ts): never in an empty text, and
 * everywhere else; or so far as is known of what stands behind the last match, which is no edge itself.
 */
export type ClusterEdge = "cluster-edge" | "not-cluster-edge" | "cluster-edge-since-match";

/**
 * Where a text can be cut into words, sentences and lines (UAX #29, UAX #14), put together from others (syntax/segments.ts);
 * never in an empty text.
 */
const SEGMENT_EDGES = ["word-break", "not-word-break", "sentence-break", "not-sentence-break", "line-opportunity", "not-line-opportunity"] as const;
export type SegmentEdge = (typeof SEGMENT_EDGES)[number];

export type AnchorKind = AssertionKind | PairedAnchor | ClusterEdge | SegmentEdge;

export const isClusterEdge = (anchor: AnchorKind): anchor is ClusterEdge => anchor.includes("cluster-edge");

const PAIRED: ReadonlySet<string> = new Set(PAIRED_ANCHORS);
export const isPaired = (anchor: AnchorKind): anchor is PairedAnchor => PAIRED.has(anchor);
const SEGMENTS: ReadonlySet<string> = new Set(SEGMENT_EDGES);
export const isSegmentEdge = (anchor: AnchorKind): anchor is SegmentEdge => SEGMENTS.has(anchor);

const NEGATION = "not-";
/** Whether it holds where an edge is not. */
export const isNegated = (edge: ClusterEdge | SegmentEdge): boolean => edge.startsWith(NEGATION);

/** Of an edge that is put together from others what it is the edge of, whether it is asked for or not; undefined for all else. */
export function edgeOf(anchor: AnchorKind | undefined): string | undefined {
  if (anchor === undefined || !(isClusterEdge(anchor) || isSegmentEdge(anchor))) return undefined;
  return isNegated(anchor) ? anchor.slice(NEGATION.length) : anchor;
}
