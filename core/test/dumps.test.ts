/** Trees and programs as text, held against what they were when somebody looked at them: cases/dumps.txt. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import type { DialectName } from "../src/index.ts";
import { dumpProgram } from "../src/program/dump.ts";
import { Op } from "../src/program/operations.ts";
import { INSTRUCTION_WIDTH } from "../src/program/program.ts";
import { dumpTree } from "../src/syntax/dump.ts";
import { type Node, walk } from "../src/syntax/tree.ts";
import { programOf } from "./support.ts";

const entries = readFileSync(new URL("./cases/dumps.txt", import.meta.url), "utf8")
  .split("\n=== ")
  .slice(1)
  .map((entry) => {
    const [head, ...body] = entry.trimEnd().split("\n");
    const [dialect, source] = [head?.slice(0, head.indexOf(" ")) as DialectName, head?.slice(head.indexOf(" ") + 2) ?? ""];
    const end = source.lastIndexOf("/");
    const rule = body.indexOf("---");
    return {
      dialect,
      pattern: source.slice(0, end),
      flags: source.slice(end + 1),
      tree: body.slice(0, rule).join("\n"),
      code: body.slice(rule + 1).join("\n"),
    };
  });

describe("dumps", () => {
  test.each(entries)("$dialect /$pattern/$flags", ({ dialect, pattern, flags, tree, code }) => {
    const program = programOf(pattern, flags, dialect);
    expect(dumpTree(program.root)).toBe(tree);
    expect(dumpProgram(program)).toBe(code);
  });

  test("every kind of node and every operation is among them", () => {
    const kinds = new Set<Node["kind"]>();
    const operations = new Set<number>();
    for (const { dialect, pattern, flags } of entries) {
      const program = programOf(pattern, flags, dialect);
      for (const node of walk(program.root)) kinds.add(node.kind);
      for (let i = 0; i < program.code.length; i += INSTRUCTION_WIDTH) operations.add(program.code[i] as number);
    }
    expect(kinds.size).toBe(16);
    // Backwards, a set of code units is read in a lookbehind without the flag u.
    expect(Object.entries(Op).filter(([, operation]) => !operations.has(operation))).toEqual([]);
  });
});
