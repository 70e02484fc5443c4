/**
 * The table of keys: no key has two meanings, none is taken from browsers, and each is said as people read it.
 * @jest-environment ./web/test/page/environment.mjs
 */
import { describe, expect, test } from "@jest/globals";
import { KEYS, type KeyName, keyOf, keyWords } from "../src/shared/keys.ts";

const NAMES = Object.keys(KEYS) as KeyName[];
const pairs = NAMES.map((name) => [name, KEYS[name] as { readonly anywhere: string; readonly outside?: string }] as const);

/** The event of a key as the table writes it. */
function pressed(keys: string, as: { readonly key?: string; readonly mac?: boolean } = {}): KeyboardEvent {
  const parts = keys.split("+");
  const code = parts.pop() ?? "";
  const ctrl = parts.includes("Ctrl");
  return new KeyboardEvent("keydown", {
    code,
    key: as.key ?? code.replace(/^Key/, ""),
    altKey: parts.includes("Alt"),
    shiftKey: parts.includes("Shift"),
    ctrlKey: ctrl && !as.mac,
    metaKey: ctrl && as.mac === true,
  });
}

describe("every key", () => {
  test("has one meaning", () => {
    const anywhere = pairs.map(([, { anywhere: keys }]) => keys);
    const outside = pairs.flatMap(([, { outside: keys }]) => keys ?? []);
    expect(new Set(anywhere).size).toBe(anywhere.length);
    expect(new Set(outside).size).toBe(outside.length);
    expect(outside.filter((keys) => anywhere.includes(keys))).toEqual([]);
  });

  test("is left to browsers where it is theirs", () => {
    for (const [name, { anywhere, outside }] of pairs) {
      const plain = /^(?:F\d|Ctrl\+KeyK)$/.test(anywhere);
      expect([name, plain || anywhere.startsWith("Alt+")]).toEqual([name, true]);
      // Back, forward, the home page and tabs.
      expect([name, /^Alt\+(?:Arrow\w+|Home|Digit\d)$/.test(anywhere)]).toEqual([name, false]);
      expect([name, /Ctrl|Alt/.test(outside ?? "")]).toEqual([name, false]);
      // Find, reload, caret browsing, full screen, tools.
      expect([name, ["F1", "F3", "F5", "F6", "F7", "F10", "F11", "F12"].includes(anywhere)]).toEqual([name, false]);
    }
  });

  test.each(pairs)("%s is found by what is pressed, in a text or not", (name, { anywhere, outside }) => {
    expect(keyOf(pressed(anywhere), true)).toBe(name);
    expect(keyOf(pressed(anywhere), false)).toBe(name);
    if (!outside) return;
    expect(keyOf(pressed(outside), false)).toBe(name);
    expect(keyOf(pressed(outside), true)).toBeUndefined();
  });
});

describe("a key", () => {
  test("is the same with Cmd on a Mac", () => {
    expect(keyOf(pressed("Ctrl+KeyK", { mac: true }), true)).toBe("commands");
  });

  test("goes by its place, whatever letter Alt makes of it", () => {
    expect(keyOf(pressed("Alt+KeyN", { key: "˜" }), true)).toBe("stopOn");
    expect(keyOf(pressed("Alt+Shift+Digit1", { key: "⁄" }), true)).toBe("ledger");
  });

  test("that is a sign is where it is on this keyboard", () => {
    expect(keyOf(new KeyboardEvent("keydown", { code: "Minus", key: "?", shiftKey: true }), false)).toBe("words");
    expect(keyOf(new KeyboardEvent("keydown", { code: "Minus", key: "?", shiftKey: true }), true)).toBeUndefined();
  });

  test("with more held down than the table says asks for nothing", () => {
    expect(keyOf(pressed("Ctrl+ArrowLeft"), false)).toBeUndefined();
    expect(keyOf(pressed("Alt+ArrowLeft"), false)).toBeUndefined();
    expect(keyOf(pressed("Shift+Home"), false)).toBeUndefined();
    expect(keyOf(pressed("Ctrl+Alt+KeyN"), false)).toBeUndefined();
    expect(keyOf(pressed("KeyZ"), false)).toBeUndefined();
  });

  test.each<[KeyName, string, string]>([
    ["stepBack", "Alt+,", "←"],
    ["backtrackOn", "Alt+Shift+.", "Shift+→"],
    ["captureOn", "Alt+Shift+PgDn", "Shift+PgDn"],
    ["ledger", "Alt+Shift+1", ""],
    ["commands", "Ctrl+K", ""],
    ["result", "Alt+/", "Backspace"],
    ["words", "Alt+Shift+/", "?"],
    ["otherEditor", "F2", ""],
  ])("%s is written as people read it", (name, anywhere, outside) => {
    expect([keyWords(name), keyWords(name, "outside")]).toEqual([anywhere, outside]);
  });
});
