/** The risk list as a table: what stands in its fields, whatever is in a pattern. */
import { expect, test } from "@jest/globals";
import type { RiskRow } from "../src/engine/risks/messages.ts";
import { riskTable } from "../src/risks/table.ts";

test("a row for each pattern; quotation marks, commas and formulas do no harm", () => {
  const found = { pattern: '=a,"b"', flags: "g", dialect: "ecmascript", line: 7, mode: "all" };
  const row = {
    number: 1,
    file: "src/weir.ts",
    found,
    growth: "polynomial",
    degree: 2,
    worst: { attack: { prefix: "", pump: "a\nb", suffix: "!" } },
    mistake: null,
  };
  const unread = { ...row, growth: null, degree: null, worst: null, mistake: "This set is never closed." };
  const lines = riskTable([row, unread] as unknown as RiskRow[]).split("\r\n");
  expect(lines[0]).toBe("growth,degree,judged,file,line,pattern,flags,dialect,prefix,pump,suffix,mistake");
  expect(lines[1]).toBe(`polynomial,2,over all matches,src/weir.ts,7,"'=a,""b""",g,ecmascript,,"a\nb",!,`);
  expect(lines[2]).toContain("has a mistake,,,src/weir.ts,7,");
  expect(lines[2]).toContain("This set is never closed.");
  expect(lines[3]).toBe("");
});
