/**
 * How a draft is kept: by itself, through a server that is away, and where another page has changed it.
 * @jest-environment ./web/test/page/environment.mjs
 */

import { afterEach, describe, expect, test } from "@jest/globals";
import { screen } from "@testing-library/dom";
import { sized } from "../../scripts/depth.mjs";
import { NO_FIELDS } from "../src/draft/fields.ts";
import { journal } from "../src/draft/journal.ts";
import { keepers } from "../src/draft/keepers.ts";
import { cleanup, openAt, openBench, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";
import { PageServer } from "./page/server.ts";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const kept = (server: PageServer) => [...server.specimens.values()];

test("what is typed is kept after a pause, in one change", async () => {
  const server = openBench();
  await part("textbox", "Pattern");
  for (const letter of ["x", "y", "z"]) await type("Pattern", letter);
  await says("keeping", /^revision 2, saved/);
  expect(kept(server).map(({ pattern }) => pattern)).toEqual(["(\\w+) (\\d+)xyz"]);
  expect(server.sent.filter(({ method }) => method === "PATCH")).toHaveLength(1);
});

test("title and notes are kept; an empty title is not, and no sample is sent along that has not changed", async () => {
  const server = openBench();
  await user.type(await part("textbox", "what to look at"), "by gauge");
  await user.clear(await part("textbox", "Title of the pattern"));
  await says("keeping", /^revision 2, saved/);
  expect(kept(server)).toMatchObject([{ title: "Gauges", notes: "by gauge" }]);
  expect(server.sent.filter(({ method }) => method === "PATCH").map(({ body }) => Object.keys(body as object).sort())).toEqual([["notes", "revision"]]);
});

test("a server that is away is waited for, and what was typed is kept when it is back", async () => {
  const server = openBench();
  await part("textbox", "Pattern");
  server.away = true;
  await type("Pattern", "!");
  await says("keeping", "the server is away; held here, trying again");
  await type("Pattern", "?");
  server.away = false;
  await says("keeping", /^revision 2, saved/);
  expect(kept(server).map(({ pattern }) => pattern)).toEqual(["(\\w+) (\\d+)!?"]);
});

test("what was not kept when the page closed is there when it is opened again", async () => {
  const server = openBench();
  await part("textbox", "Pattern");
  server.away = true;
  await type("Pattern", "!");
  await says("keeping", "the server is away");
  const [specimen] = kept(server);
  server.away = false;
  openAt(`/bench/${specimen?.id}`);
  await until("the draft is back", () => document.querySelector(".cm-content[aria-label=Pattern]")?.textContent === "(\\w+) (\\d+)!");
  await says("keeping", /^revision 2, saved/);
});

describe("leaving the bench", () => {
  test("in the middle of typing loses nothing, and coming back shows it before it is kept", async () => {
    const server = openBench();
    await part("textbox", "Pattern");
    await type("Pattern", "abc");
    await press("link", "Shelf");
    await until("it is kept", () => kept(server)[0]?.pattern === "(\\w+) (\\d+)abc");

    await press("link", "Gauges");
    await part("textbox", "Pattern");
    server.away = true;
    await type("Pattern", "def");
    await press("link", "Shelf");
    const list = await part("region", "Not kept yet");
    await until("it is said", () => /Gauges ?typed in this window at \d\d:\d\d, held in this browser; the server is away, trying again/.test(wordsOf(list)));
    server.away = false;
    await press("link", "Gauges", list);
    await part("textbox", "Pattern");
    expect(document.querySelector(".cm-content[aria-label=Pattern]")?.textContent).toBe("(\\w+) (\\d+)abcdef");
    await says("keeping", /^revision 3, saved/);
  });

  test("with an answer lost and more typed since, and coming back, asks nothing: what is kept there is one's own", async () => {
    const server = openBench();
    await part("textbox", "Pattern");
    server.losesAnswers = true;
    await type("Pattern", "a");
    await until("it is kept, unheard", () => kept(server)[0]?.pattern === "(\\w+) (\\d+)a");
    server.away = true;
    await type("Pattern", "b");
    await press("link", "Shelf");
    await part("region", "Not kept yet");
    server.losesAnswers = false;
    server.away = false;
    await press("link", "Gauges");
    await part("textbox", "Pattern");
    await until("both are kept", () => kept(server)[0]?.pattern === "(\\w+) (\\d+)ab");
    await says("keeping", /^revision \d+, saved/);
    expect(screen.queryByText(/changed elsewhere/i)).toBeNull();
  });
});

inDepth("a specimen that cannot be opened says what is held of it, and opens when the server is back", async () => {
  const server = openBench();
  await part("textbox", "Pattern");
  server.away = true;
  await type("Pattern", "!");
  await says("keeping", "held here");
  openAt(`/bench/${kept(server)[0]?.id}`);
  await part("heading", "This pattern cannot be opened");
  await until("it is said", () => screen.queryByText(/held in this browser/) !== null);
  server.away = false;
  await part("textbox", "Pattern");
  expect(document.querySelector(".cm-content[aria-label=Pattern]")?.textContent).toBe("(\\w+) (\\d+)!");
});

inDepth("a title that ends in a blank is kept without it, and blocks nothing", async () => {
  const server = openBench();
  await user.type(await part("textbox", "Title of the pattern"), " north ");
  await type("Pattern", "!");
  await says("keeping", /^revision 2, saved/);
  expect(kept(server)).toMatchObject([{ title: "Gauges north", pattern: "(\\w+) (\\d+)!" }]);
});

test("what is undone outlives a reload", async () => {
  const server = openBench();
  await type("Pattern", "abc");
  await says("keeping", /^revision 2, saved/);
  openAt(`/bench/${kept(server)[0]?.id}`);
  await part("textbox", "Pattern");
  await user.click(document.querySelector(".cm-content[aria-label=Pattern]") as HTMLElement);
  await user.keyboard("{Control>}z{/Control}");
  await until("it is undone", () => document.querySelector(".cm-content[aria-label=Pattern]")?.textContent === "(\\w+) (\\d+)");
});

describe("changed elsewhere", () => {
  test("in another place: both come together, without a word", async () => {
    const server = openBench();
    await part("textbox", "Pattern");
    const [specimen] = kept(server);
    if (specimen) server.change(specimen.id, { revision: 1, notes: "theirs" });
    await type("Pattern", "mine", "instead");
    await says("keeping", /^revision 3, saved/);
    expect(kept(server)).toMatchObject([{ pattern: "mine", notes: "theirs" }]);
    expect(await part("textbox", "what to look at")).toHaveProperty("value", "theirs");
  });

  test("removed: put back with what is here", async () => {
    const server = openBench();
    await part("textbox", "Pattern");
    const [specimen] = kept(server);
    if (specimen) server.remove(specimen.id);
    await type("Pattern", "mine", "instead");
    await part("dialog", "This pattern was removed elsewhere");
    await press("button", "Put it back, with what is here");
    await says("keeping", /^revision \d, saved/);
    expect(kept(server)).toMatchObject([{ pattern: "mine", deletedAt: null }]);
  });

  inDepth("removed: kept as a new one", async () => {
    const server = openBench({ dialect: "python" });
    await part("textbox", "Pattern");
    const [specimen] = kept(server);
    if (specimen) server.remove(specimen.id);
    await type("Pattern", "mine", "instead");
    await part("dialog", "This pattern was removed elsewhere");
    await press("button", "Keep it as a new one");
    await until("it is open", () => (screen.queryByRole("textbox", { name: "Title of the pattern" }) as HTMLInputElement | null)?.value === "Gauges (mine)");
    expect(kept(server)).toMatchObject([{ deletedAt: expect.any(String) }, { pattern: "mine", dialect: "python", deletedAt: null }]);
  });

  test("a choice that the server does not hear of says so, and can be made again", async () => {
    const server = await conflict();
    server.away = true;
    await press("button", "Keep both");
    await part("alert", "");
    expect(wordsOf(screen.getByRole("alert"))).toMatch(/The server does not answer/);
    server.away = false;
    await press("button", "Take what is elsewhere");
    await until("theirs is here", () => document.querySelector(".cm-content[aria-label=Pattern]")?.textContent === "theirs");
  });

  async function conflict(own: Parameters<typeof openBench>[0] = {}): Promise<PageServer> {
    const server = openBench(own);
    await part("textbox", "Pattern");
    const [specimen] = kept(server);
    if (specimen) server.change(specimen.id, { revision: 1, pattern: "theirs" });
    await type("Pattern", "mine", "instead");
    await part("dialog", "This pattern was changed elsewhere");
    return server;
  }

  test("both patterns are shown, and nothing is overwritten before one chooses", async () => {
    const server = await conflict();
    expect(wordsOf(screen.getByRole("row", { name: /^pattern/ }))).toBe("patternminetheirs");
    expect(kept(server).map(({ pattern }) => pattern)).toEqual(["theirs"]);
    await press("button", "Decide later");
    await part("button", "changed elsewhere: choose");
  });

  inDepth("keep what is here", async () => {
    const server = await conflict();
    await press("button", "Keep what is here");
    await says("keeping", /^revision 3, saved/);
    expect(kept(server).map(({ pattern }) => pattern)).toEqual(["mine"]);
  });

  test("take what is elsewhere", async () => {
    const server = await conflict();
    await press("button", "Take what is elsewhere");
    await until("theirs is here", () => document.querySelector(".cm-content[aria-label=Pattern]")?.textContent === "theirs");
    expect(kept(server).map(({ pattern }) => pattern)).toEqual(["theirs"]);
  });

  test("keep both, in their language, and with a title that has room", async () => {
    const server = await conflict({ dialect: "python", title: "G".repeat(196) });
    await press("button", "Keep both");
    await until("the second is there", () => kept(server).length === 2);
    expect(kept(server)[1]).toMatchObject({ dialect: "python", pattern: "mine", title: `${"G".repeat(193)} (mine)` });
  });

  test("keep both", async () => {
    const server = await conflict();
    await press("button", "Keep both");
    await until(
      "the second is open",
      () => (screen.queryByRole("textbox", { name: "Title of the pattern" }) as HTMLInputElement | null)?.value === "Gauges (mine)",
    );
    expect(kept(server).map(({ title, pattern }) => `${title}: ${pattern}`)).toEqual(["Gauges: theirs", "Gauges (mine): mine"]);
  });
});

test("what was looked at, edited, and left before the server had it is kept by another window", async () => {
  const server = new PageServer();
  const id = "0c0ffee0-0000-4000-8000-000000000000";
  const fields = {
    ...NO_FIELDS,
    title: "gauges.ts:12",
    pattern: "a+$",
    samples: [{ key: "0c0ffee0-0000-4000-8000-000000000001", name: "attack", text: "aaa" }],
  };
  await journal.write({ specimen: id, window: "gone", at: 0, base: { revision: 0, fields }, fields: { ...fields, pattern: "a$" }, sent: [] }, null);
  keepers.start();
  await until("it is kept", () => server.specimens.get(id)?.pattern === "a$");
  expect(server.specimens.get(id)).toMatchObject({ title: "gauges.ts:12", samples: [{ name: "attack", text: "aaa" }] });
});
