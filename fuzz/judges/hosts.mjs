/** Answers what JavaScript's calls, replacements and source texts come to, a batch a line. */
import { createInterface } from "node:readline";
import vm from "node:vm";

const arrayOf = (found) =>
  found && { values: [...found].map((value) => value ?? null), index: found.index, groups: found.groups ? { ...nulled(found.groups) } : null };
const nulled = (groups) => Object.fromEntries(Object.entries(groups).map(([name, value]) => [name, value ?? null]));

function calls({ pattern, flags, text }) {
  const fresh = () => new RegExp(pattern, flags);
  const found = [
    ["test", () => fresh().test(text)],
    ["exec", () => arrayOf(fresh().exec(text))],
  ];
  if (/[gy]/.test(flags))
    found.push([
      "exec loop",
      () => {
        const expression = fresh();
        const all = [];
        for (let m = expression.exec(text); m !== null; m = expression.exec(text)) {
          all.push(arrayOf(m));
          if (m[0] === "") {
            const pair = /[uv]/.test(flags) && text.codePointAt(expression.lastIndex) > 0xffff;
            expression.lastIndex += pair ? 2 : 1;
          }
        }
        return all;
      },
    ]);
  found.push(["match", () => (flags.includes("g") ? text.match(fresh()) : arrayOf(text.match(fresh())))]);
  if (flags.includes("g")) found.push(["matchAll", () => [...text.matchAll(fresh())].map(arrayOf)]);
  found.push(["search", () => text.search(fresh())]);
  found.push(["split", () => text.split(fresh()).map((value) => value ?? null)]);
  return found.map(([call, value]) => ({ call, value: value() }));
}

function rewrite({ pattern, flags, text, template, scope }) {
  const without = flags.replace("g", "");
  let replacements = 0;
  // A sticky expression keeps its place: each call gets one of its own.
  const fresh = () => new RegExp(pattern, scope === "all" ? `${without}g` : without);
  text.replace(fresh(), () => {
    replacements++;
    return "";
  });
  return { text: text.replace(fresh(), template), replacements };
}

function source({ source }) {
  const made = vm.runInThisContext(source);
  return typeof made === "string" ? { pattern: made, flags: "" } : { pattern: made.source, flags: made.flags };
}

const KINDS = { calls, rewrite, source };

function answer(question) {
  try {
    return KINDS[question.kind](question);
  } catch (error) {
    return { refused: String(error) };
  }
}

for await (const line of createInterface({ input: process.stdin })) process.stdout.write(`${JSON.stringify(JSON.parse(line).map(answer))}\n`);
