/** Texts as the bytes of their UTF-8, with Node's own coding as judge; patterns that a host reads byte by byte. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { bytesOf, hexOf, spelledLoosely, textOfBytes } from "../src/host/bytes.ts";
import { BacktrackingMachine, runToEnd } from "../src/index.ts";
import { readsBytes } from "../src/program/in-bytes.ts";
import { programOf, rowsOf } from "./support.ts";

const anyText = fc.string({ unit: fc.constantFrom("a", "é", "ß", "€", "𝄞", "🐟", "\0", "\u07ff", "\u0800", "\uffff", "\ud800", "\udc00"), maxLength: 10 });
const wholeText = anyText.map((text) => Buffer.from(text, "utf8").toString("utf8"));
const someBytes = fc.uint8Array({ maxLength: 8 }).map((bytes) => Buffer.from(bytes));
const nearlyText = fc.tuple(wholeText, fc.nat(40), fc.integer({ min: 0x70, max: 0xff })).map(([text, at, byte]) => {
  const bytes = Buffer.from(text, "utf8");
  if (bytes.length > 0) bytes[at % bytes.length] = byte;
  return bytes;
});
const latin = (bytes: Buffer): string => bytes.toString("latin1");

describe("bytes", () => {
  test("are those that Node writes; half of a pair is the replacement character", () => {
    fc.assert(fc.property(anyText, (text) => expect(bytesOf(text)).toBe(latin(Buffer.from(text, "utf8")))));
  });

  test("spell what Node reads, or nothing where it refuses", () => {
    const strict = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true });
    const read = (bytes: Buffer): string | undefined => {
      try {
        return strict.decode(bytes);
      } catch {
        return undefined;
      }
    };
    fc.assert(
      fc.property(fc.oneof(someBytes, nearlyText), (bytes) => {
        expect([bytes, textOfBytes(latin(bytes))]).toEqual([bytes, read(bytes)]);
      }),
      { numRuns: 200 * DEPTH },
    );
  });

  test("go there and back", () => {
    fc.assert(fc.property(wholeText, (text) => expect(textOfBytes(bytesOf(text))).toBe(text)));
  });

  test("that spell nothing stand as one replacement character each, and the rest is read", () => {
    expect(spelledLoosely(latin(Buffer.from("aé€🐟")))).toBe("aé€🐟");
    expect(spelledLoosely("a\xff\xe9b")).toBe("a\ufffd\ufffdb");
    expect(spelledLoosely(`x${bytesOf("€").slice(0, 2)}`)).toBe("x\ufffd\ufffd");
    fc.assert(
      fc.property(wholeText, fc.constantFrom("\xff", "\xc0", "\x80"), wholeText, (before, odd, behind) => {
        expect(spelledLoosely(bytesOf(before) + odd + bytesOf(behind))).toBe(`${before}\ufffd${behind}`);
      }),
    );
  });

  test("are written as two hexadecimal digits each", () => {
    fc.assert(fc.property(someBytes, (bytes) => expect(hexOf(latin(bytes))).toBe(bytes.toString("hex"))));
  });
});

describe("a pattern of PHP without the flag u", () => {
  test("is read from its bytes, and each match stands where its bytes do", () => {
    const program = programOf("é.", "", "pcre");
    const read = readsBytes(program, "xé€é\u00a0");
    if (!read) throw new Error("It reads bytes.");
    const machine = new BacktrackingMachine(read.program, read.text, { mode: "all" });
    runToEnd(machine);
    // The dot takes one byte of the three or two.
    expect(rowsOf(machine.matches)).toEqual([
      [1, 4],
      [6, 9],
    ]);
    expect([0, 1, 2, 3, 4, 5, 6, 8, 10].map(read.placeOf)).toEqual([0, 1, 1, 2, 2, 2, 3, 4, 5]);
  });

  test("places of bytes are those of the characters that they spell, for any text", () => {
    fc.assert(
      fc.property(wholeText, (text) => {
        const read = readsBytes(programOf("a", "", "pcre"), text);
        // Where each character is one byte there is nothing to do.
        if (!read) {
          expect(Buffer.byteLength(text)).toBe(text.length);
          return;
        }
        expect(read.text).toBe(bytesOf(text));
        for (let at = 0, byte = 0; at <= text.length; ) {
          expect(read.placeOf(byte)).toBe(at);
          const character = String.fromCodePoint(text.codePointAt(at) ?? 0);
          at += character.length;
          byte += Buffer.byteLength(character);
        }
      }),
    );
  });

  test("is as it stands with the flag, in other dialects, and where all is ASCII", () => {
    expect(readsBytes(programOf("é", "u", "pcre"), "é")).toBeUndefined();
    expect(readsBytes(programOf("é", "", "perl"), "é")).toBeUndefined();
    expect(readsBytes(programOf("gate", "", "pcre"), "gate")).toBeUndefined();
  });
});
