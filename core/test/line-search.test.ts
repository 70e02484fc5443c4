/** Lines searched for in bytes: the same as in strings, whatever reads them. */
import { isAscii, isUtf8 } from "node:buffer";
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { type BytesAre, type DialectName, drained, type LinePart, LineSearch, siftSlices } from "../src/index.ts";
import { readIn } from "./support.ts";

const ROOM = 1 << 16;

interface Asked {
  readonly dialect?: DialectName;
  readonly flags?: string;
  readonly part?: LinePart;
}

const searchFor = (patterns: readonly string[], { dialect = "ecmascript", flags = "", part = "part" }: Asked = {}): LineSearch =>
  new LineSearch(
    patterns.map((pattern) => readIn(dialect, pattern, flags)),
    { part, stepLimit: 100_000 },
    ROOM,
  );

const kindOf = (bytes: Uint8Array): BytesAre => (isAscii(bytes) ? "ascii" : isUtf8(bytes) ? "utf-8" : "other");

/** The numbers of the lines that are found, from 0. */
function linesIn(search: LineSearch, bytes: Buffer): number[] {
  search.text.set(bytes);
  const { places, undecided } = search.find(bytes.length, kindOf(bytes));
  expect(undecided).toEqual([]);
  return [...places].map((place) => bytes.subarray(0, place).filter((byte) => byte === 0x0a).length);
}

const linesInString = (patterns: readonly string[], { dialect = "ecmascript", flags = "", part = "part" }: Asked, text: string): number[] =>
  drained(
    siftSlices(
      patterns.map((pattern) => readIn(dialect, pattern, flags)),
      text,
      { keep: "matching", part },
    ),
  ).lines.map(({ line }) => line - 1);

describe("the same lines are found in bytes as in strings", () => {
  const lines = fc.array(fc.array(fc.constantFrom("a", "b", "1", " ", "é", "ß", "€", "😀", "K", "\r", "\u2028"), { maxLength: 5 }), { maxLength: 12 });
  test.each<[pattern: string, asked: Asked]>([
    ["a+b|é$", {}],
    ["^[^ab]", {}],
    ["^.$", {}],
    ["^.$", { flags: "u" }],
    ["\\B", {}],
    ["\\bb|", { part: "word" }],
    ["(?<!a)b(?! )", {}],
    ["[é-€]{2}", {}],
    ["k", { flags: "iu" }],
    ["\\w\\W", { dialect: "python" }],
    ["a$", { dialect: "java" }],
    ["(?=a\\w*b)a", {}],
    ["(a|€)\\1", {}],
    ["(?>a+)b|(.)(?(1)x|\\1)", { dialect: "perl" }],
    ["^(a(?1)?b)$", { dialect: "pcre" }],
    ["ß|😀", { dialect: "ere", flags: "i" }],
    ["(.)\\1|\\<b", { dialect: "bre" }],
  ])("/%s/ %j", (pattern, asked) => {
    const search = searchFor([pattern], asked);
    fc.assert(
      fc.property(lines, (all) => {
        const text = all.map((own) => `${own.join("")}\n`).join("");
        expect(linesIn(search, Buffer.from(text))).toEqual(linesInString([pattern], asked, text));
      }),
      { numRuns: 40 * DEPTH },
    );
  });
});

test("bytes that are no UTF-8 are read as what replaces them", () => {
  const bytes = Buffer.from([0x61, 0xff, 0x0a, 0x61, 0x0a, 0xed, 0xa0, 0x80, 0x0a]);
  expect(linesIn(searchFor(["\\ufffd"]), bytes)).toEqual([0, 2]);
  expect(linesIn(searchFor(["^a$"]), bytes)).toEqual([1]);
});

describe("what reads them", () => {
  test.each<[pattern: string, asked: Asked, reads: "bytes" | "strings"]>([
    ["a+b", {}, "bytes"],
    ["\\p{L}+", { flags: "u" }, "bytes"],
    ["^(a(?1)?b)$", { dialect: "pcre" }, "strings"],
    ["a", { flags: "y" }, "strings"],
  ])("/%s/ %j: %s", (pattern, asked, reads) => {
    expect(searchFor([pattern], asked).reads).toBe(reads);
  });
});

describe("many words", () => {
  const words = Array.from({ length: 400 }, (_, i) => `${i % 3 === 0 ? "weir" : i % 3 === 1 ? "Gräser" : "a"}${i * 37}`);

  test.each<[name: string, asked: Asked]>([
    ["as they are", { dialect: "literal" }],
    ["in any case", { dialect: "literal", flags: "i" }],
    ["as alternatives", { dialect: "ere" }],
  ])("%s", (_name, asked) => {
    const patterns = [words.join(asked.dialect === "ere" ? "|" : "\n")];
    const search = searchFor(patterns, asked);
    const text = Array.from(
      { length: 300 },
      (_, i) => `${i % 2 === 0 ? "the " : ""}${["WEIR", "weir", "Gräser", "GRÄSER", "a"][i % 5]}${i * 74} and ${i}\n`,
    ).join("");
    const found = linesIn(search, Buffer.from(text));
    expect(found.length).toBeGreaterThan(10);
    expect(found).toEqual(linesInString(patterns, asked, text));
    const ascii = text.replaceAll("ä", "a").replaceAll("Ä", "A");
    expect(linesIn(search, Buffer.from(ascii))).toEqual(linesInString(patterns, asked, ascii));
  });
});

test("a text that every match holds is looked for, however often it stands", () => {
  const search = searchFor(["[0-9]+ gates"]);
  const often = `${"1 gates\n".repeat(200)}${"gates\n".repeat(200)}`;
  const seldom = `${"weir\n".repeat(3000)}7 gates\n${"weir\n".repeat(3000)}gates\n`;
  for (const text of [seldom, often, seldom]) expect(linesIn(search, Buffer.from(text))).toEqual(linesInString(["[0-9]+ gates"], {}, text));
});

test("line feeds are counted from an offset to another", () => {
  const search = searchFor(["a"]);
  search.text.set(Buffer.from("a\n\nb\n\n\nc\n"));
  expect([search.lineFeeds(0, 9), search.lineFeeds(0, 2), search.lineFeeds(2, 9)]).toEqual([6, 1, 5]);
});

test("lines that take too many steps are said to be undecided, by their numbers", () => {
  const search = new LineSearch([readIn("pcre", "^(a+)+\\1b\\1c$", "")], { part: "part", stepLimit: 1000 }, ROOM);
  const text = `x\naabac\n${"a".repeat(40)}bc\nx\naabac\n`;
  search.text.set(Buffer.from(text));
  const { places, undecided } = search.find(text.length, "ascii");
  expect({ lines: [...places].map((place) => text.slice(0, place).split("\n").length - 1), undecided }).toEqual({ lines: [1, 4], undecided: [2] });
});
