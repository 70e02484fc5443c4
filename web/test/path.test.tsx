/**
 * The path through the demo, walked as a newcomer does: begun on the shelf, one thing at each place, left at any time.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { readFileSync } from "node:fs";
import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import { screen } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { PLACES } from "../src/path/places.ts";
import { recalled, remember } from "../src/shared/remembered.ts";
import { store } from "../src/state/store.ts";
import { cleanup, key, openAt, part, press, says, type, until } from "./page/page.tsx";
import { PageServer } from "./page/server.ts";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

beforeEach(() => remember("path", null));
afterEach(cleanup);

interface Shown {
  readonly title: string;
  readonly pattern: string;
  readonly dialect?: "python";
  readonly flags: string;
}

const DEMO = JSON.parse(readFileSync(new URL("../../demo/specimens.json", import.meta.url), "utf8")) as readonly Shown[];

/** The shelf with the specimens of the path, on samples that are long enough to walk it. */
function stocked(but = ""): PageServer {
  const server = new PageServer();
  for (const { title } of PLACES) {
    const { pattern, flags, dialect } = DEMO.find((each) => each.title === title) as Shown;
    if (title !== but)
      server.put({ title, pattern, flags, ...(dialect && { dialect }), samples: [{ name: "lines", text: 'Hollin Weir "a" and "b"\ntag A1F-07 of Ulm\n' }] });
  }
  openAt("/");
  return server;
}

const title = () => store.getState().draft.fields.title;
const isAt = (place: number) => until(`place ${place + 1}`, () => title() === PLACES[place]?.title);

describe("the path", () => {
  test("is offered on a first visit, and begins at its first place", async () => {
    stocked();
    expect((await part("complementary", "The path through the demo")).textContent).toContain("a literal, a set, greedy and lazy, groups");
    await press("button", "Begin");
    await isAt(0);
    await says("path", "1 of 5");
    await says("path", PLACES[0]?.act as string);
  });

  inDepth("says what is seen once its thing is done, and keeps saying it", async () => {
    stocked();
    await press("button", "Begin");
    await isAt(0);
    await says("path", "Change the pattern");
    await type("Pattern", "Hollin", "instead");
    await says("path", PLACES[0]?.seen as string);
    await type("Pattern", " Weir");
    await says("path", PLACES[0]?.seen as string);
    await press("button", "On to the next");
    await isAt(1);
    await says("path", PLACES[1]?.act as string);
    await type("Pattern", "[A-E0-9]", "instead");
    await says("path", PLACES[1]?.seen as string);
  });

  inDepth("waits where one is on another specimen, and leads back", async () => {
    const server = stocked();
    await press("button", "Begin");
    await isAt(0);
    const other = server.put({ title: "Gauge lines", pattern: "\\d", samples: [{ name: "a", text: "1" }] });
    cleanup();
    openAt(`/bench/${typeof other === "string" ? other : (other as { readonly id: string }).id}`);
    await until("the other is there", () => title() === "Gauge lines");
    await says("path", "It goes on at “Every mention of Hollin Weir”.");
    await press("button", "Go there");
    await isAt(0);
  });

  test("is gone on with on the next visit where it was left", async () => {
    stocked();
    remember("path", 2);
    await press("button", "Go on at 3");
    await isAt(2);
    await says("path", "3 of 5");
  });

  test("is left by its key, and is not offered again", async () => {
    stocked();
    await press("button", "Begin");
    await isAt(0);
    await says("path", "1 of 5");
    key("endPath");
    await until("it is gone", () => document.querySelector("[data-part=path]") === null);
    expect(recalled("path")).toBe("ended");
    cleanup();
    openAt("/");
    await part("link", PLACES[1]?.title as string);
    expect(screen.queryByRole("button", { name: "Begin" })).toBeNull();
  });

  test("ends at its last place", async () => {
    stocked();
    remember("path", PLACES.length - 1);
    await press("button", `Go on at ${PLACES.length}`);
    await isAt(PLACES.length - 1);
    await press("button", "That was the path");
    await until("it is gone", () => document.querySelector("[data-part=path]") === null);
  });

  inDepth("says which place is not on the shelf any more, and goes no further", async () => {
    stocked(PLACES[1]?.title);
    await press("button", "Begin");
    await isAt(0);
    await press("button", "On to the next");
    await says("path", `The demo’s “${PLACES[1]?.title}” is not on the shelf any more.`);
    expect(title()).toBe(PLACES[0]?.title);
  });

  test.each([["a word"], [17], [-1], [{}]])("what a browser has kept of it that is none, %j, begins it anew", async (kept) => {
    remember("path", kept);
    stocked();
    await press("button", "Begin");
    await isAt(0);
  });
});
