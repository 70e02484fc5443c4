/**
 * The shelf: specimens found, added, removed and restored.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { readFileSync } from "node:fs";
import { afterEach, beforeEach, describe, expect, jest, test } from "@jest/globals";
import { fireEvent, screen, within } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { PLACES } from "../src/path/places.ts";
import { remember } from "../src/shared/remembered.ts";
import { store } from "../src/state/store.ts";
import { cleanup, key, openAt, openBench, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";
import { PageServer } from "./page/server.ts";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

function stocked(): PageServer {
  const server = new PageServer();
  server.put({ title: "Gauge lines", pattern: "\\d+ cm", flags: "g", notes: "levels", samples: [{ name: "log", text: "Ulm 41 cm" }] });
  server.put({
    title: "Sluice codes",
    pattern: "S-\\d{3}",
    dialect: "python",
    samples: [
      { name: "a", text: "" },
      { name: "b", text: "S-101" },
    ],
  });
  openAt("/");
  return server;
}

const listed = () => screen.queryAllByRole("listitem").map(wordsOf);

describe("the list", () => {
  test("says of each specimen what it is", async () => {
    stocked();
    await until("both are there", () => listed().length === 2);
    expect(listed()).toEqual([
      expect.stringMatching(/^Gauge linesJavaScript, revision 1\\d\+ cmglevelsnot run yet1 sample, 9 characters/),
      expect.stringMatching(/^Sluice codesPython, revision 1S-\\d\{3\}not run yet2 samples/),
    ]);
  });

  test("is searched while one types; what finds nothing says so", async () => {
    stocked();
    await until("both are there", () => listed().length === 2);
    const search = await part("searchbox", "Search the shelf");
    await user.type(search, "sluice");
    await until("one is left", () => listed().length === 1);
    await user.type(search, "x");
    await until("none is left", () => screen.queryByText("Nothing on the shelf speaks of “sluicex”.") !== null);
  });

  test("is opened by its title", async () => {
    stocked();
    await press("link", "Sluice codes");
    expect(await part("textbox", "Title of the pattern")).toHaveProperty("value", "Sluice codes");
  });

  test("empty, it says how to begin", async () => {
    new PageServer();
    openAt("/");
    await until("it is said", () => screen.queryByText("The shelf is empty. Add a pattern to begin.") !== null);
    await press("button", "New pattern");
    expect(await part("textbox", "Title of the pattern")).toHaveProperty("value", "New pattern");
  });

  test("a server that is away is said, and asked again", async () => {
    const server = new PageServer();
    server.put({ title: "Weir", samples: [{ name: "a", text: "" }] });
    server.away = true;
    openAt("/");
    await until("it is said", () => screen.queryByText(/The server does not answer/) !== null);
    await press("button", "New pattern");
    await until("it could not", () => screen.queryByText(/could not be kept/) !== null);
    server.away = false;
    await press("button", "Try again");
    await until("it is there", () => listed().length === 1);
  });
});

describe("removing", () => {
  test("takes a specimen off the shelf, and one word brings it back", async () => {
    const server = stocked();
    await press("button", "Remove Gauge lines");
    await until("it is gone", () => listed().length === 1);
    expect(wordsOf(await part("status", ""))).toContain("Gauge lines was removed.");
    await press("button", "Restore it");
    await until("it is back", () => listed().length === 2);
    expect([...server.specimens.values()].every(({ deletedAt }) => deletedAt === null)).toBe(true);
  });

  test("the removed ones have a list of their own", async () => {
    stocked();
    await press("button", "Remove Sluice codes");
    await until("it is gone", () => listed().length === 1);
    await press("button", "removed ones");
    await part("heading", "Removed patterns");
    await until("it is here", () => listed().length === 1 && /Sluice/.test(listed()[0] ?? ""));
    expect(within(screen.getByRole("list")).queryByRole("link")).toBeNull();
    await press("button", "Restore Sluice codes");
    await until("none is left", () => screen.queryByText("Nothing has been removed.") !== null);
    await press("button", "back to the shelf");
    await until("both are there", () => listed().length === 2);
  });
});

describe("removed for good", () => {
  test("is asked once more", async () => {
    const server = stocked();
    await press("button", "Remove Sluice codes");
    await press("button", "removed ones");
    await press("button", "Remove for good");
    expect(server.specimens.size).toBe(2);
    await press("button", "for good: sure?");
    await until("it is gone", () => server.specimens.size === 1);
  });
});

describe("files of specimens", () => {
  const file = (text: string, name = "weirs.json") => new File([text], name, { type: "application/json" });
  const readIn = async (...files: File[]) => user.upload(await screen.findByLabelText("Files of saved patterns"), files);
  const one = (own: object) => JSON.stringify({ format: "lamprey-specimen", version: 1, ...own }, null, 2);
  const many = (...specimens: object[]) => JSON.stringify({ format: "lamprey-specimens", version: 1, specimens }, null, 2);

  test("everything is saved by a link, and read back", async () => {
    const server = stocked();
    expect((await part("link", "save all as a file")).getAttribute("href")).toBe("/api/export");
    await readIn(file(many({ title: "From a file", pattern: "a" })));
    await says("exchanged", "1 pattern of “weirs.json” put on the shelf.");
    await until("it is listed", () => listed().length === 3);
    expect(server.specimens.size).toBe(3);
  });

  test("several are put there together, whatever their form; what is dropped on the page, too", async () => {
    const server = stocked();
    await readIn(
      file(one({ title: "One", pattern: "a", setAside: ["dot-for-point ."], expectations: ["+ a"] }), "one.json"),
      file(many({ title: "Two" }, { title: "Three" })),
    );
    await says("exchanged", "3 patterns of 2 files put on the shelf.");
    expect([...server.specimens.values()].find(({ title }) => title === "One")).toMatchObject({ setAside: "dot-for-point .", expectations: "+ a" });
    const dropped = { types: ["Files"], files: [file(one({ title: "Dropped" }), "dropped.json")] };
    fireEvent.dragOver(window, { dataTransfer: dropped });
    await screen.findByText("Dropped here, they are put on the shelf");
    fireEvent.drop(window, { dataTransfer: dropped });
    await says("exchanged", "1 pattern of “dropped.json” put on the shelf.");
    expect(screen.queryByText("Dropped here, they are put on the shelf")).toBeNull();
  });

  test.each<[string, string, string]>([
    ["no JSON", '{\n  "format": "lamprey-specimen",\n  "title" "x"\n}', "“weirs.json”, line 3: it is no JSON: colon expected."],
    ["nothing", "", "“weirs.json”, line 1: it is no JSON: value expected."],
    ["another file", '{"gates": []}', "“weirs.json”: it is no file of saved patterns: its “format” is another, or its “version”."],
    ["a newer one", '{"format": "lamprey-specimens", "version": 2, "specimens": []}', "its “version”."],
    ["a field that does not fit", many({ title: "a" }, { title: "" }), "“weirs.json”, line 9: it is empty."],
  ])("%s: what is wrong, in which line, and nothing is put there", async (_, text, words) => {
    const server = stocked();
    await readIn(file(one({ title: "Good" }), "good.json"), file(text));
    await says("exchanged", `${words} Nothing was put on the shelf.`);
    expect(server.specimens.size).toBe(2);
  });

  test("those that are chosen are saved: one in a form of its own, by its title", async () => {
    stocked();
    const saved: { readonly name: string; readonly blob: Blob }[] = [];
    let blob = new Blob();
    URL.createObjectURL = (made) => {
      blob = made as Blob;
      return "blob:x";
    };
    URL.revokeObjectURL = () => {};
    const click = jest.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(function (this: HTMLAnchorElement) {
      saved.push({ name: this.download, blob });
    });
    await press("checkbox", "Choose Sluice codes");
    await press("button", "Save as a file");
    await until("it is saved", () => saved.length === 1);
    await press("checkbox", "Choose all that are listed");
    await press("button", "Save as a file");
    await until("they are saved", () => saved.length === 2);
    click.mockRestore();
    expect(saved.map(({ name }) => name)).toEqual(["Sluice-codes.specimen.json", "lamprey-specimens.json"]);
    const texts = await Promise.all(saved.map((each) => each.blob.text()));
    expect(texts[0]).toMatch(/^\{\n {2}"format": "lamprey-specimen",\n/);
    expect(JSON.parse(texts[1] ?? "")).toMatchObject({ format: "lamprey-specimens", specimens: [expect.anything(), expect.anything()] });
  });
});

inDepth("a long shelf is fetched as far as one looks", async () => {
  const server = new PageServer();
  for (let i = 0; i < 250; i++) server.put({ title: `Gauge ${i}` });
  const observers: (() => void)[] = [];
  const before = globalThis.IntersectionObserver;
  globalThis.IntersectionObserver = class {
    constructor(hear: (entries: { isIntersecting: boolean }[]) => void) {
      observers.push(() => hear([{ isIntersecting: true }]));
    }
    observe() {}
    disconnect() {}
  } as unknown as typeof IntersectionObserver;
  openAt("/");
  await until("the first are there", () => listed().length === 101);
  expect(listed().at(-1)).toBe("150 more");
  observers.at(-1)?.();
  await until("more are there", () => listed().length === 201);
  observers.at(-1)?.();
  await until("all are there", () => listed().length === 250);
  globalThis.IntersectionObserver = before;
});

describe("the frame", () => {
  test("an address that leads nowhere says so, with a way back", async () => {
    stocked();
    openAt("/no/such/place");
    await press("link", /go to the shelf/);
    await until("the shelf is there", () => listed().length === 2);
  });

  test("the theme is chosen for the whole page", async () => {
    stocked();
    await press("button", "Dark theme");
    expect(document.documentElement.dataset.theme).toBe("deep");
    await press("button", "Light theme");
    expect(document.documentElement.dataset.theme).toBe("chart");
    expect(localStorage.getItem("lamprey.theme")).toBe("chart");
  });
});

describe("the path through the demo", () => {
  beforeEach(() => remember("path", null));

  test("is offered on a first visit, walked by doing, and left with one key; then it is not offered again", async () => {
    const server = new PageServer();
    server.put({ title: "Every mention of Hollin Weir", pattern: "Hollin Weir", flags: "g", samples: [{ name: "notes", text: "Hollin Weir, Hollin\n" }] });
    server.put({ title: "Tag numbers in a day of readings", pattern: "[A-F0-9]{4}", flags: "g", samples: [{ name: "tags", text: "A1F0" }] });
    openAt("/");
    await press("button", "Begin");
    await says("path", "1 of 5A literalChange the pattern to the word Hollin alone.");
    await type("Pattern", "Hollin", "instead");
    await says("path", "A word is a pattern already.");
    await press("button", "On to the next");
    await says("path", "2 of 5A set");
    key("endPath");
    await until("it is left", () => document.querySelector("[data-part=path]") === null);
    openAt("/");
    await part("heading", "Saved patterns");
    expect(screen.queryByRole("button", { name: "Begin" })).toBeNull();
  });

  test("says which of its places is gone from the shelf, and can be declined", async () => {
    new PageServer();
    openAt("/");
    await press("button", "Begin");
    await until("it is said", () => screen.queryByText(/“Every mention of Hollin Weir” is not on the shelf any more/) !== null);
    await press("button", "No, thank you");
    expect(screen.queryByRole("button", { name: "Begin" })).toBeNull();
  });

  test("every place is one of the demo's, and is not done before anything was done", () => {
    const demo = JSON.parse(readFileSync(new URL("../../demo/specimens.json", import.meta.url), "utf8")) as readonly { title: string }[];
    const titles = new Set(demo.map(({ title }) => title));
    expect(PLACES.map(({ title }) => titles.has(title))).toEqual([true, true, true, true, true]);
    for (const { done } of PLACES) expect(done(store.getState())).toBe(false);
  });
});

test("a removed specimen that is opened by its address says so, and is restored there", async () => {
  const server = new PageServer();
  const { id } = server.put({ title: "Old gauges", pattern: "gauge \\d", samples: [{ name: "log", text: "gauge 4" }] });
  server.remove(id);
  openAt(`/bench/${id}`);
  await part("heading", "Old gauges");
  expect(screen.getByText(/This pattern was removed/)).toBeTruthy();
  await press("button", "Restore it");
  expect(await part("textbox", "Title of the pattern")).toHaveProperty("value", "Old gauges");
});

describe("several at once", () => {
  test("are tagged, found by their tag, and removed; what was removed comes back", async () => {
    const server = stocked();
    openAt("/");
    await press("checkbox", "Choose all that are listed");
    await user.type(await part("textbox", "A tag"), "low water");
    await press("button", "Tag");
    await until("they have it", () => screen.getAllByText("low water").length === server.specimens.size);
    await user.selectOptions(await part("combobox", "Only those tagged"), "low water");
    await press("checkbox", "Choose Gauge lines");
    await press("button", "Remove");
    await until("it is gone", () => screen.queryByRole("link", { name: "Gauge lines" }) === null);
    await press("button", "Restore it");
    await until("it is back", () => screen.queryByRole("link", { name: "Gauge lines" }) !== null);
  });

  test("are sorted by their titles", async () => {
    stocked();
    openAt("/");
    await user.selectOptions(await part("combobox", "sorted by"), "title");
    await until(
      "in their order",
      () =>
        screen
          .getAllByRole("link", { name: /Gauge lines|Sluice codes/ })
          .map(wordsOf)
          .join() === "Gauge lines,Sluice codes",
    );
  });

  inDepth("a row has what the bench found, as long as it is of that revision", async () => {
    const server = openBench();
    await until("the server was told", () => server.figures.size === 1);
    openAt("/");
    await until("it is in the row", () => screen.queryByText("square") !== null);
    const [id] = [...server.specimens.keys()];
    server.change(id as string, { revision: 1, pattern: "weir" });
    openAt("/");
    await until("it is out of date", () => screen.queryByText("not run yet") !== null);
  });
});
