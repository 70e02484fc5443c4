/**
 * The hazard on the bench: the verdict in its strip, the proof, the attack and the repairs.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { fireEvent, screen, within } from "@testing-library/dom";
import { onlyDeep, sized } from "../../scripts/depth.mjs";
import { askingChosen } from "../src/state/benchSlice.ts";
import { store } from "../src/state/store.ts";
import { act, cleanup, openBench, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const proved = async (pattern: string, flags = "") => {
  openBench({ pattern, flags, text: "aaa" });
  await press("button", "proof and repairs");
  return part("region", "Proof, attack and repairs");
};

inDepth("one attempt is shown for each stretch of the attack, where matches are sought one after the other", async () => {
  const proof = await proved("/\\*[^]*?\\*/|.", "g");
  expect(wordsOf(proof)).toContain("is come to again by every attempt, and each attempt runs over all the letters that are left.");
  expect(wordsOf(proof)).toContain("which begins again after each match and at every offset");
  const lanes = [...proof.querySelectorAll("[data-part=readings] rect")].map((bar) => Number(bar.getAttribute("x")));
  expect(lanes).toHaveLength(3);
  const [first = 0, second = 0, third = 0] = lanes;
  expect([second - first, third - second]).toEqual([(third - first) / 2, (third - first) / 2]);
  expect(second - first).toBeGreaterThan(30);
});

test.each([
  ...onlyDeep(["java", "(a+)+b", "JDK 9 and later are spared it", "Since JDK 9 Java remembers where an iteration of this loop failed"] as const),
  ["perl", "(a+)+[bc]", "Perl itself is spared it", "Perl remembers where iterations of such a loop failed"],
] as const)("%s: what spares its engine is said in the strip and above the proof", async (dialect, pattern, clause, sentence) => {
  openBench({ dialect, pattern, flags: "", text: "aaa" });
  await says("verdict", `exponential in one search (${clause}): `);
  await press("button", "proof and repairs");
  await says("guard", `This is what backtracking alone comes to. ${sentence}`);
});

describe("the strip", () => {
  test.each([
    ["^weir$", "linear in one search. Nothing in the pattern repeats without a bound"],
    ["^(a+)+$", /exponential.*\(a\+\)\+.*can take a text in two ways/],
    ["\\s+$", /square, because the search starts again at every offset, in one search: quick on everyday texts/],
    ["^(?:a?){20}a{20}$", /linear in one search, but .*steps/],
  ])("%s: %s", async (pattern, words) => {
    openBench({ pattern, flags: "" });
    await says("verdict", words);
  });

  test("judges what the bench asks for, and says which that is", async () => {
    openBench({ pattern: "x+y|x", flags: "g" });
    await says(
      "verdict",
      "square, because the search starts again at every offset, over all matches: quick on everyday texts; a second is enough up to 6,322 characters, since attempts run on in x+",
    );
    act(() => void store.dispatch(askingChosen("first")));
    await says("verdict", "linear in one search.");
    act(() => void store.dispatch(askingChosen("whole")));
    await says("verdict", "linear for the whole text.");
  });

  test("says what an edit did to the texts that the pattern takes", async () => {
    openBench({ pattern: "a+", flags: "" });
    await says("drift", "no edit yet");
    await type("Pattern", "b");
    await says("drift", /it now also takes ab; it no longer takes a; nothing that it took is left/);
    await type("Pattern", "(");
    await says("drift", "said when the pattern reads");
  });

  test("says where an edit changed none of them", async () => {
    openBench({ pattern: "a+b", flags: "" });
    await says("drift", "no edit yet");
    await type("Pattern", "(?:)");
    await says("drift", "it takes the same whole texts as before.");
  });

  test("a sample that is too much to run is said, with the steps counted", async () => {
    openBench({ pattern: "^(a+)+$", flags: "", text: `${"a".repeat(60)}!` });
    await says("cut", /A backtracker takes .* steps for this sample, counted exactly without taking them/);
    await says("cut", /The attempt at 0 goes over 0–6\d again and again/);
    await press("button", "wind there");
    await until("it is wound", () => store.getState().bench.step !== null);
  });
});

describe("the screen", () => {
  test("shows the two ways to take a text, the attack and what it costs at any number of pumps", async () => {
    const screenPart = await proved("^(a+)+$");
    expect(wordsOf(screenPart)).toContain("can take the same letters in more than one way");
    await says("attack", /a× 16/);
    await says("cost", /17 characters, [\d,]+ steps/);
    const before = wordsOf(document.querySelector("[data-part=cost]") as Element);
    fireEvent.change(await part("spinbutton", "Number of repetitions"), { target: { value: "30" } });
    await says("cost", /31 characters/);
    expect(wordsOf(document.querySelector("[data-part=cost]") as Element)).not.toBe(before);
    fireEvent.change(await part("spinbutton", "Number of repetitions"), { target: { value: "-4" } });
    await says("attack", /a× 1then/);
  });

  inDepth("the attack opens on the bench, wound to where it begins to repeat", async () => {
    await proved("^x*(a+)+$");
    await press("button", "Put it on the bench");
    await part("textbox", "Sample text");
    await until("it is wound", () => store.getState().bench.step !== null);
    expect(store.getState().draft.fields.samples.map(({ name }) => name)).toEqual(["log", "attack, 16 repetitions"]);
    await press("button", "proof and repairs");
    await press("button", "back to the sample");
  });

  inDepth("the attack is copied", async () => {
    const inside = await proved("^(a+)+$");
    await press("button", "Copy the text", inside);
    await until("it is said", () => within(inside).queryByRole("button", { name: "Copied" }) !== null);
    expect(await navigator.clipboard.readText()).toMatch(/^a{16}\D/);
  });

  test("a repair says what it keeps, and is taken into the pattern", async () => {
    const inside = await proved("^(?:a+)+$");
    await until("repairs are found", () => within(inside).queryAllByRole("button", { name: /take/i }).length > 0);
    expect(wordsOf(inside)).toMatch(/a loop inside a loop made one/);
    await user.click(within(inside).getAllByRole("button", { name: /take/i })[0] as HTMLElement);
    await until("the pattern is repaired", () => store.getState().draft.fields.pattern === "^a+$");
    await says("verdict", "linear");
    const taken = await part("region", "The repair that was taken");
    expect(wordsOf(taken)).toMatch(/before ?\^\(\?:a\+\)\+\$ ?exponential ?now ?\^a\+\$ ?linear/);
    await says("before-and-now", /characters took [\d.,]+ \w*.*steps.*; now they take \d+ steps\./);
    expect(screen.getByRole("list", { name: "What the chart shows" }).textContent).toMatch(/before, counted exactly.*now, counted exactly/);
    await user.click(within(taken).getByRole("button", { name: "Put the old pattern back" }));
    await until("it is back", () => store.getState().draft.fields.pattern === "^(?:a+)+$");
    await part("region", "Proof, attack and repairs");
  });

  inDepth("a repair after which the pattern still grows says so above what is left, with the way back", async () => {
    const inside = await proved("(?:a+)+b");
    await until("repairs are found", () => within(inside).queryAllByRole("button", { name: /take/i }).length > 0);
    const row = within(inside)
      .getAllByRole("listitem")
      .find((each) => wordsOf(each).startsWith("a+b"));
    await user.click(within(row as HTMLElement).getByRole("button", { name: /take/i }));
    await until("what is left is said", () => document.body.textContent?.includes("This is what is left.") === true);
    await press("button", "Put the old pattern back");
    await until("it is back", () => store.getState().draft.fields.pattern === "(?:a+)+b");
  });

  inDepth("several findings are shown one at a time", async () => {
    const inside = await proved("^(?:(a+)+x|(b+)+y)$");
    const findings = within(await part("navigation", "Findings")).getAllByRole("button");
    expect(findings.map(wordsOf)).toEqual([expect.stringMatching(/^\(a\+\)\+/), expect.stringMatching(/^\(b\+\)\+/)]);
    await user.click(findings[1] as HTMLElement);
    await says("attack", /^b/);
    expect(inside.isConnected || screen.queryByRole("region", { name: "Proof, attack and repairs" })).toBeTruthy();
  });

  test("a peak is shown with its text", async () => {
    openBench({ pattern: "^(?:a?){20}a{20}$", flags: "" });
    await press("button", "the text");
    await says("peak", /^a+/);
    await press("button", "Put it on the bench");
    await until("it is there", () => store.getState().draft.fields.samples.some(({ name }) => name.startsWith("peak, ")));
  });

  test("where more could not be ruled out it says so, and why", async () => {
    const inside = await proved("^a*a*b*b*c");
    await says("verdict", "polynomial, degree 2 or more");
    expect(wordsOf(inside)).toContain("It may grow faster on another: Two stretches of a text together may cost more");
  });

  inDepth("a pattern that stops reading, or growing, says so in place of a proof", async () => {
    await proved("^(a+)+$");
    await type("Pattern", "^a+$", "instead");
    await until("it is linear", () => screen.queryByText(/On this sample a backtracker takes/) !== null);
    await type("Pattern", "(");
    await says("verdict", "not judged");
  });
});
