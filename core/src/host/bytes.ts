/** Texts as the bytes of their UTF-8, for hosts that read bytes: each byte is one code unit of a string. */

const REPLACEMENT = 0xfffd;
const byte = (value: number): string => String.fromCharCode(value);
const tail = (codePoint: number, shift: number): string => byte(0x80 | ((codePoint >> shift) & 0x3f));

/** The bytes of a text, one code unit each; half of a pair becomes the replacement character. */
export function bytesOf(text: string): string {
  let made = "";
  for (const character of text) {
    const own = character.codePointAt(0) as number;
    const codePoint = own >= 0xd800 && own <= 0xdfff ? REPLACEMENT : own;
    if (codePoint < 0x80) made += character;
    else if (codePoint < 0x800) made += byte(0xc0 | (codePoint >> 6)) + tail(codePoint, 0);
    else if (codePoint < 0x10000) made += byte(0xe0 | (codePoint >> 12)) + tail(codePoint, 6) + tail(codePoint, 0);
    else made += byte(0xf0 | (codePoint >> 18)) + tail(codePoint, 12) + tail(codePoint, 6) + tail(codePoint, 0);
  }
  return made;
}

/** Bytes of a character by its first; 0 where it begins none. */
const lengthBy = (first: number): number => (first < 0x80 ? 1 : first < 0xc2 ? 0 : first < 0xe0 ? 2 : first < 0xf0 ? 3 : first < 0xf5 ? 4 : 0);
/** The least code point of so many bytes; a smaller one is spelled too long. */
const LEAST = [0, 0, 0x80, 0x800, 0x10000] as const;

/** What bytes spell, or undefined where they are no UTF-8. */
export function textOfBytes(bytes: string): string | undefined {
  let made = "";
  for (let at = 0; at < bytes.length; ) {
    const first = bytes.charCodeAt(at);
    const length = lengthBy(first);
    if (length === 0 || at + length > bytes.length) return undefined;
    let codePoint = length === 1 ? first : first & (0x7f >> length);
    for (let i = 1; i < length; i++) {
      const next = bytes.charCodeAt(at + i);
      if ((next & 0xc0) !== 0x80) return undefined;
      codePoint = (codePoint << 6) | (next & 0x3f);
    }
    if (codePoint < (LEAST[length] as number) || codePoint > 0x10ffff || (codePoint >= 0xd800 && codePoint <= 0xdfff)) return undefined;
    made += String.fromCodePoint(codePoint);
    at += length;
  }
  return made;
}

export const hexOf = (bytes: string): string => Array.from(bytes, (unit) => unit.charCodeAt(0).toString(16).padStart(2, "0")).join("");

/** What bytes spell, with a replacement character for each byte that spells nothing. */
export function spelledLoosely(bytes: string): string {
  const whole = textOfBytes(bytes);
  if (whole !== undefined) return whole;
  let made = "";
  for (let at = 0; at < bytes.length; ) {
    let length = 4;
    while (
      length > 0 &&
      (at + length > bytes.length ||
        textOfBytes(bytes.slice(at, at + length)) === undefined ||
        [...(textOfBytes(bytes.slice(at, at + length)) ?? "")].length > 1)
    )
      length--;
    made += length === 0 ? "\ufffd" : textOfBytes(bytes.slice(at, at + length));
    at += Math.max(1, length);
  }
  return made;
}
