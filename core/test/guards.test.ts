/**
 * What spares engines an exponential growth. Which of these JDK 17.0.15 and Perl 5.36 are spared was measured on them: with
 * 28 letters and an ending that fails they take less than a millisecond or two, and seconds where they are not.
 */
import { expect, test } from "@jest/globals";
import { onlyDeep } from "../../scripts/depth.mjs";
import { assessNow, type DialectName } from "../src/index.ts";
import { programOf } from "./support.ts";

const guards = (pattern: string, dialect: DialectName): (string | null)[] => {
  const { growth, findings } = assessNow(programOf(pattern, "", dialect), "search");
  expect(growth).toBe("exponential");
  return findings.filter((finding) => finding.growth === "exponential").map(({ guard }) => guard?.code ?? null);
};

type Row = [pattern: string, java: boolean, perl: boolean];

test.each<Row>([
  ["(a+)+[bc]", true, true],
  ["(?:a+)+[bc]", true, true],
  ...onlyDeep<Row>(["(a|aa)+[bc]", true, true]),
  ["(a*)*[bc]", true, true],
  ...onlyDeep<Row>(["(\\w+\\s?)+[;:]", true, true]),
  ["^(a+)+$", true, true],
  ["(x+x+)+[yz]", true, true],
  ...onlyDeep<Row>(["(?=(a+)+[bc])a", true, true]),
  ["(?:(a+)+|x)[bc]", true, true],
  ...onlyDeep<Row>(["(a+)+\\1?[bc]", false, false]),
  ["(a+){1,30}[bc]", false, false],
  ["((a+)+)+[bc]", false, true],
  ["(a+)+?[bc]", false, true],
  ...onlyDeep<Row>(["(?:a|aa)+?[bc]", false, true]),
])("%s", (pattern, java, perl) => {
  expect(guards(pattern, "java")[0]).toBe(java ? "jdk-9" : null);
  expect(guards(pattern, "perl")[0]).toBe(perl ? "perl-cache" : null);
  expect(guards(pattern, "pcre")[0]).toBeNull();
  expect(guards(pattern, "python")[0]).toBeNull();
});

test("each finding is asked by itself, and a polynomial one needs no guard", () => {
  expect(guards("(a+)+[bc]|(?:d|dd)+?[ef]", "java")).toEqual(["jdk-9", null]);
  const { findings } = assessNow(programOf("a*a*b", "", "java"), "search");
  expect(findings.map(({ guard }) => guard)).toEqual(findings.map(() => null));
});
