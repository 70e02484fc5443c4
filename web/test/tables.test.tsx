/**
 * Tables that few patterns ask for: workers' calls wait for them, and the page reads again when they have come.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { lacksTables, read, tablesHere } from "@lamprey/core";
import { screen } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { waiting } from "../src/engine/waiting.ts";
import { caret, cleanup, openBench, part, press, rowsAre, says, type, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const isRead = (pattern: string): boolean => read({ dialect: "perl", pattern, flags: "" }).diagnostics.length === 0;

/** A session that notes what it is asked, in which order, and whether the pattern could be read then. */
class Noted {
  readonly said: string[] = [];

  async run(asked: { readonly pattern: string }): Promise<string> {
    this.said.push(`${asked.pattern} ${isRead(asked.pattern) ? "is read" : "is not read"}`);
    return asked.pattern;
  }

  async compare(asked: { readonly source: { readonly pattern: string }; readonly others: readonly { readonly pattern: string }[] }): Promise<number> {
    this.said.push([asked.source, ...asked.others].map(({ pattern }) => (isRead(pattern) ? "read" : "not read")).join());
    return asked.others.length;
  }

  async preview({ pattern, template }: { readonly pattern: string; readonly template: string }): Promise<string> {
    this.said.push(`${pattern} → ${template}`);
    return template;
  }
}

/** The calls of a session as a page has them. */
const called = (session: object | Promise<object>) => waiting(session) as Record<string, (...asked: unknown[]) => Promise<unknown>>;

// In this order: what has come once is there for the others.
describe("a worker's calls", () => {
  test("that ask for no table fetch none", async () => {
    const noted = new Noted();
    expect(await called(noted).run?.({ pattern: "\\p{Greek}\\b{gcb}a{2}" })).toBe("\\p{Greek}\\b{gcb}a{2}");
    expect([noted.said, tablesHere()]).toEqual([["\\p{Greek}\\b{gcb}a{2} is read"], 0]);
  });

  test("wait for a table, and those behind them too: their order is kept", async () => {
    const noted = new Noted();
    const session = called(Promise.resolve(noted));
    expect([isRead("\\b{wb}"), lacksTables("\\b{wb}")]).toEqual([false, true]);
    await Promise.all([session.run?.({ pattern: "\\b{wb}" }), session.run?.({ pattern: "a" }), session.run?.({ pattern: "\\p{Age=3.0}" })]);
    expect(noted.said).toEqual(["\\b{wb} is read", "a is read", "\\p{Age=3.0} is read"]);
    expect([tablesHere(), lacksTables("\\b{wb}")]).toEqual([1, false]);
  });

  test("wait for names in any of several patterns, and in a template", async () => {
    const noted = new Noted();
    expect(isRead("\\N{EM DASH}")).toBe(false);
    const asked = { source: { pattern: "a" }, others: [{ pattern: "b" }, { pattern: "\\N{EM DASH}" }] };
    expect(await called(noted).compare?.(asked)).toBe(2);
    expect(await called(noted).preview?.({ pattern: "a", template: "\\N{FISH}" })).toBe("\\N{FISH}");
    expect([noted.said, tablesHere()]).toEqual([["read,read,read", "a → \\N{FISH}"], 2]);
  });

  test.each<[asked: unknown]>([[null], ["\\N{FISH}"], [7], [new Uint8Array(3)], [{ pattern: 5, others: [null, 3] }], [{ template: null }]])(
    "may ask with anything: %j",
    async (asked) => {
      const took: unknown[] = [];
      await called({ take: async (each: unknown) => took.push(each) }).take?.(asked);
      expect(took).toEqual([asked]);
    },
  );

  test("that there are not are refused, and a session that did not come fails each call", async () => {
    await expect(called(new Noted()).wind?.({ pattern: "a" })).rejects.toThrow("The worker has no wind.");
    await expect(called(Promise.reject(new Error("no code"))).run?.({ pattern: "a" })).rejects.toThrow("no code");
  });
});

describe("on the bench", () => {
  const TEXT = "Slack at 4.5 m. Is it? So it was.";

  test("an edge of sentences is found, told in words at the caret, and has no mode to change", async () => {
    openBench({ dialect: "perl", pattern: "\\b{sb}(\\w+)", flags: "", text: TEXT });
    await rowsAre("Matches", [/^1.*Slack/, /^line/, /^1.*Slack$/, /^2.*Is$/, /^3.*So$/]);
    await caret("Pattern", 2);
    await says("item", /holds where a sentence begins or ends, but not in an empty text, and takes nothing/);
    expect(screen.queryByRole("button", { name: "Make it lazy" })).toBeNull();
    await caret("Pattern", 10);
    expect(await part("button", "Make it lazy")).toBeTruthy();
  });

  test("a property with a value takes what it holds, and one that there is not is a mistake in its place", async () => {
    openBench({ dialect: "perl", pattern: "\\p{Line_Break=NU}+", flags: "", text: TEXT });
    await rowsAre("Matches", [/4$/, /^line/, /5$/]);
    await caret("Pattern", 3);
    await says("item", /takes digits 0 to 9/);
    await type("Pattern", "\\p{Line_Break=Nothing}", "instead");
    await says("mistake", "Mistake at 0–22: There is no Unicode property “Line_Break=Nothing”.");
    expect(screen.getByText("of the last good pattern")).toBeTruthy();
    await type("Pattern", "\\p{Identifier_Status=Allowed}", "instead");
    await says("mistake", "Not supported yet at 0–29");
  });

  test("what an edge means elsewhere is said when the dialect is switched", async () => {
    openBench({ dialect: "perl", pattern: "\\b{wb}ebb", flags: "", text: "ebb b{wb}ebb" });
    await says("count", "2 matches");
    (await part("button", /^Dialect/)).focus();
    await user.keyboard("{Enter}");
    await press("menuitemradio", /JavaScript/);
    await until("it is said", () =>
      /\\b/.test([...document.querySelectorAll("[data-part=dialect-changes], [data-part=mistake], [data-part=foreign]")].map(wordsOf).join()),
    );
  });

  inDepth("a hazard is judged beside an edge", async () => {
    openBench({ dialect: "perl", pattern: "\\b{wb}(a+)+x", flags: "", text: "aaa" });
    await says("verdict", /exponential/);
  });
});
