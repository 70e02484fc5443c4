/** What begins with `(*`: verbs, words at the start of a pattern, and assertions by their names. */

import type { Starred } from "../../dialect/dialect.ts";
import { isAsciiLetter, isDigit } from "../../text/characters.ts";
import { unknownKey } from "../../unknown.ts";
import type { GrowingTree } from "../reading/growing.ts";
import type { Reader } from "../reading/reader.ts";
import type { GlobalFlags } from "./inline-flags.ts";

const isWordPart = (c: string | undefined): boolean => isAsciiLetter(c) || isDigit(c) || c === "_";

/** The name of a mark alone, as in `(*:name)`. */
const MARK: Starred = { kind: "verb", verb: "mark", named: "must" };

/** Reads what stands behind `(*`, where the reading place is; the bracket stands at `start`. Returns an opener that is to be read on. */
export function readStarred(reader: Reader, tree: GrowingTree, global: GlobalFlags, start: number): Extract<Starred, { kind: "opener" }>["opener"] | undefined {
  const { starred } = reader.dialect.syntax;
  const word = reader.takeWhile(isWordPart);
  const meaning = word === "" ? MARK : Object.hasOwn(starred, word) ? starred[word] : undefined;
  const span = () => ({ start, end: reader.at });
  if (!meaning) {
    passed(reader);
    reader.report("starred-unknown", span(), reader.pattern.slice(start, reader.at));
    return undefined;
  }
  switch (meaning.kind) {
    case "opener":
      if (reader.pass(":")) return meaning.opener;
      passed(reader);
      reader.report("starred-form", span(), `(*${word}:…)`);
      return undefined;
    case "unread":
      passed(reader);
      reader.report("escape-unread", span(), reader.pattern.slice(start, reader.at), meaning.what);
      return undefined;
    case "start": {
      const valued = !meaning.valued || (reader.pass("=") && reader.takeWhile(isDigit) !== "");
      if (!valued || !reader.pass(")") || !tree.isEmpty) reader.report("starred-late", span(), `(*${word}${meaning.valued ? "=…" : ""})`);
      reader.options = { ...reader.options, ...meaning.sets };
      global.options = { ...global.options, ...meaning.sets };
      return undefined;
    }
    case "verb": {
      const named = reader.pass(":");
      const name = named ? reader.takeWhile((c) => c !== undefined && c !== ")") : "";
      const whole = reader.pass(")");
      if (!whole || (meaning.named === "must" && name === "")) {
        passed(reader);
        reader.report("starred-form", span(), meaning.named === "must" ? `(*${word === "" ? "" : word}:name)` : `(*${word})`);
        return undefined;
      }
      if (tree.top.reenters && meaning.verb !== "fail" && meaning.verb !== "mark")
        reader.report("escape-unread", span(), reader.pattern.slice(start, reader.at), "a verb in a lookaround that may be tried another way");
      tree.add({ kind: "verb", verb: meaning.verb, name: name === "" ? null : name, ...span() });
      return undefined;
    }
    default:
      return unknownKey(meaning);
  }
}

/** Passes what cannot be read, up to its bracket. */
function passed(reader: Reader): void {
  reader.takeWhile((c) => c !== undefined && c !== ")");
  reader.pass(")");
}
