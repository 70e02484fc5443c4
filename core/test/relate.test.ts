/** The sets of whole texts that two patterns accept: what they are to each other, with a shortest text for each side. */
import { describe, expect, test } from "@jest/globals";
import { acceptsText, type DialectName, drained, type Relation, type RelationKind, relate } from "../src/index.ts";
import { programOf } from "./support.ts";

interface Side {
  readonly pattern: string;
  readonly flags?: string;
  readonly dialect?: DialectName;
}

const sideOf = (side: string | Side): Side => (typeof side === "string" ? { pattern: side } : side);

function related(left: string | Side, right: string | Side): Relation {
  const [one, other] = [left, right].map(sideOf).map(({ pattern, flags, dialect }) => programOf(pattern, flags, dialect)) as [
    ReturnType<typeof programOf>,
    ReturnType<typeof programOf>,
  ];
  const relation = drained(relate(one, other));
  const { onlyLeft, onlyRight, both } = relation;
  if (onlyLeft !== null) expect([acceptsText(one, onlyLeft), acceptsText(other, onlyLeft)]).toEqual([true, false]);
  if (onlyRight !== null) expect([acceptsText(one, onlyRight), acceptsText(other, onlyRight)]).toEqual([false, true]);
  if (both !== null) expect([acceptsText(one, both), acceptsText(other, both)]).toEqual([true, true]);
  return relation;
}

type Row = readonly [left: string | Side, right: string | Side, relation: RelationKind, onlyLeft: string | null, onlyRight: string | null, both: string | null];

const i = (pattern: string): Side => ({ pattern, flags: "i" });
const u = (pattern: string): Side => ({ pattern, flags: "u" });
const m = (pattern: string): Side => ({ pattern, flags: "m" });
const python = (pattern: string): Side => ({ pattern, dialect: "python" });

const FAMILIES: Record<string, readonly Row[]> = {
  "what is written otherwise": [
    ["(?:a|b)*", "[ab]*", "equal", null, null, ""],
    ["(?:a*b*)*", "[ab]*", "equal", null, null, ""],
    ["aa*", "a+", "equal", null, null, "a"],
    ["a{2,3}", "aaa?", "equal", null, null, "aa"],
    ["a??", "a?", "equal", null, null, ""],
    ["(?:ab|ac)", "a[bc]", "equal", null, null, "ab"],
    ["[^\\s\\S]", "(?!)", "equal", null, null, null],
    ["gate\\d+|gate", "gate\\d*", "equal", null, null, "gate"],
  ],
  "one within the other": [
    ["a+", "a*", "left-within-right", null, "", "a"],
    ["[a-f]{4}", "\\w{4}", "left-within-right", null, "aaag", "aaaa"],
    [".*", "[^]*", "left-within-right", null, "\n", ""],
    ["\\w+", "[a-z]+", "right-within-left", "0", null, "a"],
    ["(?:a|b)*", "(?:ab)*", "right-within-left", "a", null, ""],
    ["\\d{2,4}", "\\d{3}", "right-within-left", "00", null, "000"],
  ],
  "overlapping and apart": [
    ["[ab]+", "[bc]+", "overlapping", "a", "c", "b"],
    ["a*b", "ab*", "overlapping", "b", "a", "ab"],
    ["a", "b", "disjoint", "a", "b", null],
    ["a{3}", "a{4}", "disjoint", "aaa", "aaaa", null],
    ["\\d+", "\\D+", "disjoint", "0", "a", null],
  ],
  "anchors and edges": [
    ["^a$", "a", "equal", null, null, "a"],
    ["\\ba\\b", "a", "equal", null, null, "a"],
    ["a\\b-?", "a-?", "equal", null, null, "a"],
    ["a\\bb", "(?!)", "equal", null, null, null],
    [m("a$\\nb"), "a\\nb", "equal", null, null, "a\nb"],
    ["a$\\nb", m("a$\\nb"), "left-within-right", null, "a\nb", null],
    [python("a$\\n?"), python("a\\n?"), "equal", null, null, "a"],
    [python("a\\Z\\n?"), python("a\\n?"), "left-within-right", null, "a\n", "a"],
  ],
  lookarounds: [
    ["(?=.*\\d)\\w+", "\\w*\\d\\w*", "equal", null, null, "0"],
    ["(?!ab)[ab]{2}", "aa|b[ab]", "equal", null, null, "aa"],
    ["[ab]+(?<=ab)", "[ab]*ab", "equal", null, null, "ab"],
    ["[ab]+(?<!b)", "[ab]*a", "equal", null, null, "a"],
    ["(?!.*aa)[ab]*", "[ab]*", "left-within-right", null, "aa", ""],
    ["(?=(?=a)\\w)\\w", "a", "equal", null, null, "a"],
    ["(?=a)b", "(?!)", "equal", null, null, null],
  ],
  "case and Unicode": [
    [i("weir"), "weir", "right-within-left", "weiR", null, "weir"],
    [i("[a-z]+"), "[A-Za-z]+", "equal", null, null, "a"],
    [u("\\p{Lu}"), u("\\p{L}"), "left-within-right", null, "a", "A"],
    [u("."), ".", "undecided", null, null, "a"],
    [u("[^\\u{1f41f}]"), u("."), "overlapping", "\n", "\u{1f41f}", "a"],
  ],
  "settled ways": [
    [python("(?>a|ab)c"), python("ac"), "equal", null, null, "ac"],
    [python("(?>a*)ab"), "(?!)", "equal", null, null, null],
    [python("a*+b"), python("a*b"), "equal", null, null, "b"],
    [python("(?:a|ab)++c"), python("(?:a|ab)+c"), "left-within-right", null, "abc", "ac"],
  ],
  "references to few texts, and conditions": [
    ["(a|b)\\1", "aa|bb", "equal", null, null, "aa"],
    [`(["'])x\\1`, `"x"|'x'`, "equal", null, null, "'x'"],
    ["([ab])([ab])\\2\\1", "aaaa|abba|baab|bbbb", "equal", null, null, "aaaa"],
    ["(a)?b\\1", "b|aba", "equal", null, null, "b"],
    [python("(a)?b\\1"), "aba", "equal", null, null, "aba"],
    [python("(<)?a(?(1)>)"), "<a>|a", "equal", null, null, "a"],
    [python("(<)?a(?(1)>|!)"), python("<a>|a!"), "equal", null, null, "a!"],
    [i("(a)\\1"), i("aa"), "equal", null, null, "aa"],
    ["(?:(a|b)\\1)*", "(?:aa|bb)*", "equal", null, null, ""],
  ],
  "what is not known": [
    ["(\\w+) \\1", "\\w+ \\w+", "undecided", null, null, "a a"],
    ["(?:(a)|b)*\\1", "[ab]*", "undecided", null, null, ""],
  ],
};

describe.each(Object.entries(FAMILIES))("%s", (_, rows) => {
  test.each(rows.map((row) => [sideOf(row[0]).pattern, sideOf(row[1]).pattern, row] as const))("/%s/ and /%s/", (_left, _right, row) => {
    const [left, right, relation, onlyLeft, onlyRight, both] = row;
    const found = related(left, right);
    expect(found).toMatchObject({ relation, onlyLeft, onlyRight, both });
    expect(found.obstacle === null).toBe(relation !== "undecided");
    // The other way round it is the same.
    const back = related(right, left);
    const turned = { "left-within-right": "right-within-left", "right-within-left": "left-within-right" } as Partial<Record<RelationKind, RelationKind>>;
    expect(back.relation).toBe(turned[relation] ?? relation);
    expect([back.onlyLeft?.length, back.onlyRight?.length, back.both?.length]).toEqual([onlyRight?.length, onlyLeft?.length, both?.length]);
  });
});
