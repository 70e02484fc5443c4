/** Answers questions with the host's own engine, a batch a line. */
import { createInterface } from "node:readline";
import { verdict } from "./verdict.mjs";

for await (const line of createInterface({ input: process.stdin })) process.stdout.write(`${JSON.stringify(JSON.parse(line).map(verdict))}\n`);
