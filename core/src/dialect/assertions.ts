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
  | "not-word-edge-in-text";

/** Anchors where CR LF ends a line as one: they are put together from others (syntax/anchors.ts). */
export type PairedAnchor = "line-start-by-pairs" | "line-end-by-pairs" | "last-line-end-by-pairs";

/**
 * Where a grapheme cluster begins or ends, put together from others (syntax/clusters.ts): never in an empty text, and
 * everywhere else; or so far as is known of what stands behind the last match, which is no edge itself.
 */
export type ClusterEdge = "cluster-edge" | "not-cluster-edge" | "cluster-edge-since-match";

export type AnchorKind = AssertionKind | PairedAnchor | ClusterEdge;

export const isClusterEdge = (anchor: AnchorKind): anchor is ClusterEdge => anchor.includes("cluster-edge");

export const isPaired = (anchor: AnchorKind): anchor is PairedAnchor => anchor.endsWith("-by-pairs");
