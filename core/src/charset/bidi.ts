/** Classes of direction (UAX #9, table 4) by their code or name. */
import { BIDI_CLASSES } from "./bidi.generated.ts";
import { type CharSet, complement, union } from "./charset.ts";
import { unpackEnds } from "./packed.ts";
import { looseName } from "./properties.ts";

let classes: ReadonlyMap<string, CharSet> | undefined;

/** The characters of a class by its code or name, however it is spelled; undefined where there is none. */
export function bidiClass(name: string): CharSet | undefined {
  if (!classes) {
    const made = new Map<string, CharSet>();
    const [[code, first] = ["", ""], ...others] = BIDI_CLASSES;
    for (const [own, long, ends] of others) {
      const set = unpackEnds(ends);
      made.set(looseName(own), set);
      made.set(looseName(long), set);
    }
    const rest = complement(union(...made.values()));
    made.set(looseName(code), rest);
    made.set(looseName(first), rest);
    classes = made;
  }
  return classes.get(looseName(name));
}
