/** Blocks of Unicode by name. */
import { BLOCKS } from "./blocks.generated.ts";
import type { CharSet } from "./charset.ts";

let byName: ReadonlyMap<string, CharSet> | undefined;

/** A name without what writers of it differ in: case, blanks, hyphens and low lines. */
const key = (name: string): string => [...name.toUpperCase()].filter((c) => !" -_".includes(c)).join("");

/** The characters of a block, or undefined where there is none of the name. */
export function blockOf(name: string): CharSet | undefined {
  byName ??= new Map(
    BLOCKS.split(" ").map((block) => {
      const [own = "", from = "", to = ""] = block.split(":");
      return [key(own), [Number.parseInt(from, 36), Number.parseInt(to, 36)]] as const;
    }),
  );
  return byName.get(key(name));
}
