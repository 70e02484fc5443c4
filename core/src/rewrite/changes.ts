/** What a template can do to what it puts in, one row a kind: the letters behind a backslash in double-quoted strings of Perl. */
import { foldedCase, lowerCase, lowerFirst, titleFirst, upperCase } from "../charset/casing.ts";
import { type CharSet, contains, subtract, union } from "../charset/charset.ts";
import { WORD } from "../charset/classes.ts";
import { binaryProperty, category } from "../charset/properties.ts";
import type { Change } from "./template.ts";

interface ChangeRow {
  readonly change: (text: string) => string;
  /** Whether it is made of the first character alone. */
  readonly first?: true;
}

const CHANGES = {
  upper: { change: upperCase },
  lower: { change: lowerCase },
  fold: { change: foldedCase },
  quote: { change: quoted },
  "title-first": { change: titleFirst, first: true },
  "lower-first": { change: lowerFirst, first: true },
} as const satisfies Readonly<Record<string, ChangeRow>>;

export type ChangeKind = keyof typeof CHANGES;

const LAST_OF_ASCII = 0x7f;
const LAST_UNIT = 0xffff;
let signs: CharSet | undefined;

/** What `quotemeta` puts a backslash before (perlfunc): all of ASCII but letters, digits and `_`, and beyond it what is or may become syntax. */
function quoteSigns(): CharSet {
  if (signs) return signs;
  const properties = ["Pattern_Syntax", "Pattern_White_Space", "White_Space", "Default_Ignorable_Code_Point"].map(binaryProperty);
  const beyond = subtract(union(...properties, category("Cc")), [0, LAST_OF_ASCII]);
  signs = union(beyond, subtract([0, LAST_OF_ASCII], WORD));
  return signs;
}

function quoted(text: string): string {
  const set = quoteSigns();
  let [made, from] = ["", 0];
  for (let at = 0; at < text.length; ) {
    const codePoint = text.codePointAt(at) as number;
    if (contains(set, codePoint)) {
      made += `${text.slice(from, at)}\\`;
      from = at;
    }
    at += codePoint > LAST_UNIT ? 2 : 1;
  }
  return made + text.slice(from);
}

/** Makes the changes in texts that stand one behind the other, in place. */
export function makeChanges(texts: string[], changes: readonly Change[]): void {
  for (const { kind, from, to } of changes) {
    const row: ChangeRow = CHANGES[kind];
    for (let i = from; i < to; i++) {
      const text = texts[i] as string;
      texts[i] = row.change(text);
      if (row.first && text !== "") break;
    }
  }
}
