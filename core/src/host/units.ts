/** Offsets as hosts count them: a text that the core measures in UTF-16 code units, in another language's units. */
import { unknownKey } from "../unknown.ts";

/** What a host counts offsets in. */
export type OffsetUnit = "utf-16" | "code-points" | "utf-8";

/**
 * A reckoner from offsets in UTF-16 code units to offsets in the host's unit. It keeps its place: offsets that are asked
 * for one near the other, as those of matches are, cost the distance between them.
 */
export function inUnit(text: string, unit: OffsetUnit): (offset: number) => number {
  const sizeAt = SIZES[unit];
  let at = 0;
  let reckoned = 0;
  return (offset) => {
    if (unit === "utf-16") return offset;
    for (; at < offset; at++) reckoned += sizeAt(text, at);
    for (; at > offset; at--) reckoned -= sizeAt(text, at - 1);
    return reckoned;
  };
}

const isHigh = (code: number): boolean => code >= 0xd800 && code < 0xdc00;
const isLow = (code: number): boolean => code >= 0xdc00 && code < 0xe000;
const isSecondHalf = (text: string, at: number): boolean => isLow(text.charCodeAt(at)) && at > 0 && isHigh(text.charCodeAt(at - 1));
const isFirstHalf = (text: string, at: number): boolean => isHigh(text.charCodeAt(at)) && isLow(text.charCodeAt(at + 1));

/** How much of the host's unit a code unit counts; of a pair its first half counts for both. */
const SIZES: Readonly<Record<OffsetUnit, (text: string, at: number) => number>> = {
  "utf-16": () => 1,
  "code-points": (text, at) => (isSecondHalf(text, at) ? 0 : 1),
  "utf-8": (text, at) => {
    const code = text.charCodeAt(at);
    if (code < 0x80) return 1;
    if (code < 0x800) return 2;
    if (isFirstHalf(text, at)) return 4;
    return isSecondHalf(text, at) ? 0 : 3;
  },
};

/** How a unit is called. */
export function unitWords(unit: OffsetUnit): string {
  switch (unit) {
    case "utf-16":
      return "UTF-16 code units";
    case "code-points":
      return "characters (code points)";
    case "utf-8":
      return "bytes of UTF-8";
    default:
      return unknownKey(unit);
  }
}
