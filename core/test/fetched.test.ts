/** Tables that are fetched when a pattern first asks for one. */
import { describe, expect, test } from "@jest/globals";
import { Fetched } from "../src/charset/fetched.ts";
import { LONE, VALUES } from "../src/charset/values.generated.ts";
import { isFetched } from "../src/charset/values.ts";
import { once } from "../src/once.ts";

/** A table whose coming the test decides about. */
function held() {
  let asked = 0;
  const ends: { resolve: (table: string) => void; reject: (error: Error) => void }[] = [];
  const table = new Fetched(
    (text) => text.includes("#"),
    () => {
      asked++;
      return new Promise<string>((resolve, reject) => ends.push({ resolve, reject }));
    },
  );
  return { table, ends, asked: () => asked };
}

describe("a table", () => {
  test("is lacked by what could ask for it, until it has come", async () => {
    const { table, ends } = held();
    expect([table.here, table.lacks("a#"), table.lacks("a")]).toEqual([undefined, true, false]);
    const coming = table.fetch();
    expect(table.lacks("a#")).toBe(true);
    ends[0]?.resolve("read");
    await coming;
    expect([table.here, table.lacks("a#")]).toEqual(["read", false]);
  });

  test("is fetched once for all who wait", async () => {
    const { table, ends, asked } = held();
    const all = Promise.all([table.fetch(), table.fetch(), table.fetch()]);
    ends[0]?.resolve("read");
    await all;
    expect(asked()).toBe(1);
  });

  test("that did not come fails for all who wait, and is asked for again", async () => {
    const { table, ends, asked } = held();
    const both = Promise.allSettled([table.fetch(), table.fetch()]);
    ends[0]?.reject(new Error("offline"));
    expect((await both).map(({ status }) => status)).toEqual(["rejected", "rejected"]);
    expect([table.here, table.lacks("#")]).toEqual([undefined, true]);
    const again = table.fetch();
    ends[1]?.resolve("read");
    await again;
    expect([asked(), table.here]).toEqual([2, "read"]);
  });
});

test("the names that a pattern is searched for are those of the table", () => {
  const names = [...VALUES.map(([own]) => own), ...LONE.map(([own]) => own)].flatMap((own) => own.split(" "));
  expect(names.filter((name) => !isFetched(name))).toEqual([]);
  expect(names.length).toBeGreaterThan(40);
  expect([isFetched("Line Break"), isFetched("Is_ line-break"), isFetched("Script"), isFetched("isis_age"), isFetched("")]).toEqual([
    true,
    true,
    false,
    false,
    false,
  ]);
});

test("what is made once is made when it is asked for, also where it is nothing", () => {
  let made = 0;
  const value = once(() => {
    made++;
    return undefined;
  });
  expect(made).toBe(0);
  expect([value(), value(), made]).toEqual([undefined, undefined, 1]);
});
