/**
 * How a draft is kept: by itself, through a server that is away, and where another page has changed it.
 * @jest-environment ./web/test/page/environment.mjs
 */
import { afterEach, describe, expect, test } from "@jest/globals";
import { cleanup, screen } from "@testing-library/react";
import { openAt, openBench, part, press, says, type, until, user, wordsOf } from "./page/page.tsx";
import type { PageServer } from "./page/server.ts";

afterEach(cleanup);

const kept = (server: PageServer) => [...server.specimens.values()];

test("what is typed is kept after a pause, in one change", async () => {
  const server = openBench();
  await part("textbox", "Pattern");
  for (const letter of ["x", "y", "z"]) await type("Pattern", letter);
  await says("keeping", /^revision 2, kept/);
  expect(kept(server).map(({ pattern }) => pattern)).toEqual(["(\\w+) (\\d+)xyz"]);
  expect(server.sent.filter(({ method }) => method === "PATCH")).toHaveLength(1);
});

test("title and notes are kept; an empty title is not, and no sample is sent along that has not changed", async () => {
  const server = openBench();
  await user.type(await part("textbox", "what to look at"), "by gauge");
  await user.clear(await part("textbox", "Title of the specimen"));
  await says("keeping", /^revision 2, kept/);
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
  await says("keeping", /^revision 2, kept/);
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
  await says("keeping", /^revision 2, kept/);
});

describe("changed elsewhere", () => {
  async function conflict(): Promise<PageServer> {
    const server = openBench();
    await part("textbox", "Pattern");
    const [specimen] = kept(server);
    if (specimen) server.change(specimen.id, { revision: 1, pattern: "theirs" });
    await type("Pattern", "mine", "instead");
    await part("dialog", "This specimen was changed elsewhere");
    return server;
  }

  test("both patterns are shown, and nothing is overwritten before one chooses", async () => {
    const server = await conflict();
    expect(wordsOf(screen.getByRole("dialog"))).toMatch(/here Gauges mine elsewhere Gauges theirs|hereGauges mineelsewhereGauges theirs/);
    expect(kept(server).map(({ pattern }) => pattern)).toEqual(["theirs"]);
    await press("button", "Decide later");
    await part("button", "changed elsewhere: choose");
  });

  test("keep what is here", async () => {
    const server = await conflict();
    await press("button", "Keep what is here");
    await says("keeping", /^revision 3, kept/);
    expect(kept(server).map(({ pattern }) => pattern)).toEqual(["mine"]);
  });

  test("take what is elsewhere", async () => {
    const server = await conflict();
    await press("button", "Take what is elsewhere");
    await until("theirs is here", () => document.querySelector(".cm-content[aria-label=Pattern]")?.textContent === "theirs");
    expect(kept(server).map(({ pattern }) => pattern)).toEqual(["theirs"]);
  });

  test("keep both", async () => {
    const server = await conflict();
    await press("button", "Keep both");
    await until(
      "the second is open",
      () => (screen.queryByRole("textbox", { name: "Title of the specimen" }) as HTMLInputElement | null)?.value === "Gauges (mine)",
    );
    expect(kept(server).map(({ title, pattern }) => `${title}: ${pattern}`)).toEqual(["Gauges: theirs", "Gauges (mine): mine"]);
  });
});
