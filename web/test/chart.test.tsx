/**
 * The machine as a chart: what it draws, how it is panned and zoomed, and the file that it is saved as.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { fireEvent, screen } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { store } from "../src/state/store.ts";
import { act, cleanup, openBench, part, press, type, until, user } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

/** `a+ab` on `aaab`: the greedy loop gives one back. */
async function drawn(pattern = "a+ab", text = "aaab"): Promise<HTMLElement> {
  openBench({ pattern, flags: "", text });
  await press("button", "machine as a chart");
  await until("it is laid out", () => document.querySelectorAll("[data-node]").length > 2);
  return screen.getByRole("img", { name: / to .*, which goes on/ });
}

/** Where the drawing stands, and how large it is. */
function view(): { x: number; y: number; scale: number } {
  const transform = document.querySelector("svg[role=img] > g")?.getAttribute("transform") ?? "";
  const [x = 0, y = 0, scale = 0] = [...transform.matchAll(/-?[\d.]+/g)].map(Number);
  return { x, y, scale };
}

describe("what is drawn", () => {
  test("every way with how often it was taken, every item with how often it failed", async () => {
    await drawn();
    await until("the traffic", () => (document.querySelector("[data-node=ab] title")?.textContent ?? "").includes("failed"));
    expect(document.querySelector("[data-node=ab] title")?.textContent).toMatch(/^ab: \d+ times, [1-9]\d* failed$/);
    expect(document.querySelectorAll("marker")).toHaveLength(1);
  });

  test("is said in words for who does not see it", async () => {
    const chart = await drawn("a|b", "b");
    expect(chart.getAttribute("aria-label")).toMatch(/to a, which is tried first; .*to b, which is tried when the first way has failed/);
  });

  test("the node that acts is marked as the reel winds; a click on one winds to where it acts", async () => {
    await drawn();
    await press("button", "To the first step");
    await until("it is wound", () => store.getState().bench.step === 0);
    await user.click(document.querySelector("[data-node=ab]") as Element);
    await until("it acts", () => document.querySelector("[data-node=ab]")?.getAttribute("data-acting") === "true");
    expect(document.querySelectorAll("[data-acting]")).toHaveLength(1);
  });

  test("a part that is pointed at is marked in the pattern", async () => {
    await drawn();
    await user.hover(document.querySelector("[data-node=ab]") as Element);
    expect(store.getState().bench.pointed?.part).toEqual({ start: 2, end: 4 });
    await user.unhover(document.querySelector("[data-node=ab]") as Element);
    expect(store.getState().bench.pointed).toBeNull();
  });

  inDepth("one that is too large says so, and a smaller pattern is drawn again", async () => {
    openBench({ pattern: Array.from({ length: 400 }, (_, i) => `w${i}x?`).join("|"), flags: "", text: "w1" });
    await press("button", "machine as a chart");
    await until("it is said", () => screen.queryByText("Too large to be drawn") !== null);
    await type("Pattern", "ab", "instead");
    await until("it is drawn", () => document.querySelectorAll("[data-node]").length > 0);
  });
});

describe("panned and zoomed", () => {
  test("by keys: along, nearer, farther, and all of it again", async () => {
    const chart = await drawn();
    await until("it is fitted", () => view().x !== 0);
    const begun = view();
    fireEvent.keyDown(chart, { key: "ArrowRight" });
    expect(view().x).toBe(begun.x - 60);
    fireEvent.keyDown(chart, { key: "ArrowDown" });
    expect(view().y).toBe(begun.y - 60);
    fireEvent.keyDown(chart, { key: "+" });
    expect(view().scale).toBeCloseTo(begun.scale * 1.25);
    fireEvent.keyDown(chart, { key: "-" });
    expect(view().scale).toBeCloseTo(begun.scale);
    fireEvent.keyDown(chart, { key: "0" });
    expect(view()).toEqual(begun);
    for (let i = 0; i < 40; i++) fireEvent.keyDown(chart, { key: "+" });
    expect(view().scale).toBe(4);
  });

  inDepth("keys that hold everywhere wind the reel", async () => {
    const chart = await drawn();
    await until("it is fitted", () => view().x !== 0);
    const begun = view();
    await press("button", "To the first step");
    await until("it is wound", () => store.getState().bench.step === 0);
    fireEvent.keyDown(chart, { key: ".", code: "Period", altKey: true });
    await until("it is wound on", () => store.getState().bench.step === 1);
    expect(view().scale).toBe(begun.scale);
  });

  test("by the wheel and by a drag", async () => {
    const chart = await drawn();
    await until("it is fitted", () => view().x !== 0);
    const begun = view();
    act(() => {
      chart.dispatchEvent(new WheelEvent("wheel", { deltaY: -1, clientX: 10, clientY: 10, bubbles: true, cancelable: true }));
    });
    expect(view().scale).toBeCloseTo(begun.scale * 1.18);
    await press("button", "fit");
    expect(view()).toEqual(begun);
    fireEvent.pointerDown(chart, { clientX: 50, clientY: 50, buttons: 1 });
    fireEvent.pointerMove(chart, { clientX: 80, clientY: 40, buttons: 1 });
    fireEvent.pointerUp(chart);
    fireEvent.pointerMove(chart, { clientX: 300, clientY: 300, buttons: 1 });
    expect(view().scale).toBe(begun.scale);
  });
});

test("it is saved as a file of its own, in the theme's inks", async () => {
  const saved: { name: string; blob: Blob | null } = { name: "", blob: null };
  Object.assign(URL, {
    createObjectURL: (blob: Blob) => {
      saved.blob = blob;
      return "blob:chart";
    },
    revokeObjectURL: () => {},
  });
  HTMLAnchorElement.prototype.click = function click() {
    saved.name = this.download;
  };
  document.documentElement.style.setProperty("--tide", "#0b5c6b");
  await drawn();
  await user.click(await part("button", "save SVG"));
  expect(saved.name).toBe("Gauges.svg");
  const file = (await saved.blob?.text()) ?? "";
  expect(file).toMatch(/^<svg [^>]*viewBox="0 0 [\d.]+ [\d.]+"/);
  expect(file).not.toMatch(/ class="/);
  // Nothing hangs on the page's own style sheet.
  expect(file).not.toMatch(/="var\(/);
  expect(file).toContain('stroke="#0b5c6b"');
  expect(file).toContain(">ab</text>");
});
