/** What a search through files stands on: sources in several encodings, stretches of whole lines, diffs, records, and lines that hang an engine. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  type ByteSource,
  FilePatch,
  FileSearch,
  foundRecord,
  HangWatch,
  type Line,
  lineReplacer,
  mostFrequentFirst,
  type Room,
  read,
  type SearchAsked,
  StreamSource,
  slotNamed,
  stretchesOf,
  templateFault,
  utf8Text,
  withEncoding,
} from "../src/index.ts";

const encoder = new TextEncoder();

async function* inChunks(bytes: Uint8Array, size: number): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
}

const sourceOf = (bytes: Uint8Array, size = 7): StreamSource => new StreamSource(inChunks(bytes, size), { asIs: true });

/** All that a source holds, read into rooms of one size. */
async function allOf(source: ByteSource, room = 5): Promise<Uint8Array> {
  const read: number[] = [];
  const into = new Uint8Array(room);
  for (let length = -1; length !== 0; ) {
    length = await source.read(into);
    read.push(...into.subarray(0, length));
  }
  return Uint8Array.from(read);
}

function utf16(text: string, order: "le" | "be"): Uint8Array {
  const bytes = new Uint8Array(2 + 2 * text.length);
  const view = new DataView(bytes.buffer);
  for (const [i, unit] of [0xfeff, ...Array.from({ length: text.length }, (_, at) => text.charCodeAt(at))].entries())
    view.setUint16(2 * i, unit, order === "le");
  return bytes;
}

describe("sources", () => {
  const text = "niveau 3 à l’été\nfish 🐟 gate\n";

  test.each([
    ["UTF-8", encoder.encode(text), "auto", true],
    ["UTF-8 with its mark", encoder.encode(`\ufeff${text}`), "auto", false],
    ["UTF-16, the small end first", utf16(text, "le"), "auto", false],
    ["UTF-16, the great end first", utf16(text, "be"), "auto", false],
    ["Latin-1", Uint8Array.from("niveau 3 à été\n", (c) => c.charCodeAt(0)), "latin1", false],
  ] as const)("%s is read as UTF-8, whatever its chunks are", async (...[, bytes, encoding, asIs]) => {
    const wanted = encoding === "latin1" ? "niveau 3 à été\n" : text;
    for (const size of [1, 2, 3, 64]) {
      const source = await withEncoding(sourceOf(bytes, size), encoding);
      expect(source.asIs).toBe(asIs);
      for (const room of [1, 4, 100]) {
        const again = await withEncoding(sourceOf(bytes, size), encoding);
        expect(new TextDecoder("utf-8", { ignoreBOM: true }).decode(await allOf(again, room))).toBe(wanted);
      }
    }
  });

  test("an empty file, and one shorter than a mark, are what they are", async () => {
    for (const bytes of [[], [0x61], [0xff], [0xef, 0xbb]]) {
      expect([...(await allOf(await withEncoding(sourceOf(Uint8Array.from(bytes)), "auto")))]).toEqual(bytes);
    }
  });

  test("what is closed is let go of, also where it is written anew", async () => {
    let closed = 0;
    const source = new StreamSource(inChunks(utf16("gate", "le"), 3), { closed: () => closed++ });
    const made = await withEncoding(source, "auto");
    await made.read(new Uint8Array(2));
    made.close();
    expect(closed).toBe(1);
  });

  test("an error of the file is the reader's", async () => {
    async function* broken(): AsyncGenerator<Uint8Array> {
      yield encoder.encode("gate\n");
      throw new Error("the disk is gone");
    }
    await expect(allOf(await withEncoding(new StreamSource(broken()), "auto"))).rejects.toThrow("the disk is gone");
  });
});

describe("stretches", () => {
  class SmallRoom implements Room {
    private bytes: Uint8Array;
    constructor(size: number) {
      this.bytes = new Uint8Array(size);
    }
    text(): Uint8Array {
      return this.bytes;
    }
    grow(keep: number): void {
      const larger = new Uint8Array(2 * this.bytes.length);
      larger.set(this.bytes.subarray(0, keep));
      this.bytes = larger;
    }
    kindOf(): "utf-8" {
      return "utf-8";
    }
  }

  test("are whole lines, and together the file, with a line feed where it lacks the last one", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.string({ maxLength: 12 }), { maxLength: 12 }),
        fc.boolean(),
        fc.integer({ min: 2, max: 20 }),
        fc.integer({ min: 1, max: 9 }),
        async (lines, ends, size, chunk) => {
          const text = lines.join("\n") + (ends ? "\n" : "");
          const room = new SmallRoom(size);
          let joined = "";
          let added = false;
          for await (const stretch of stretchesOf(sourceOf(encoder.encode(text), chunk), room)) {
            const own = new TextDecoder("utf-8", { ignoreBOM: true }).decode(room.text().subarray(0, stretch.length));
            expect(own.endsWith("\n")).toBe(true);
            expect(added).toBe(false);
            added = stretch.added;
            joined += own;
          }
          const wellFormed = new TextDecoder("utf-8", { ignoreBOM: true }).decode(encoder.encode(text));
          expect(joined).toBe(wellFormed === "" || wellFormed.endsWith("\n") ? wellFormed : `${wellFormed}\n`);
          expect(added).toBe(wellFormed !== "" && !wellFormed.endsWith("\n"));
        },
      ),
    );
  });
});

const asked = (change: Partial<SearchAsked> & { readonly pattern?: string }): SearchAsked => ({
  readings: [read({ dialect: "ecmascript", flags: "", pattern: change.pattern ?? "gate" })],
  part: "part",
  others: false,
  binaryToo: false,
  stepLimit: 100_000,
  kindOf: (bytes) => (bytes.every((byte) => byte < 0x80) ? "ascii" : "utf-8"),
  ...change,
});

describe("a search through a file", () => {
  const text = "weir\ngate 1\nlevel\nlevel\ngate 2\ngate 3\nlock";

  const told = async (around: number, most: number, change: Partial<SearchAsked> = {}) => {
    const lines: string[] = [];
    const outcome = await new FileSearch(asked(change), null).each("log", sourceOf(encoder.encode(text)), around, most, (line) => {
      lines.push(`${line.kept ? "" : "-"}${line.number}${line.added ? "+" : ""}`);
      return true;
    });
    return { lines: lines.join(" "), count: outcome.count };
  };

  test.each([
    [0, Number.POSITIVE_INFINITY, {}, "2 5 6", 3],
    [1, Number.POSITIVE_INFINITY, {}, "-1 2 -3 -4 5 6 -7+", 3],
    [0, 2, {}, "2 5", 2],
    [1, 2, {}, "-1 2 -3 -4 5 -6", 2],
    [0, Number.POSITIVE_INFINITY, { others: true }, "1 3 4 7+", 4],
    // All lines, as where a file is written anew.
    [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, {}, "-1 2 -3 -4 5 6 -7+", 3],
    [Number.POSITIVE_INFINITY, 1, {}, "-1 2 -3 -4 -5 -6 -7+", 1],
  ] as const)("with %d lines around and %d at most", async (...[around, most, change, lines, count]) => {
    expect(await told(around, most, change)).toEqual({ lines, count });
  });

  test("counts the lines that it has read, and stops where it is told to", async () => {
    const search = new FileSearch(asked({}), null);
    expect(await search.count("log", sourceOf(encoder.encode(text)), Number.POSITIVE_INFINITY)).toEqual({ count: 3, lines: 7, undecided: [], binary: false });
    const { count } = await search.each("log", sourceOf(encoder.encode(text)), 0, Number.POSITIVE_INFINITY, () => false);
    expect(count).toBe(1);
  });

  test("a file that holds NUL is not read for its lines, unless that is asked for", async () => {
    const bytes = encoder.encode("gate\0\ngate\n");
    const count = async (binaryToo: boolean) =>
      (await new FileSearch(asked({ binaryToo }), null).each("log", sourceOf(bytes, 64), 0, Number.POSITIVE_INFINITY, () => true)).count;
    expect([await count(false), await count(true)]).toEqual([0, 2]);
  });
});

const line = (number: number, bytes: Uint8Array | string, kept = true, added = false): Line => {
  const own = typeof bytes === "string" ? encoder.encode(bytes) : bytes;
  return { number, bytes: Uint8Array.from([...own, 0x0a]), kept, added };
};

describe("a diff", () => {
  const latin1 = (bytes: Uint8Array): string => String.fromCharCode(...bytes);

  test("has a hunk for lines that follow one another, and shifts those behind a change of the number of lines", () => {
    const patch = new FilePatch("été.log", (text) => text.replace("a", "x\ny"));
    const lines = [line(1, "one", false), line(2, "a"), line(3, "two", false), line(9, "three", false), line(10, "a", true, true)];
    let diff = "";
    for (const each of lines) {
      expect(patch.line(each)).toBe(true);
      diff += latin1(patch.take());
    }
    diff += latin1(patch.end());
    expect(new TextDecoder().decode(Uint8Array.from(diff, (c) => c.charCodeAt(0)))).toBe(
      [
        "--- a/été.log",
        "+++ b/été.log",
        "@@ -1,3 +1,4 @@",
        " one",
        "-a",
        "+x",
        "+y",
        " two",
        "@@ -9,2 +10,3 @@",
        " three",
        "-a",
        "\\ No newline at end of file",
        "+x",
        "+y",
        "\\ No newline at end of file",
        "",
      ].join("\n"),
    );
  });

  test("leaves a line that is not UTF-8 as it is and says so; without a change there is no diff", () => {
    const patch = new FilePatch("log", () => "changed");
    const odd = Uint8Array.from([0x61, 0xe9]);
    expect(patch.line(line(1, odd))).toBe(false);
    expect(patch.line(line(2, odd, false))).toBe(true);
    expect(latin1(patch.end())).toBe("");
    expect([utf8Text(line(1, odd)), utf8Text(line(1, "\ufeffé"))]).toEqual([null, "\ufeffé"]);
  });
});

describe("what is found", () => {
  test("as records says of lines nearby that they are, in JSON alone; CSV quotes what it has to", () => {
    expect(foundRecord("json", { file: "a", line: 1, text: "b" }, true)).toBe('{"file":"a","line":1,"text":"b","near":true}\n');
    expect(foundRecord("csv", { file: "a,b", line: 1, text: 'say "gate"' }, true)).toBe('"a,b",1,"say ""gate"""\n');
  });

  test("as values comes the most frequent first, equals by their text", () => {
    expect(
      mostFrequentFirst(
        new Map([
          ["b", 1],
          ["a", 1],
          ["c", 2],
        ]),
      ),
    ).toEqual([
      ["c", 2],
      ["a", 1],
      ["b", 1],
    ]);
  });

  test.each([
    ["", 0],
    ["0", 0],
    ["1", 1],
    ["depth", 2],
    ["2", 2],
    ["3", null],
    ["Depth", null],
  ])("a group is asked for by its number or its name: %j", (asked, slot) => {
    expect(slotNamed(read({ dialect: "ecmascript", flags: "", pattern: "(a)(?<depth>b)" }), asked)).toBe(slot);
  });
});

describe("lines replaced", () => {
  test.each([
    ["ecmascript", "(\\d)", "<$1>", "gate <7> <9>"],
    ["python", "(?P<n>\\d)", "<\\g<n>>", "gate <7> <9>"],
    ["java", "(\\d)", "$1!", "gate 7! 9!"],
  ] as const)("as the host of %s does", (...[dialect, pattern, template, becomes]) => {
    expect(lineReplacer(read({ dialect, flags: "", pattern }), template, 1000)("gate 7 9")).toBe(becomes);
  });

  test("a template that the host refuses is located, and one of a broken pattern is not judged", () => {
    const python = read({ dialect: "python", flags: "", pattern: "(a)" });
    expect(templateFault(python, "\\1")).toBeUndefined();
    expect(templateFault(python, "x\\9")).toMatchObject({ severity: "syntax-error", start: 1 });
    expect(templateFault(read({ dialect: "python", flags: "", pattern: "(a" }), "\\9")).toBeUndefined();
    expect(() => lineReplacer(python, "\\9", 1000)("a")).toThrow();
  });
});

describe("lines on which an engine would hang", () => {
  const watched = (pattern: string, dialect: "ecmascript" | "ere" = "ecmascript") => {
    const told: string[] = [];
    const watch = HangWatch.of([read({ dialect, flags: "", pattern })], (sentence, place) => told.push(`${place?.path}:${place?.number} ${sentence}`));
    return { watch, told };
  };

  test("are named with the steps that they take, and short lines are not looked at", () => {
    const { watch, told } = watched("^(\\w+ ?)+$");
    expect(watch?.from).toBeGreaterThan(10);
    expect(watch?.from).toBeLessThan(60);
    watch?.line("a.log", 3, encoder.encode("weir gate lock"));
    watch?.line("a.log", 4, encoder.encode(`${"weir ".repeat(12)}!`));
    watch?.end();
    expect(told).toEqual(["a.log:4 a backtracking engine takes 2,689,876,660,958 steps to search this line"]);
  });

  test("beyond a few are counted", () => {
    const { watch, told } = watched("^(a+)+$");
    for (let number = 1; number <= 8; number++) watch?.line("a.log", number, encoder.encode(`${"a".repeat(40)}!`));
    watch?.end();
    expect(told.length).toBe(6);
    expect(told.at(-1)).toBe("undefined:undefined 3 more such lines");
  });

  test.each(["weir \\d+", "^\\w+$", "(a"])("%s needs no watch", (pattern) => {
    expect(watched(pattern).watch).toBeNull();
  });

  test("nor does an engine that is an automaton", () => {
    expect(watched("^(a+)+$", "ere").watch).toBeNull();
  });
});
