/** The automata under hazard and relate: classes, masks, and paths that are the machine's own. */
import { describe, expect, test } from "@jest/globals";
import { Alphabet } from "../src/automaton/alphabet.ts";
import { Crowds } from "../src/automaton/crowds.ts";
import { PathAutomaton, type PathOptions } from "../src/automaton/paths.ts";
import { exactBounds } from "../src/automaton/walk.ts";
import { componentsOf } from "../src/hazard/components.ts";
import { type DialectName, type Program, record } from "../src/index.ts";
import { programOf } from "./support.ts";

function automatonOf(program: Program, options: Partial<PathOptions> = {}): PathAutomaton {
  return new PathAutomaton(program, Alphabet.of(program), { restarts: true, whole: false, settled: false, bounds: program.loops.map(exactBounds), ...options });
}

describe("the alphabet", () => {
  test("characters that nothing tells apart are one symbol, shown by the easiest to read", () => {
    const alphabet = Alphabet.of(programOf("[a-m]\\d|z"));
    expect([...alphabet.samples.slice(0, 4)].sort()).toEqual(["0", "a", "n", "z"]);
    expect(alphabet.classOf(0x62)).toBe(alphabet.classOf(0x61));
    expect(alphabet.classOf(0x6e)).not.toBe(alphabet.classOf(0x61));
  });

  test("without code points no class is made of what only they tell apart", () => {
    const count = (flags: string) => Alphabet.of(programOf(".\\u{1f41f}", flags)).samples.filter((sample) => (sample.codePointAt(0) ?? 0) > 0xffff).length;
    expect(count("")).toBe(0);
    expect(count("u")).toBe(1);
  });

  test("masks are sets: equal ones are the same number", () => {
    const { masks, edge } = Alphabet.of(programOf("[a-f][d-k]x"));
    const even = masks.where((symbol) => symbol % 2 === 0);
    const small = masks.where((symbol) => symbol < 2);
    expect(masks.and(even, small)).toBe(masks.where((symbol) => symbol === 0));
    expect(masks.not(masks.not(even))).toBe(even);
    expect(masks.and(even, masks.not(even))).toBe(masks.none);
    expect([masks.first(masks.none), masks.first(small), [...masks.symbols(masks.all)].length]).toEqual([-1, 0, edge + 1]);
  });
});

/** How many characters the automaton's paths take on a text, all paths together. */
function taken(automaton: PathAutomaton, text: string): bigint {
  const { alphabet } = automaton;
  let paths = new Map<number, bigint>();
  const add = (into: Map<number, bigint>, state: number, count: bigint) => into.set(state, (into.get(state) ?? 0n) + count);
  for (const { to } of automaton.starts) add(paths, to, 1n);
  let total = 0n;
  for (const character of text) {
    const symbol = alphabet.classOf(character.codePointAt(0) as number);
    const next = new Map<number, bigint>();
    for (const [state, count] of paths) {
      if (automaton.isThrough(state)) continue;
      const item = automaton.instructionOf(state) >= 0;
      if (item && alphabet.masks.has(automaton.takesOf(state), symbol)) total += count;
      for (const { to } of automaton.edgesOn(state, symbol)) add(next, to, count);
    }
    paths = next;
  }
  return total;
}

describe("on a text that does not match, the paths are what the machine goes", () => {
  test.each<[pattern: string, texts: string[], dialect?: DialectName]>([
    ["(?:a|b)+c", ["ab", "abab", "aabbab"]],
    ["(a+)+$", ["aab", "aaaab", "aaaaaab"]],
    ["^(?:a|ab|b)*c", ["abab", "aabbab"]],
    ["a*a*b", ["aaa", "aaaaaa"]],
    ["a{2,3}b", ["aaaa", "aabaa".replace("b", "c")]],
    ["(?:a{2,3}){2}b", ["aaaaaaa", "aaaac"]],
    ["(?:a??b*?)c", ["ab", "abba"]],
    ["\\b[a-z]+\\b!", ["two words", "one"]],
    ["^x$", ["xy", "y\nx"]],
    ["^\\w+\\s?$", ["gate 4", "a b"]],
    ["(?<=a)b+c", ["abb", "bbab"]],
    ["a(?=b)b+c", ["abb", "aabbb"]],
    ["\\s+\\Z", ["a  b  c", " b"], "python"],
  ])("/%s/", (pattern, texts, dialect = "ecmascript") => {
    const program = programOf(pattern, "", dialect);
    const automaton = automatonOf(program);
    for (const text of texts) {
      const reel = record(program, text, { mode: "first", eventLimit: 100_000 });
      expect(reel.end.matches.length).toBe(0);
      let consumed = 0;
      // A lookaround for one character is part of the walk between two characters, not of a path.
      for (const { kind, start, end } of reel.events(0, reel.length)) {
        const look = program.enclosures.some(({ node }) => node.start <= start && end <= node.end);
        if (kind === "consume" && !look) consumed++;
      }
      expect([pattern, text, taken(automaton, text)]).toEqual([pattern, text, BigInt(consumed)]);
    }
  });
});

describe("provisos", () => {
  const accepts = (pattern: string, text: string, dialect: DialectName) => {
    const automaton = automatonOf(programOf(pattern, "", dialect), { restarts: false, whole: true });
    const crowds = new Crowds(automaton, false);
    let crowd = crowds.intern(automaton.starts.map(({ to }) => to));
    for (const character of text) crowd = crowds.read(crowd, automaton.alphabet.classOf(character.codePointAt(0) as number));
    return crowds.matches(crowd, automaton.alphabet.edge);
  };

  test.each<[pattern: string, taken: string[], not: string[], dialect?: DialectName]>([
    ["(?=.*\\d)\\w+", ["a1", "1"], ["a", "", "1-"]],
    ["(?!.*aa)[ab]+", ["abab", "b"], ["baa", "aab"]],
    ["(?:(?!ab)[ab])+", ["bba", "a"], ["ab", "bab"]],
    ["[ab]+(?<=ab)", ["aab", "ab"], ["aba", "b"]],
    ["[ab]+(?<!ab)", ["aba", "b"], ["aab", "ab"]],
    ["(?>a|ab)c?", ["ac", "a"], ["abc", "ab"], "python"],
    ["(?>a*)ab?", [], ["a", "aab"], "python"],
    ["a$\\n?", ["a", "a\n"], ["a\n\n"], "python"],
  ])("/%s/", (pattern, taking, not, dialect = "ecmascript") => {
    expect(taking.filter((text) => !accepts(pattern, text, dialect))).toEqual([]);
    expect(not.filter((text) => accepts(pattern, text, dialect))).toEqual([]);
  });

  test("where the whole is settled, what comes after a match is no path", () => {
    const size = (settled: boolean) => {
      const automaton = automatonOf(programOf("a|(?:a+)+b"), { settled });
      for (const _ of automaton.explore());
      return automaton.size;
    };
    expect(size(true)).toBeLessThan(size(false));
  });
});

test("components: cycles are found, and successors come first", () => {
  const edges: Record<number, number[]> = { 0: [1], 1: [2, 3], 2: [1], 3: [3, 4], 4: [] };
  const { of, members, cyclic } = componentsOf(5, (node) => edges[node] ?? []);
  expect(of[1]).toBe(of[2]);
  expect(members.map((group) => [...group].sort())).toEqual([[4], [3], [1, 2], [0]]);
  expect(cyclic).toEqual([false, true, true, false]);
});
