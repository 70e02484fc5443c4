/** What Perl and PCRE2 write alike: openers of groups, verbs, anchors, flags. */
import { setOfText } from "../../charset/charset.ts";
import type { AnchorKind } from "../assertions.ts";
import type { Flag, GroupOpener, InlineFlag, Operator, Options, Starred } from "../dialect.ts";
import { EDGES, type Escapes, LINE_BREAKS } from "../escapes.ts";
import { COMMON_FLAGS, inline } from "../operators.ts";

const LOOKS = {
  pla: { kind: "look", behind: false, negated: false },
  nla: { kind: "look", behind: false, negated: true },
  plb: { kind: "look", behind: true, negated: false },
  nlb: { kind: "look", behind: true, negated: true },
} as const;

export const PCRE_OPENERS: readonly (readonly [string, GroupOpener])[] = [
  ["?<=", LOOKS.plb],
  ["?<!", LOOKS.nlb],
  ["?P<", { kind: "named", end: ">" }],
  ["?P=", { kind: "name-reference", end: ")" }],
  ["?P>", { kind: "call-name", end: ")" }],
  ["?<", { kind: "named", end: ">" }],
  ["?'", { kind: "named", end: "'" }],
  ["?=", LOOKS.pla],
  ["?!", LOOKS.nla],
  ["?:", { kind: "plain" }],
  ["?|", { kind: "branch-reset" }],
  ["?>", { kind: "atomic" }],
  ["?#", { kind: "comment", end: ")" }],
  ["?(", { kind: "conditional" }],
  ["?R", { kind: "call-whole", end: ")" }],
  ["?&", { kind: "call-name", end: ")" }],
];

const PLAIN_BREAKS = setOfText("\n\r");

const opener = (opened: Extract<Starred, { kind: "opener" }>["opener"]): Starred => ({ kind: "opener", opener: opened });
const SCRIPT_RUN = opener({ kind: "unread", what: "a script run", holds: true });

/** Lookarounds that may be tried another way when they have been left, which Perl has not. */
const REENTERING = {
  ahead: { kind: "look", behind: false, negated: false, reenters: true },
  behind: { kind: "look", behind: true, negated: false, reenters: true },
} as const satisfies Readonly<Record<string, GroupOpener>>;

export const REENTERING_OPENERS: readonly (readonly [string, GroupOpener])[] = [
  ["?*", REENTERING.ahead],
  ["?<*", REENTERING.behind],
];

export const REENTERING_STARRED: Readonly<Record<string, Starred>> = {
  napla: opener(REENTERING.ahead),
  naplb: opener(REENTERING.behind),
  non_atomic_positive_lookahead: opener(REENTERING.ahead),
  non_atomic_positive_lookbehind: opener(REENTERING.behind),
};

/** Verbs, and groups by name. */
export const PCRE_STARRED: Readonly<Record<string, Starred>> = {
  ACCEPT: { kind: "verb", verb: "accept", named: "may" },
  FAIL: { kind: "verb", verb: "fail", named: "may" },
  F: { kind: "verb", verb: "fail", named: "may" },
  COMMIT: { kind: "verb", verb: "commit", named: "may" },
  PRUNE: { kind: "verb", verb: "prune", named: "may" },
  SKIP: { kind: "verb", verb: "skip", named: "may" },
  THEN: { kind: "verb", verb: "alternative", named: "may" },
  MARK: { kind: "verb", verb: "mark", named: "must" },
  ...Object.fromEntries(Object.entries(LOOKS).map(([name, look]) => [name, opener(look)])),
  positive_lookahead: opener(LOOKS.pla),
  negative_lookahead: opener(LOOKS.nla),
  positive_lookbehind: opener(LOOKS.plb),
  negative_lookbehind: opener(LOOKS.nlb),
  atomic: opener({ kind: "atomic" }),
  sr: SCRIPT_RUN,
  script_run: SCRIPT_RUN,
  asr: SCRIPT_RUN,
  atomic_script_run: SCRIPT_RUN,
};

/** Where the text ends, or before the line end that ends it. */
const lastLineEnd = ({ lineEnd }: Options): AnchorKind =>
  typeof lineEnd === "number" ? "last-line-end" : lineEnd === "crlf" ? "last-line-end-of-pair" : "last-line-end-with-pair";

export const PCRE_ANCHORS: readonly (readonly [string, Operator])[] = [
  [
    "^",
    {
      kind: "anchor",
      assertion: ({ lineAnchors, lineEnd }) => (!lineAnchors ? "text-start" : lineEnd === "crlf" ? "line-start-of-pair" : "line-start-in-text"),
    },
  ],
  [
    "$",
    { kind: "anchor", assertion: (options) => (options.lineAnchors ? (options.lineEnd === "crlf" ? "line-end-of-pair" : "line-end") : lastLineEnd(options)) },
  ],
];

/** Outside of sets. */
export const PCRE_ESCAPES: Escapes = {
  ...EDGES,
  Z: { kind: "assertion", assertion: lastLineEnd },
  R: { kind: "line-break", others: ({ plainBreaks }) => (plainBreaks ? PLAIN_BREAKS : LINE_BREAKS), settled: "always" },
  k: {
    kind: "name-reference",
    marks: [
      ["<", ">"],
      ["'", "'"],
      ["{", "}"],
    ],
  },
};

export const PCRE_FLAGS: readonly Flag[] = [
  ...COMMON_FLAGS,
  { letter: "x", sets: { verbose: true }, label: "extended" },
  { letter: "n", sets: { namedOnly: true }, label: "named groups only" },
];

const EXTENDED: InlineFlag = { sets: { verbose: true, verboseSets: false }, unsets: { verbose: false, verboseSets: false } };

/** Inside a pattern. */
export const PCRE_INLINE_FLAGS: Readonly<Record<string, InlineFlag>> = {
  i: inline("ignoreCase"),
  m: inline("lineAnchors"),
  n: inline("namedOnly"),
  s: inline("dotTakesAll"),
  x: EXTENDED,
  xx: { sets: { verbose: true, verboseSets: true }, unsets: { verbose: false, verboseSets: false } },
};

/** What `(?^)` leaves. */
export const PCRE_RESET: Partial<Options> = { ignoreCase: false, lineAnchors: false, namedOnly: false, dotTakesAll: false, verbose: false, verboseSets: false };
