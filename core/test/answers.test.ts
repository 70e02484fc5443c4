/** What requests to the library may leave out, and what is said of those that are wrong. */
import { describe, expect, test } from "@jest/globals";
import {
  across,
  calls,
  carry,
  examples,
  forecast,
  handin,
  handoff,
  match,
  relate,
  rewrite,
  risk,
  slips,
  tablesFor,
  trace,
  whynot,
} from "../src/answers/index.ts";

describe("the library's functions", () => {
  test("take a pattern for JavaScript's, without flags, where nothing else is said", () => {
    expect(match({ pattern: "a(b)?", text: "ab a" })).toMatchObject({ status: "ok", count: 2, matches: [{ start: 0, end: 2 }, { groups: [null] }] });
    expect(match({ pattern: "A", flags: "i", text: "aa", output: "count" })).toMatchObject({ count: 2 });
    expect(forecast({ pattern: "a", text: "a" })).toMatchObject({ exact: true });
    expect(trace({ pattern: "a", text: "a" }).complete).toBe(true);
    expect(risk({ pattern: "a+$" })).toMatchObject({ growth: "polynomial", degree: 2 });
    expect(risk({ pattern: "a+$", mode: "start" })).toMatchObject({ growth: "linear" });
    expect(slips({ pattern: "[A-z]" }).slips).toHaveLength(1);
    expect(whynot({ pattern: "ab", text: "ac" }).matches).toBe(false);
    expect(examples({ pattern: "[ab]" }).texts).toEqual(expect.arrayContaining(["a"]));
    expect(rewrite({ pattern: "a", template: "b", text: "aa" }).text).toBe("bb");
    expect(rewrite({ pattern: "a", template: "b", text: "aa", scope: "first" }).text).toBe("ba");
    expect(calls({ pattern: "a", text: "a" }).status).toBe("ok");
    expect(handoff({ pattern: "a", form: "literal" }).source).toBe("/a/");
    expect(handin({ source: "/a/g" })).toMatchObject({ dialect: "ecmascript", pattern: "a", flags: "g" });
    const source = { dialect: "ecmascript", flags: "" } as const;
    expect(relate({ left: { ...source, pattern: "a" }, right: { ...source, pattern: "b" } }).relation).toBe("disjoint");
    expect(carry({ pattern: "(?<a>b)", to: "python" }).pattern).toBe("(?P<a>b)");
    expect(across({ pattern: "a|ab", dialects: [source, { dialect: "ere", flags: "" }] }).pairs?.[0]?.same).toBe(false);
  });

  test("answer what does not read with its place, and do not throw", () => {
    expect(match({ pattern: "a(", text: "" })).toMatchObject({ status: "syntax-error", error: { start: 1, end: 2 } });
    expect(risk({ pattern: "[", dialect: "python" }).status).toBe("syntax-error");
  });

  test("fetch the tables that a pattern needs", async () => {
    await tablesFor("\\N{BULLET}");
    expect(match({ dialect: "python", pattern: "\\N{BULLET}", text: "•" }).count).toBe(1);
  });
});
