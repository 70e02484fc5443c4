/** The case of texts; the answers are Perl's uc, lc, fc, ucfirst and lcfirst. */
import { expect, test } from "@jest/globals";
import { foldedCase, lowerCase, lowerFirst, titleFirst, upperCase } from "../src/charset/casing.ts";

test.each<[text: string, upper: string, lower: string, fold: string, title: string, small: string]>([
  ["", "", "", "", "", ""],
  ["gate SEVEN", "GATE SEVEN", "gate seven", "gate seven", "Gate SEVEN", "gate SEVEN"],
  ["ßẞ", "SSẞ", "ßß", "ssss", "Ssẞ", "ßẞ"],
  ["ΑΣΑΣ", "ΑΣΑΣ", "ασασ", "ασασ", "ΑΣΑΣ", "αΣΑΣ"],
  ["ǆǅǄ", "ǄǄǄ", "ǆǆǆ", "ǆǆǆ", "ǅǅǄ", "ǆǅǄ"],
  ["ǲx", "ǱX", "ǳx", "ǳx", "ǲx", "ǳx"],
  ["ŉa", "ʼNA", "ŉa", "ʼna", "ʼNa", "ŉa"],
  ["ﬁn", "FIN", "ﬁn", "fin", "Fin", "ﬁn"],
  ["ᾳa", "ΑΙA", "ᾳa", "αιa", "ᾼa", "ᾳa"],
  ["ᾷa", "Α͂ΙA", "ᾷa", "ᾶιa", "ᾼ͂a", "ᾷa"],
  ["ᾀa", "ἈΙA", "ᾀa", "ἀιa", "ᾈa", "ᾀa"],
  ["ΐa", "Ϊ́A", "ΐa", "ΐa", "Ϊ́a", "ΐa"],
  ["ևa", "ԵՒA", "ևa", "եւa", "Եւa", "ևa"],
  ["აა", "ᲐᲐ", "აა", "აა", "აა", "აა"],
  ["İıI", "İII", "i̇ıi", "i̇ıi", "İıI", "i̇ıI"],
  ["𐐨𐐀", "𐐀𐐀", "𐐨𐐨", "𐐨𐐨", "𐐀𐐀", "𐐨𐐀"],
])("%s", (text, ...wanted) => {
  // The mark beneath a capital can stand before or after other marks.
  const canonical = (each: string): string => each.normalize("NFD");
  expect([upperCase, lowerCase, foldedCase, titleFirst, lowerFirst].map((casing) => casing(text)).map(canonical)).toEqual(wanted.map(canonical));
});
