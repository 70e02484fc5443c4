/** What a search through files can show, for the page and the command alike. */
import type { Reading } from "../syntax/read.ts";

/** @template Group how a group is named: by its slot, or as a person writes it */
export type Shown<Group> =
  /** Lines, with so many around each. */
  | { readonly kind: "lines"; readonly around: number }
  /** The parts of lines that match. */
  | { readonly kind: "parts" }
  /** How many lines, for each file. */
  | { readonly kind: "count" }
  /** The names of files. */
  | { readonly kind: "files" }
  /** What a group took, each different text once with how often. */
  | { readonly kind: "distinct"; readonly group: Group }
  /** Lines with the matches in them replaced by a template. */
  | { readonly kind: "replaced"; readonly template: string };

export type ShownKind = Shown<unknown>["kind"];

/** Kinds that show what matches: there is none of them where the lines without a match are asked for. */
export const OF_MATCHES: ReadonlySet<ShownKind> = new Set(["parts", "distinct", "replaced"]);

/** The slot of a group by its number or its name; 0 for the whole match, which is “0” or empty; null where there is no such group. */
export function slotNamed({ groups }: Reading, asked: string): number | null {
  if (asked === "" || asked === "0") return 0;
  return groups.find(({ number, name }) => String(number) === asked || name === asked)?.slot ?? null;
}
