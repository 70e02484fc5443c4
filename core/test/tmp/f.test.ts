import { readFileSync } from "node:fs";
import { test } from "@jest/globals";
import { canonicalize } from "../../src/charset/folding.ts";

test("f", () => {
  const m = new Map(
    readFileSync("/tmp/dn/lower.txt", "utf8")
      .trim()
      .split("\n")
      .map((l) => l.split(" ").map(Number) as [number, number]),
  );
  const out: string[] = [];
  for (let c = 0; c < 65536; c++) {
    const l = canonicalize(c, "lower-both-ways");
    const mm = m.get(c) ?? c;
    if (l !== mm) out.push(c.toString(16) + ":" + l.toString(16) + "/" + mm.toString(16));
  }
  console.log(out.length, out.join(" "));
});
