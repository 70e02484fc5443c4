/** Room for rows of numbers, made as it is needed: most runs need little, and making it for each would take longer than running it. */

/** Runs that need none share it. */
export const NO_ROOM = new Int32Array(0);
const FEW = 32;

/** The numbers with room for so many, and for as many again as there were; undefined where that is more than there may be. */
export function roomFor(numbers: Int32Array, needed: number, most = Number.POSITIVE_INFINITY): Int32Array<ArrayBuffer> | undefined {
  if (needed > most) return undefined;
  const grown = new Int32Array(Math.min(most, Math.max(needed, FEW, 2 * numbers.length)));
  grown.set(numbers);
  return grown;
}
