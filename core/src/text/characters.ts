/** Small questions about characters and short texts, for what is no pattern. */

export const isDigit = (character: string | undefined): boolean => character !== undefined && character >= "0" && character <= "9";
export const isOctal = (character: string | undefined): boolean => character !== undefined && character >= "0" && character <= "7";
const HEX = "0123456789abcdefABCDEF";
export const isHex = (character: string | undefined): boolean => character !== undefined && HEX.includes(character);
export const isAsciiLetter = (character: string | undefined): boolean =>
  character !== undefined && ((character >= "a" && character <= "z") || (character >= "A" && character <= "Z"));
export const isWordCharacter = (character: string | undefined): boolean => isDigit(character) || isAsciiLetter(character) || character === "_";
export const isBlank = (character: string | undefined): boolean => character !== undefined && " \t\n\r\f\v".includes(character) && character !== "";

/** Whether a text is digits and nothing else. */
export const isNumber = (text: string): boolean => text !== "" && Array.from(text).every(isDigit);

/** The text without some characters. */
export const without = (text: string, characters: string): string =>
  Array.from(text)
    .filter((character) => !characters.includes(character))
    .join("");

/** Characters from an offset on for which the test holds. */
export function runFrom(text: string, from: number, test: (character: string | undefined) => boolean): string {
  let end = from;
  while (end < text.length && test(text[end])) end++;
  return text.slice(from, end);
}

/** Whether half of a pair of surrogates stands in it by itself. */
export const hasLoneHalf = (text: string): boolean =>
  Array.from(text).some((character) => character.length === 1 && character >= "\ud800" && character <= "\udfff");

/** Whether the text ends in a backslash that no other one takes. */
export function endsInEscape(text: string): boolean {
  let count = 0;
  while (text[text.length - 1 - count] === "\\") count++;
  return count % 2 === 1;
}

/** The text with backslashes before one character taken away, where they are no part of another escape. */
export function withoutEscapesOf(text: string, sign: string): string {
  let made = "";
  for (let at = 0; at < text.length; at++) {
    if (text[at] !== "\\" || at + 1 === text.length) made += text[at];
    else {
      made += text[at + 1] === sign ? sign : text.slice(at, at + 2);
      at++;
    }
  }
  return made;
}

/** Digits from the beginning on, with single low lines before them, as Perl reads numbers in braces. */
export function looseDigits(text: string, isOne: (character: string | undefined) => boolean): string {
  let digits = "";
  for (let at = 0; at < text.length; at++) {
    if (isOne(text[at])) digits += text[at];
    else if (text[at] !== "_" || !isOne(text[at + 1])) break;
  }
  return digits;
}
