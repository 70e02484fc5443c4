/**
 * The assertions: each is one predicate over what stands on either side of an offset. Machines and automata look it up
 * as a bit in a table of all sides there can be, so that none of them knows an assertion by its name.
 */
import type { AssertionKind } from "../dialect/assertions.ts";

/** What stands on either side, as bits; a character counts where the assertion's set holds it. */
export const Side = {
  /** The text begins here. */
  Start: 1,
  /** The text ends here. */
  End: 2,
  /** The character behind is of the set. */
  Behind: 4,
  /** The character ahead is of the set. */
  Ahead: 8,
  /** The character ahead is the text's last. */
  Last: 16,
  /** The search began here. */
  Origin: 32,
} as const;

/** Numbers that the bits can make. */
const SIDES = 64;

type Predicate = (sides: {
  readonly start: boolean;
  readonly end: boolean;
  readonly behind: boolean;
  readonly ahead: boolean;
  readonly last: boolean;
  readonly origin: boolean;
}) => boolean;

const PREDICATES: Readonly<Record<AssertionKind, Predicate>> = {
  "text-start": ({ start }) => start,
  "search-start": ({ origin }) => origin,
  "text-end": ({ end }) => end,
  "last-line-end": ({ end, ahead, last }) => end || (ahead && last),
  "line-start": ({ start, behind }) => start || behind,
  "line-start-before-text": ({ start, end, behind }) => !end && (start || behind),
  "line-start-in-text": ({ start, end, behind }) => start || (!end && behind),
  "line-end": ({ end, ahead }) => end || ahead,
  "word-start": ({ behind, ahead }) => !behind && ahead,
  "word-end": ({ behind, ahead }) => behind && !ahead,
  "word-edge": ({ behind, ahead }) => behind !== ahead,
  "not-word-edge": ({ behind, ahead }) => behind === ahead,
  "no-word-before": ({ behind }) => !behind,
  "no-word-after": ({ ahead }) => !ahead,
  "not-word-edge-in-text": ({ start, end, behind, ahead }) => behind === ahead && !(start && end),
};

export interface Assertion {
  readonly kind: AssertionKind;
  /** The bits of `Side` that it goes by. */
  readonly asks: number;
  /** For each number that the bits can make, 1 where it holds. */
  readonly holds: Uint8Array;
}

/** In the order of their numbers in programs. */
export const ASSERTIONS: readonly Assertion[] = Object.entries(PREDICATES).map(([kind, predicate]) => {
  const holds = Uint8Array.from({ length: SIDES }, (_, sides) =>
    Number(
      predicate({
        start: (sides & Side.Start) !== 0,
        end: (sides & Side.End) !== 0,
        behind: (sides & Side.Behind) !== 0,
        ahead: (sides & Side.Ahead) !== 0,
        last: (sides & Side.Last) !== 0,
        origin: (sides & Side.Origin) !== 0,
      }),
    ),
  );
  let asks = 0;
  for (let bit = 1; bit < SIDES; bit *= 2) if (holds.some((held, sides) => held !== holds[sides ^ bit])) asks |= bit;
  return { kind: kind as AssertionKind, asks, holds };
});

/** An assertion's number in programs. */
export const assertionNumber = (kind: AssertionKind): number => ASSERTIONS.findIndex((assertion) => assertion.kind === kind);

/** The assertion of a number that comes from a program; throws where there is none. */
export function assertionOf(number: number): Assertion {
  const assertion = ASSERTIONS[number];
  if (!assertion) throw new RangeError(`There is no assertion ${number}.`);
  return assertion;
}
