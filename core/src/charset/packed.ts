/** Reads the packed tables of the generated files. */
import type { CharSet } from "./charset.ts";

/** Ends of ranges, `[from, to, from, to, …]`, from their differences in base 36. */
export function unpackEnds(packed: string): CharSet {
  if (packed === "") return [];
  const out: number[] = [];
  let at = 0;
  for (const word of packed.split(" ")) {
    at += Number.parseInt(word, 36);
    out.push(at);
  }
  return out;
}

const isUpper = (c: string | undefined): boolean => c !== undefined && c >= "A" && c <= "Z";

/**
 * Calls `run` with the first and last character of each run and its codes. The packed text holds lengths in base 36
 * (small letters), each followed by its codes: `width` characters that begin with a capital, or a full stop for none.
 */
export function eachRun(packed: string, width: number, run: (from: number, to: number, codes: string) => void): void {
  let at = 0;
  let from = 0;
  while (at < packed.length) {
    let codesAt = at;
    while (packed[codesAt] !== "." && !isUpper(packed[codesAt])) codesAt++;
    let end = codesAt;
    while (isUpper(packed[end])) end += width;
    const length = Number.parseInt(packed.slice(at, codesAt), 36);
    run(from, from + length - 1, packed.slice(codesAt, end));
    from += length;
    at = end === codesAt ? codesAt + 1 : end;
  }
}
