/** Stops: what the reel halts at while it plays or is wound from stop to stop. They are written into the address, so that a link brings them along. */
import type { Sought } from "@lamprey/core";
import { number, span } from "../shared/words.ts";

export type Stop = Extract<Sought, { what: "part" | "offset" | "saved" | "again" }>;

interface StopKind<S extends Stop> {
  readonly write: (stop: S) => string;
  /** Numbers as the address writes them; null where they are no stop. */
  readonly read: (numbers: readonly number[]) => S | null;
  /** What the machine does where it stops. */
  readonly words: (stop: S, pattern: string) => string;
}

const KINDS: { readonly [K in Stop["what"]]: StopKind<Extract<Stop, { what: K }>> } = {
  part: {
    write: ({ part }) => `${part.start}-${part.end}`,
    read: ([start, end]) => (start === undefined || end === undefined || end < start ? null : { what: "part", part: { start, end } }),
    words: ({ part }, pattern) => `${pattern.slice(part.start, part.end) || "(empty)"} acts, ${span(part.start, part.end)} of the pattern`,
  },
  offset: {
    write: ({ offset }) => String(offset),
    read: ([offset]) => (offset === undefined ? null : { what: "offset", offset }),
    words: ({ offset }) => `stands at ${number(offset)}`,
  },
  saved: {
    write: ({ count }) => String(count),
    read: ([count]) => (count === undefined || count < 1 ? null : { what: "saved", count }),
    words: ({ count }) => `holds ${number(count)} saved states`,
  },
  again: {
    write: () => "",
    read: () => ({ what: "again" }),
    words: () => "tries an item where the attempt tried it before",
  },
};

/** More of them in one address than this are not the bench's own. */
const MOST_STOPS = 20;

export function stopWords<S extends Stop>(stop: S, pattern: string): string {
  const kind = KINDS[stop.what] as unknown as StopKind<S>;
  return kind.words(stop, pattern);
}

export function writeStops(stops: readonly Stop[]): string {
  return stops.map(writeStop).join("_");
}

function writeStop<S extends Stop>(stop: S): string {
  const kind = KINDS[stop.what] as unknown as StopKind<S>;
  const numbers = kind.write(stop);
  return numbers === "" ? stop.what : `${stop.what}.${numbers}`;
}

/** Stops out of an address; what is none is left out. */
export function readStops(text: string): Stop[] {
  return text.split("_", MOST_STOPS).flatMap((each): Stop[] => {
    const [what = "", numbers = ""] = each.split(".");
    if (!Object.hasOwn(KINDS, what)) return [];
    const values = numbers === "" ? [] : numbers.split("-").map((digits) => (/^\d+$/.test(digits) ? Number(digits) : Number.NaN));
    const stop = values.every(Number.isSafeInteger) ? KINDS[what as Stop["what"]].read(values) : null;
    return stop ? [stop] : [];
  });
}

export const sameStop = (one: Stop, other: Stop): boolean => writeStop(one) === writeStop(other);
