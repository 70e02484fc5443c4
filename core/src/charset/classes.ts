/** The named classes of characters that dialects share, and the Unicode sets that names of groups are made of. */
import { type CharSet, complement, contains, LAST_CODE_POINT, setOfRanges, setOfText, union } from "./charset.ts";
import { ID_CONTINUE, ID_START, SPACE_SEPARATOR } from "./unicode.generated.ts";

export const DIGITS: CharSet = [0x30, 0x39];

/** `\w` without case folding: ASCII letters, digits and the low line. */
export const WORD: CharSet = setOfRanges([
  [0x30, 0x39],
  [0x41, 0x5a],
  [0x5f, 0x5f],
  [0x61, 0x7a],
]);

/** ECMA-262 LineTerminator. */
export const LINE_TERMINATORS: CharSet = setOfText("\n\r\u2028\u2029");

/** ECMA-262 WhiteSpace and LineTerminator, which `\s` takes. */
export const WHITE_SPACE: CharSet = union(setOfText("\t\v\f\uFEFF"), expand(SPACE_SEPARATOR), LINE_TERMINATORS);

export const ANY_BUT_LINE_TERMINATORS: CharSet = complement(LINE_TERMINATORS);

/** The generated tables keep ranges as the gaps and lengths between their ends, in base 36. */
function expand(packed: string): CharSet {
  const out: number[] = [];
  let at = 0;
  for (const word of packed.split(" ")) {
    at += Number.parseInt(word, 36);
    out.push(at);
  }
  return out;
}

let idStart: CharSet | undefined;
let idContinue: CharSet | undefined;

/** Whether an identifier may begin with the character (Unicode ID_Start, `$`, `_`). */
export function startsIdentifier(codePoint: number): boolean {
  if (codePoint === 0x24 || codePoint === 0x5f) return true;
  if (codePoint > LAST_CODE_POINT) return false;
  idStart ??= expand(ID_START);
  return contains(idStart, codePoint);
}

/** Whether an identifier may go on with the character (Unicode ID_Continue, `$`, ZWNJ, ZWJ). */
export function continuesIdentifier(codePoint: number): boolean {
  if (codePoint === 0x24 || codePoint === 0x200c || codePoint === 0x200d) return true;
  idContinue ??= expand(ID_CONTINUE);
  return contains(idContinue, codePoint);
}
