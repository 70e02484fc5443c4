/** Slips that a person has set aside for a specimen: a list of lines, so that it lies well in a file. */
import type { Slip } from "./slips.ts";

/** A slip as a line: its code, and what is written where it is, so that an edit elsewhere does not bring it back. */
export function asideLine({ code, start, end }: Pick<Slip, "code" | "start" | "end">, pattern: string): string {
  return `${code} ${pattern.slice(start, end).replaceAll("\r", "␍").replaceAll("\n", "␊")}`.trimEnd();
}

/** The slips that are said, and those that are set aside by a list. */
export function partSlips(slips: readonly Slip[], pattern: string, list: string): { readonly said: readonly Slip[]; readonly aside: readonly Slip[] } {
  const lines = new Set(list.split("\n"));
  const isAside = (slip: Slip): boolean => lines.has(asideLine(slip, pattern));
  return { said: slips.filter((slip) => !isAside(slip)), aside: slips.filter(isAside) };
}

/** The list with a slip, or without it. */
export function withAside(slip: Slip, pattern: string, list: string, aside: boolean): string {
  const line = asideLine(slip, pattern);
  const others = list.split("\n").filter((each) => each !== "" && each !== line);
  return (aside ? [...others, line] : others).join("\n");
}
