/** `sift` over files: with grep as judge where it is installed, and on files of all kinds. */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { type SiftCommandOptions, siftInto } from "../src/sift/command.ts";
import { Output } from "../src/sift/output.ts";
import countShare from "../src/sift/share.ts";

let folder: string;
let before: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "lamprey-sift-"));
  before = process.cwd();
  process.chdir(folder);
});
afterAll(() => {
  process.chdir(before);
  rmSync(folder, { recursive: true, force: true });
});

interface Sifted {
  readonly out: string;
  readonly err: readonly string[];
  readonly code: number;
}

const DEFAULTS: SiftCommandOptions = { dialect: "ere", flags: "", encoding: "auto", color: "never", hanging: true };

async function sift(pattern: string | undefined, paths: readonly string[], options: Partial<SiftCommandOptions> = {}): Promise<Sifted> {
  const written: Uint8Array[] = [];
  const err: string[] = [];
  const output = new Output((bytes, from) => {
    written.push(bytes.slice(from));
    return bytes.length - from;
  });
  const code = await siftInto(output, (message) => err.push(message), pattern, paths, { ...DEFAULTS, ...options });
  return { out: Buffer.concat(written).toString(), err, code };
}

const file = (name: string, content: string | Uint8Array): string => {
  writeFileSync(name, content);
  return name;
};

const grep = spawnSync("grep", ["--version"], { encoding: "utf8" });
const hasGrep = grep.status === 0 && grep.stdout.includes("GNU grep");

/** Our options beside grep's switches; of each list one is taken. */
const KINDS: readonly (readonly [Partial<SiftCommandOptions>, readonly string[]])[] = [
  [{}, ["-n"]],
  [{ count: true }, ["-c"]],
  [{ parts: true }, ["-n", "-o"]],
  [{ files: true }, ["-l"]],
  [{ context: 1 }, ["-n", "-C", "1"]],
  [{ context: 2, first: 2 }, ["-n", "-C", "2", "-m", "2"]],
  [{ first: 2 }, ["-n", "-m", "2"]],
  [{ others: true }, ["-n", "-v"]],
  [{ others: true, context: 1 }, ["-n", "-v", "-C", "1"]],
  [{ others: true, count: true }, ["-c", "-v"]],
  [{ others: true, files: true }, ["-L"]],
];
const WHOLES: readonly (readonly [Partial<SiftCommandOptions>, readonly string[]])[] = [
  [{}, []],
  [{ whole: "line" }, ["-x"]],
  [{ whole: "word" }, ["-w"]],
];
const PATTERNS: readonly (readonly [Partial<SiftCommandOptions>, string, readonly string[]])[] = [
  [{}, "b+|ab", ["-E"]],
  [{}, "^a|é$", ["-E"]],
  [{ flags: "i" }, "AÉ?b", ["-E", "-i"]],
  [{}, "(a.)\\1", ["-E"]],
  [{}, "\\<b|[^ab ]", ["-E"]],
  [{}, "", ["-E"]],
  [{}, "😀", ["-E"]],
  [{ dialect: "literal" }, "ab\nb a\né", ["-F"]],
  [{ dialect: "bre" }, "a*b\\|é\\{1,2\\}", ["-G"]],
];

(hasGrep ? describe : describe.skip)("as grep prints it (GNU grep)", () => {
  test("files, switches and patterns of all kinds", async () => {
    const lines = fc
      .array(fc.array(fc.constantFrom("a", "b", " ", "é", "😀", "b", "a", "\r"), { maxLength: 6 }), { maxLength: 9 })
      .map((all) => all.map((own) => own.join("")));
    const content = fc.tuple(lines, fc.boolean()).map(([all, ended]) => all.join("\n") + (ended && all.length > 0 ? "\n" : ""));
    const asked = fc.tuple(fc.tuple(content, content), fc.constantFrom(...KINDS), fc.constantFrom(...WHOLES), fc.constantFrom(...PATTERNS));
    await fc.assert(
      fc.asyncProperty(asked, async ([texts, [kind, kindSwitches], [whole, wholeSwitches], [own, pattern, ownSwitches]]) => {
        // Grep finds an empty word between the bytes of a character, too, and reads no file where nothing could be left.
        fc.pre(pattern !== "" || (whole.whole !== "word" && !kind.others));
        const paths = texts.map((text, i) => file(`f${i}`, text));
        const theirs = spawnSync("grep", ["-H", ...ownSwitches, ...wholeSwitches, ...kindSwitches, "-e", pattern, ...paths], {
          encoding: "utf8",
          env: { ...process.env, LC_ALL: "C.UTF-8" },
        });
        const ours = await sift(pattern, paths, { ...kind, ...whole, ...own });
        // For files without a match, grep's exit code still says whether there was one.
        const found = kindSwitches[0] === "-L" ? theirs.stdout !== "" : theirs.status === 0;
        expect({ out: ours.out, found: ours.code === 0 }).toEqual({ out: theirs.stdout, found });
      }),
      { numRuns: 60 * DEPTH },
    );
  });
});

const LOG = "2026-03-01 gate 4 opened\n2026-03-01 weir 12 shut\n2026-03-02 gate 7 opened\n";

describe("what is shown", () => {
  test.each<[name: string, options: Partial<SiftCommandOptions>, out: string]>([
    ["lines with their numbers", {}, "1:2026-03-01 gate 4 opened\n3:2026-03-02 gate 7 opened\n"],
    ["parts", { parts: true }, "1:gate 4\n3:gate 7\n"],
    ["how many", { count: true }, "2\n"],
    ["different texts, the most frequent first", { distinct: "1" }, "1\t4\n1\t7\n"],
    ["those of the whole match", { distinct: true }, "1\tgate 4\n1\tgate 7\n"],
    ["lines as a template has them", { replace: "[\\1]" }, "1:2026-03-01 [4] opened\n3:2026-03-02 [7] opened\n"],
    ["JSON Lines", { json: true, first: 1 }, '{"file":"log","line":1,"text":"2026-03-01 gate 4 opened"}\n'],
    [
      "JSON Lines of parts, with offsets in UTF-16 code units",
      { json: true, parts: true, first: 1 },
      '{"file":"log","line":1,"start":11,"end":17,"text":"gate 4"}\n',
    ],
    ["CSV", { csv: true, count: true }, "file,count\nlog,2\n"],
  ])("%s", async (_name, options, out) => {
    file("log", LOG);
    expect(await sift("gate ([0-9])", ["log"], options)).toEqual({ out, err: [], code: 0 });
  });

  test("a group by its name; the same text in several files is one", async () => {
    const paths = [file("one", "id=4 id=5\n"), file("two", "id=4")];
    expect((await sift("id=(?<n>\\d)", paths, { dialect: "ecmascript", distinct: "n" })).out).toBe("2\t4\n1\t5\n");
  });

  test("matches in color, where that is asked for", async () => {
    file("log", LOG);
    const { out } = await sift("gate", ["log"], { color: "always", first: 1 });
    expect(out).toContain("\u001b[36mgate\u001b[39m");
  });

  test("patterns of a list, and strings of one", async () => {
    file("log", LOG);
    file("list", "^2026-03-02\nshut$\n");
    expect((await sift(undefined, ["log"], { list: "list", count: true })).out).toBe("2\n");
    file("strings", Array.from({ length: 200 }, (_, i) => `gate ${i}`).join("\n"));
    expect((await sift("log", [], { list: "strings", dialect: "literal", count: true })).out).toBe("2\n");
    file("nothing", "");
    expect(await sift("log", [], { list: "nothing", count: true })).toEqual({ out: "0\n", err: [], code: 1 });
  });
});

describe("a patch", () => {
  test("is applied by git, and gives the lines as the template has them", async () => {
    const lines = Array.from({ length: 40 }, (_, i) => `${i} ${i % 9 === 0 ? "gate" : "weir"}`);
    file("plan", lines.join("\n"));
    const { out, code } = await sift("(.*) gate$", ["plan"], { replace: "\\1 lock\\nand gate", patch: true });
    expect(code).toBe(0);
    file("plan.patch", out);
    const applied = spawnSync("git", ["apply", "plan.patch"], { encoding: "utf8", env: { ...process.env, GIT_CEILING_DIRECTORIES: tmpdir() } });
    expect(applied.stderr).toBe("");
    expect(readFileSync("plan", "utf8")).toBe(lines.map((line) => line.replace(/ gate$/, " lock\nand gate")).join("\n"));
  });

  test("is not made of what is no UTF-8, nor of a packed file", async () => {
    file("latin", Uint8Array.from([0x67, 0xe9, 0x0a]));
    expect(await sift("g", ["latin"], { replace: "x", patch: true })).toMatchObject({
      out: "",
      code: 2,
      err: ["latin: line 1 is not UTF-8, and stays as it is"],
    });
    file("log.gz", gzipSync(LOG));
    expect(await sift("gate", ["log.gz"], { replace: "x", patch: true })).toMatchObject({ out: "", code: 2, err: [expect.stringContaining("UTF-8")] });
  });
});

describe("files of all kinds", () => {
  const utf16 = (text: string, swapped = false): Buffer => {
    const bytes = Buffer.from(`\ufeff${text}`, "utf16le");
    return swapped ? bytes.swap16() : bytes;
  };

  test.each<[name: string, content: () => Uint8Array, options: Partial<SiftCommandOptions>, out: string]>([
    ["utf16le", () => utf16("a\nGräser 😀\n"), {}, "2:Gräser 😀\n"],
    ["utf16be", () => utf16("a\nGräser 😀", true), {}, "2:Gräser 😀\n"],
    ["a mark of UTF-8", () => Buffer.from("\ufeffGräser"), { whole: "line" }, "1:Gräser\n"],
    ["latin1", () => Buffer.from("a\nGr\xe4ser", "latin1"), { encoding: "latin1" }, "2:Gräser\n"],
    ["packed.gz", () => gzipSync("a\nGräser\n"), {}, "2:Gräser\n"],
    ["packed.zst", () => Buffer.from("KLUv/QRYUQAAYQpHcsOkc2VyCgTtwRI=", "base64"), {}, "2:Gräser\n"],
    ["empty", () => Buffer.alloc(0), {}, ""],
    ["a long line", () => Buffer.from(`${"x".repeat(600_000)}\nGräser\n`), {}, "2:Gräser\n"],
  ])("%s", async (name, content, options, out) => {
    file(name, content());
    const { err, ...found } = await sift("Gr[^z]*ser.*", [name], options);
    expect({ ...found, err }).toEqual({ out, err: [], code: out === "" ? 1 : 0 });
  });

  test("a long line, and more short ones behind it than are found at once", async () => {
    file("long", `${"x".repeat(2_500_000)}\n${"\n".repeat(2_500_000)}`);
    expect(await sift("", ["long"], { count: true })).toEqual({ out: "2500001\n", err: [], code: 0 });
    expect((await sift("^$", ["long"], { first: 1 })).out).toBe("2:\n");
  });

  test("one that is no text is told of, and counted", async () => {
    file("image", Buffer.from("a\0b\nab\n"));
    expect(await sift("b", ["image"])).toEqual({ out: "", err: ["image: it is no text and was not read; --binary reads it"], code: 1 });
    expect((await sift("b", ["image"], { count: true })).out).toBe("2\n");
    expect((await sift("b$", ["image"], { binary: true, first: 1 })).out).toBe("1:a\0b\n");
  });

  test("bytes that are no UTF-8 are told apart from all characters but U+FFFD, and printed as they are", async () => {
    file("broken", Buffer.from([0x61, 0xff, 0x62, 0x0a, 0xc3, 0xa9, 0x0a]));
    expect((await sift("a[^b]b", ["broken"], { count: true })).out).toBe("1\n");
    expect((await sift("é", ["broken"], { count: true })).out).toBe("1\n");
  });

  test("those that cannot be read are reported, and the rest is read", async () => {
    file("log", LOG);
    file("cut.gz", gzipSync(LOG.repeat(2000)).subarray(0, 60));
    symlinkSync("circle", "circle");
    const { out, err, code } = await sift("weir", ["gone", "cut.gz", "circle", "log"]);
    expect(out).toContain("log:2:2026-03-01 weir 12 shut\n");
    expect(err).toEqual(["gone: there is no such file", expect.stringMatching(/^cut\.gz: /), "circle: its links lead in a circle"]);
    expect(code).toBe(2);
  });
});

describe("folders", () => {
  test("are gone through by name, without what ignore files leave out", async () => {
    for (const path of ["tree/b", "tree/.git", "tree/.hidden", "tree/out"]) mkdirSync(path, { recursive: true });
    for (const path of ["tree/a.txt", "tree/b/c.txt", "tree/b/d.log", "tree/.git/e", "tree/.hidden/f", "tree/out/g", "tree/b/h\ni.txt"]) file(path, "weir\n");
    file("tree/.gitignore", "out/\n*.log\n");
    symlinkSync("..", "tree/b/up");
    const names = async (options: Partial<SiftCommandOptions>): Promise<string> => (await sift("weir", ["tree"], { files: true, ...options })).out;
    expect(await names({})).toBe("tree/a.txt\ntree/b/c.txt\ntree/b/h\ni.txt\n");
    expect(await names({ glob: ["c.*"] })).toBe("tree/b/c.txt\n");
    expect(await names({ glob: ["b/**", "!**/h*"] })).toBe("tree/b/c.txt\n");
    expect(await names({ all: true })).toBe("tree/a.txt\ntree/b/c.txt\ntree/b/d.log\ntree/b/h\ni.txt\ntree/out/g\n");
    expect(await names({ hidden: true, all: true })).toContain("tree/.hidden/f\n");
  });
});

describe("results of parts", () => {
  const words = fc.array(fc.constantFrom("weir", "gate", "a gate", "lock", "gate gate"), { maxLength: 30 });

  test.each<[name: string, options: Partial<SiftCommandOptions>]>([
    ["counts", { count: true }],
    ["values", { distinct: true }],
    ["those of a group", { distinct: "1" }],
  ])("%s are those of a run over everything, in any order and grouping", async (_name, options) => {
    await fc.assert(
      fc.asyncProperty(words, fc.nat(4), fc.boolean(), async (lines, parts, twice) => {
        const results: string[] = [];
        for (let part = 0; part <= parts; part++) {
          const own = lines.filter((_line, i) => i % (parts + 1) === part);
          file("part", own.map((line) => `${line}\n`).join(""));
          results.unshift((await sift("(g)ate|weir", ["part"], { ...options, partial: true })).out);
        }
        let paths = results.map((result, i) => file(`result${i}`, result));
        if (twice) {
          const { out } = await sift(undefined, paths.slice(0, 2), { merge: true, partial: true });
          paths = [...paths.slice(2), file("merged", out)];
        }
        file("all", lines.map((line) => `${line}\n`).join(""));
        const whole = await sift("(g)ate|weir", ["all"], options);
        const merged = await sift(undefined, paths, { merge: true });
        expect(merged).toEqual(whole);
      }),
      { numRuns: 12 * DEPTH },
    );
  });

  test("what is no result is said with its line", async () => {
    file("wrong", '{"lines":1}\n{"lines":-1}\n');
    await expect(sift(undefined, ["wrong"], { merge: true })).rejects.toThrow(/^wrong:2: it is no result of a part/);
    expect(await sift("a", ["wrong"], { partial: true })).toMatchObject({ code: 2, err: [expect.stringContaining("--count")] });
  });
});

describe("shares of a file", () => {
  test("hold each line once, wherever they are parted", async () => {
    const content = fc.array(fc.constantFrom("a", "b", "\n", "\n", "é"), { maxLength: 40 }).map((all) => all.join(""));
    await fc.assert(
      fc.asyncProperty(content, fc.integer({ min: 1, max: 9 }), fc.boolean(), async (text, bytes, others) => {
        const path = file("shared", text);
        const size = Buffer.byteLength(text);
        let sum = 0;
        for (let from = 0; from < size; from += bytes) {
          const to = from + bytes < size ? from + bytes : Number.POSITIVE_INFINITY;
          sum += (await countShare({ path, from, to, patterns: ["a|é$"], dialect: "ere", flags: "", part: "part", others })) ?? Number.NaN;
        }
        const { out } = await sift("a|é$", [path], { count: true, ...(others && { others }) });
        expect(`${sum}\n`).toBe(out);
      }),
      { numRuns: 60 * DEPTH },
    );
  });

  test("are not taken of a file with a byte order mark, nor where a line is undecided", async () => {
    const task = { from: 0, to: Number.POSITIVE_INFINITY, patterns: ["^(a+)+\\1b\\1c$"], dialect: "pcre", flags: "", part: "part", others: false } as const;
    expect(await countShare({ ...task, path: file("marked", "\ufeffa\n") })).toBeNull();
    expect(await countShare({ ...task, path: file("hard", `aabac\n${"a".repeat(60)}bc\n`) })).toBeNull();
    expect(await countShare({ ...task, path: file("easy", "aabac\nb\n") })).toBe(1);
  });
});

describe("the run", () => {
  test("ends where the reader has what it wanted", async () => {
    file("many", "weir\n".repeat(100_000));
    let calls = 0;
    const output = new Output(() => {
      calls++;
      throw Object.assign(new Error("closed"), { code: "EPIPE" });
    });
    const told: string[] = [];
    expect(await siftInto(output, (message) => told.push(message), "weir", ["many", "many"], DEFAULTS)).toBe(0);
    expect({ calls, told }).toEqual({ calls: 1, told: [] });
  });

  test("names the lines on which the dialect's own engine would hang", async () => {
    file("names", `weir pool\n${"gate ".repeat(20)}!\nlock\n${"weir".repeat(10)}.\n`);
    const { out, err, code } = await sift("^(\\w+ ?)+$", ["names"], { dialect: "python", count: true });
    expect({ out, code }).toEqual({ out: "2\n", code: 0 });
    expect(err).toEqual([
      expect.stringMatching(/^names:2: a backtracking engine takes \d\.\d × 10[⁰-⁹¹²³]+ steps to search this line$/),
      expect.stringMatching(/^names:4: /),
    ]);
    expect(await sift("^(\\w+ ?)+$", ["names"], { dialect: "python", count: true, hanging: false })).toMatchObject({ err: [] });
    // Where the engine is an automaton none does.
    expect(await sift("^(\\w+ ?)+$", ["names"], { count: true })).toMatchObject({ out: "2\n", err: [] });
  });

  test("names lines on which a pattern takes too many steps, and goes on", async () => {
    file("hard", `aabac\n${"a".repeat(60)}bc\naabac\n`);
    const { out, err, code } = await sift("^(a+)+\\1b\\1c$", ["hard"], { dialect: "pcre" });
    expect({ out, code }).toEqual({ out: "1:aabac\n3:aabac\n", code: 2 });
    expect(err).toEqual([expect.stringMatching(/^hard:2: a backtracking engine takes /), "hard: the pattern takes more steps than are taken on line 2"]);
  });

  test.each<[Partial<SiftCommandOptions>, string, RegExp]>([
    [{}, "(a", /bracket|closed|“\(”/],
    [{ count: true, parts: true }, "a", /^Only one of these can be shown: --parts, --count\.$/],
    [{ others: true, parts: true }, "a", /nothing was found/],
    [{ patch: true }, "a", /--replace/],
    [{ distinct: "x" }, "a", /^The pattern has no group “x”/],
    [{ replace: "x", whole: "word" }, "a", /--whole/],
    [{ replace: "\\7" }, "a", /group|7/],
  ])("%j of /%s/ is refused", async (options, pattern, message) => {
    const { out, err, code } = await sift(pattern, ["log"], options);
    expect({ out, code }).toEqual({ out: "", code: 2 });
    expect(err.join("\n")).toMatch(message);
  });
});
