import { readFileSync } from "node:fs";

const pattern = PATTERN_HERE;
const text = readFileSync(0, "utf8");

for (const match of text.matchAll(pattern)) {
  console.log(match.index, ...match);
}
