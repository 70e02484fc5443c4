/** Text as a person can see it, and offsets as line and column. */

const NAMES: Readonly<Record<string, string>> = {
  "\n": "⏎",
  "\r": "␍",
  "\t": "⇥",
  "\0": "␀",
  "\u00a0": "⍽",
  "\ufeff": "⟨BOM⟩",
  "\u2028": "⟨LS⟩",
  "\u2029": "⟨PS⟩",
};

/** A whole number with its thousands set apart: the host's own way is a hundred times as slow. */
export function grouped(n: number): string {
  const digits = String(n);
  let out = "";
  for (let i = 0; i < digits.length; i++) {
    if (i > 0 && (digits.length - i) % 3 === 0) out += ",";
    out += digits.charAt(i);
  }
  return out;
}

/** Numbers of more digits than this are said by their size. */
const MOST_DIGITS = 15;
const SUPERSCRIPTS = "⁰¹²³⁴⁵⁶⁷⁸⁹";

/** A count of any size as a person takes it in: in full, or as a power of ten. Takes decimal digits. */
export function countWords(digits: string): string {
  if (digits.length <= MOST_DIGITS) return grouped(Number(digits));
  const power = Array.from(String(digits.length - 1), (d) => SUPERSCRIPTS.charAt(Number(d))).join("");
  return `${digits.charAt(0)}.${digits.charAt(1)} × 10${power}`;
}

/** Longer quotations are cut in the middle: both ends of a text say more than its beginning alone. */
const QUOTE_LENGTH = 48;

/** A short, printable form of a stretch of text: controls and lone surrogates get a sign, and the middle of a long one is left out. */
export function visible(text: string, length = QUOTE_LENGTH): string {
  const half = Math.floor(length / 2);
  const cut = text.length > length ? `${text.slice(0, half)}…${text.slice(text.length - half)}` : text;
  let out = "";
  for (const c of cut) {
    const code = c.codePointAt(0) as number;
    if (NAMES[c]) out += NAMES[c];
    else if (code < 0x20) out += String.fromCodePoint(0x2400 + code);
    else if (code === 0x7f) out += "␡";
    else if (code >= 0xd800 && code <= 0xdfff) out += `⟨${code.toString(16).toUpperCase()}⟩`;
    else out += c;
  }
  return cut.trim() === "" ? out.replaceAll(" ", "␣") : out;
}

/** Where lines begin: offsets after each `\n`, and 0. `\r\n` ends one line; a `\r` alone does not. */
export function lineStarts(text: string): Int32Array {
  let count = 1;
  for (let i = text.indexOf("\n"); i >= 0; i = text.indexOf("\n", i + 1)) count++;
  const starts = new Int32Array(count);
  let line = 1;
  for (let i = text.indexOf("\n"); i >= 0; i = text.indexOf("\n", i + 1)) starts[line++] = i + 1;
  return starts;
}

/** Line and column of one offset, both from 1, where nothing else is asked of the text. */
export function placeOf(text: string, offset: number): { line: number; column: number } {
  let line = 1;
  let start = 0;
  for (let end = text.indexOf("\n"); end >= 0 && end < offset; end = text.indexOf("\n", start)) {
    start = end + 1;
    line++;
  }
  return { line, column: offset - start + 1 };
}

/** Line and column of an offset, both from 1; columns count UTF-16 code units. */
export function lineColumn(starts: Int32Array, offset: number): { line: number; column: number } {
  let low = 0;
  let high = starts.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((starts[middle] as number) <= offset) low = middle + 1;
    else high = middle;
  }
  return { line: low, column: offset - (starts[low - 1] as number) + 1 };
}
