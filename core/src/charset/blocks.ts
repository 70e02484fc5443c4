/** Blocks of Unicode by name. */
import { BLOCKS } from "./blocks.generated.ts";
import { type CharSet, complement, union } from "./charset.ts";
import { looseName } from "./properties.ts";

/** What is in no block. */
export const NO_BLOCK = "noblock";

let byName: ReadonlyMap<string, CharSet> | undefined;

/** All of them but the one of what is in none, with low lines for blanks and hyphens. */
export const blockNames = (): readonly string[] =>
  BLOCKS.split(" ")
    .map((block) => block.slice(0, block.indexOf(":")))
    .filter((name) => looseName(name) !== NO_BLOCK);

const NOT_HYPHENATED: ReadonlySet<string> = new Set(["Extension", "Linear"]);

/** A block’s name as Blocks.txt writes it: `Latin Extended-A`. */
export function blockTitle(name: string): string {
  const words = name.split("_");
  const last = words.at(-1) as string;
  if (last.length === 1 && !NOT_HYPHENATED.has(words.at(-2) as string)) return `${words.slice(0, -1).join(" ")}-${last}`;
  return words.join(" ").replace("Latin 1 ", "Latin-1 ").replace("Phags Pa", "Phags-pa");
}

function readBlocks(): ReadonlyMap<string, CharSet> {
  const made = new Map<string, CharSet>();
  for (const block of BLOCKS.split(" ")) {
    const [own = "", from = "", to = ""] = block.split(":");
    made.set(looseName(own), [Number.parseInt(from, 36), Number.parseInt(to, 36)]);
  }
  made.delete(NO_BLOCK);
  return made.set(NO_BLOCK, complement(union(...made.values())));
}

/** The characters of a block, or undefined where there is none of the name. */
export function blockOf(name: string): CharSet | undefined {
  byName ??= readBlocks();
  return byName.get(looseName(name));
}
