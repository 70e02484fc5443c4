/** The ledger's files and its choosing among matches. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import {
  BacktrackingMachine,
  type LedgerForm,
  type MatchTable,
  orderOf,
  runToEnd,
  saveLedger,
  select,
  steppedMachine,
  stringsFound,
  valuesOf,
} from "../src/index.ts";
import { programOf } from "./support.ts";

function ledgerOf(pattern: string, text: string): { table: MatchTable; text: string; groups: readonly { number: number; name: string | null }[] } {
  const program = programOf(pattern, "g");
  const machine = new BacktrackingMachine(program, text, { mode: "all" });
  runToEnd(machine);
  return { table: machine.matches, text, groups: program.groups };
}

const saved = (form: LedgerForm, pattern: string, text: string): string => [...saveLedger(form, ledgerOf(pattern, text))].join("");

/** Reads CSV as RFC 4180 has it; null for a field that is empty and not in quotation marks. */
function readCsv(csv: string): (string | null)[][] {
  const rows: (string | null)[][] = [];
  let row: (string | null)[] = [];
  for (let at = 0; at < csv.length; ) {
    let value: string | null = "";
    if (csv[at] === '"') {
      at++;
      while (!(csv[at] === '"' && csv[at + 1] !== '"')) {
        value += csv[at];
        at += csv[at] === '"' ? 2 : 1;
      }
      at++;
    } else {
      while (at < csv.length && csv[at] !== "," && csv[at] !== "\r") value += csv[at++];
      if (value === "") value = null;
    }
    row.push(value);
    if (csv[at] === ",") at++;
    else {
      expect(csv.slice(at, at + 2)).toBe("\r\n");
      at += 2;
      rows.push(row);
      row = [];
    }
  }
  return rows;
}

describe("saving", () => {
  test("CSV: a head, a row for each match, line ends of RFC 4180", () => {
    expect(saved("csv", "(?<site>[A-Z]+)(-\\d*)?", "HW-1\nBRK")).toBe(
      'match,start,end,line,column,length,text,site start,site end,site,2 start,2 end,2\r\n1,0,4,1,1,4,"HW-1",0,2,"HW",2,4,"-1"\r\n2,5,8,2,1,3,"BRK",5,8,"BRK",,,\r\n',
    );
  });

  test("CSV: quotation marks, commas and line ends survive; empty and not set are told apart", () => {
    const text = 'a"b,c\r\nd';
    const rows = readCsv(saved("csv", "[^]*?(x)?([^]*)", text));
    expect(rows[1]?.slice(6)).toEqual([text, null, null, null, "0", "8", text]);
    expect(readCsv(saved("csv", "(y*)(x)?b", "ab"))[1]?.slice(7)).toEqual(["1", "1", "", null, null, null]);
  });

  test("CSV: what a spreadsheet would run is made harmless where that is chosen, and left as it is where not", () => {
    const table = (harmless: boolean) =>
      readCsv([...saveLedger("csv", { ...ledgerOf("(?:^|,)([^,]*)", "=1+1,+2,-3,@x,\tx,\rx,x=1,'x"), harmless })].join(""))
        .slice(1)
        .map((row) => row.at(-1));
    expect(table(false)).toEqual(["=1+1", "+2", "-3", "@x", "\tx", "\rx", "x=1", "'x"]);
    expect(table(true)).toEqual(["'=1+1", "'+2", "'-3", "'@x", "'\tx", "'\rx", "x=1", "'x"]);
  });

  test("CSV: any text is read back as it was", () => {
    const text = fc.array(fc.constantFrom("a", '"', ",", "\n", "\r", "\t", "é", "🐟"), { maxLength: 20 }).map((t) => t.join(""));
    fc.assert(
      fc.property(text, (sample) => {
        const { table } = ledgerOf("([^a]*)a?", sample);
        const rows = readCsv(saved("csv", "([^a]*)a?", sample)).slice(1);
        expect(rows.map((row) => [Number(row[1]), Number(row[2]), row[6], row.at(-1)])).toEqual(
          Array.from({ length: table.length }, (_, m) => {
            const [start, end] = [table.start(m), table.end(m)];
            const group = table.group(m, 1);
            return [start, end, sample.slice(start, end), group ? sample.slice(group.start, group.end) : null];
          }),
        );
      }),
      { numRuns: 30 * DEPTH, seed: 4317 },
    );
  });

  test("JSON is JSON, with names, and says what is not set", () => {
    expect(JSON.parse(saved("json", "(?<n>a)|(b)", "ab"))).toEqual([
      {
        match: 1,
        start: 0,
        end: 1,
        line: 1,
        column: 1,
        text: "a",
        groups: [
          { number: 1, name: "n", start: 0, end: 1, text: "a" },
          { number: 2, notSet: true },
        ],
      },
      {
        match: 2,
        start: 1,
        end: 2,
        line: 1,
        column: 2,
        text: "b",
        groups: [
          { number: 1, name: "n", notSet: true },
          { number: 2, start: 1, end: 2, text: "b" },
        ],
      },
    ]);
    expect(JSON.parse(saved("json", "x", "ab"))).toEqual([]);
    expect(JSON.parse(saved("json", ".", "a".repeat(5_000)))).toHaveLength(5_000);
  });

  test("text: a line for each match, with tabs and line ends written out", () => {
    expect(saved("text", "(a\\t)([^]*)", "a\tb\n\\")).toBe("a\\tb\\n\\\\\ta\\t\tb\\n\\\\\n");
  });
});

describe("choosing", () => {
  const { table, text } = ledgerOf("(\\w)(\\d)?", "A1 b B2 b");

  test.each([
    [{ group: 0, holds: "b", exact: false }, [1, 2, 3]],
    [{ group: 0, holds: "b", exact: true }, [1, 3]],
    [{ group: 2, holds: "", exact: true }, [0, 2]],
    [{ group: 2, holds: "2", exact: false }, [2]],
    [{ group: 1, holds: "zz", exact: false }, []],
  ])("%j", (filter, wanted) => {
    expect([...select(table, text, filter)]).toEqual(wanted);
  });

  test("values are counted, the most frequent first; not set is one of them", () => {
    expect(valuesOf(table, text, 1)).toEqual({
      values: [
        { text: "b", count: 2, first: 1 },
        { text: "A", count: 1, first: 0 },
        { text: "B", count: 1, first: 2 },
      ],
      different: 3,
    });
    expect(valuesOf(table, text, 2).values[0]).toEqual({ text: null, count: 2, first: 1 });
  });
});

describe("an order", () => {
  const orderedBy = (pattern: string, text: string, group: number, descending = false, only: Int32Array | null = null): string[] => {
    const { table } = ledgerOf(pattern, text);
    return [...orderOf(table, text, { group, descending }, only)].map((match) => text.slice(table.start(match), table.end(match)));
  };

  test("numbers go by what they are worth, texts by their code units, and equal ones as in the sample", () => {
    expect(orderedBy("(\\w)(-?[\\d.]+)", "a10 b9 c-2.5 d9", 2)).toEqual(["c-2.5", "b9", "d9", "a10"]);
    expect(orderedBy("(\\w)(-?[\\d.]+)", "a10 b9 c-2.5 d9", 2, true)).toEqual(["a10", "b9", "d9", "c-2.5"]);
    // One that is no number makes all of them texts.
    expect(orderedBy("\\w+", "10 9 x", 0)).toEqual(["10", "9", "x"]);
  });

  test("a group that is not set comes last either way; only some are ordered where they are given", () => {
    expect(orderedBy("a(\\d)?", "a a2 a1", 1)).toEqual(["a1", "a2", "a"]);
    expect(orderedBy("a(\\d)?", "a a2 a1", 1, true)).toEqual(["a2", "a1", "a"]);
    expect(orderedBy("a(\\d)?", "a a2 a1", 1, false, Int32Array.of(1, 2))).toEqual(["a1", "a2"]);
  });

  test("it has every match once, and each next to one that is no smaller", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom("a", "b", "ab", "ba", "é", "B"), { maxLength: 40 }), fc.boolean(), (words, descending) => {
        const text = words.join(" ");
        const ordered = orderedBy("[a-zé]+", text, 0, descending, null);
        const sorted = [...text.matchAll(/[a-zé]+/g)].map(([word]) => word).sort();
        expect(ordered).toEqual(descending ? sorted.reverse() : sorted);
      }),
      { numRuns: 50 * DEPTH },
    );
  });
});

describe("a list of strings", () => {
  const found = (pattern: string, flags: string, text: string) => {
    const program = programOf(pattern, flags, "literal");
    const machine = steppedMachine(program, text, { mode: "all" });
    runToEnd(machine);
    return stringsFound(program.reading, machine.matches, text);
  };

  test.each<[string, string, string, number, string[]]>([
    ["all found", "weir\nlock", "weir, lock", 2, []],
    ["one is not", "weir\nsluice\nlock", "weir, lock", 3, ["sluice"]],
    ["a longer one that begins there is found instead", "weir\nweir pool", "weir pool", 2, ["weir"]],
    ["an empty line is none, and a string counts once", "weir\n\nweir", "lock", 1, ["weir"]],
    ["letters of another case are others", "Weir", "weir", 1, ["Weir"]],
  ])("%s", (_name, pattern, text, strings, absent) => {
    expect(found(pattern, "", text)).toEqual({ strings, absent });
  });

  test("regardless of case", () => {
    expect(found("WEIR\nÄschen\nlock", "i", "weir, äSCHEN")).toEqual({ strings: 3, absent: ["lock"] });
  });

  test("another pattern is no list", () => {
    expect(stringsFound(programOf("a\nb", "", "ere").reading, ledgerOf("a", "a").table, "a")).toBeNull();
  });
});
