/** Fields of a table in CSV (RFC 4180). */

/** A field: in quotation marks where it holds one, a comma or a line end. */
export function csvField(value: string | number): string {
  const text = String(value);
  return ['"', ",", "\r", "\n"].some((c) => text.includes(c)) ? quoted(text) : text;
}

/** A text that is always in quotation marks, so that an empty one (`""`) is told apart from nothing. */
export const quoted = (text: string): string => `"${text.replaceAll('"', '""')}"`;

/** What a spreadsheet takes for the beginning of a formula, or skips to find one. */
const FORMULA_BEGINS = "=+-@\t\r";

/** The text with an apostrophe where a spreadsheet would run it as a formula; it does not show that. */
export const harmless = (text: string): string => (text !== "" && FORMULA_BEGINS.includes(text.charAt(0)) ? `'${text}` : text);
