/** Java: `java.util.regex`, and the methods of strings that take a pattern. */

import { JAVA_CALLS } from "../calls/java.ts";
import { field, itemsOf, listedAfter, type Notation } from "../calls/notation.ts";
import type { Value } from "../calls/value.ts";
import { doublesBackslashes, JSON_FORM } from "../handoff/form.ts";
import { fromJava } from "../handoff/from-java.ts";
import { javaCompiled } from "../handoff/java.ts";
import { PROGRAMS } from "../handoff/programs.generated.ts";
import { javaString } from "../host/strings.ts";
import { readJavaTemplate } from "../rewrite/java.ts";
import { walk } from "../syntax/tree.ts";
import { Reckoning } from "../syntax/width/bounded.ts";
import { repeatsGroup } from "./guard.ts";
import type { Host } from "./host.ts";

const notation: Notation = {
  text: javaString,
  unset: "null",
  nothing: "null",
  truths: ["false", "true"],
  lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
  map: ["{", "}", (name) => `${name}=`],
  match: (fields) => {
    const [whole, ...groups] = itemsOf(field(fields, "values"));
    return ["start ", field(fields, "start"), ", end ", field(fields, "end"), ", ", whole as Value, ...listedAfter(", groups ", "list", groups)];
  },
};

export const java: Host = {
  dialect: "java",
  calls: JAVA_CALLS,
  notation,
  template: { read: readJavaTemplate, call: "replaceAll", refusedInUse: true, byLines: false },
  forms: [{ name: "string", label: "Pattern.compile", write: javaCompiled, note: doublesBackslashes }, JSON_FORM],
  program: { text: PROGRAMS.java, flag: "" },
  readSource: fromJava,
  guard: {
    guard: {
      code: "jdk-9",
      clause: "JDK 9 and later are spared it",
      says: "Since JDK 9 Java remembers where an iteration of this loop failed and does not try it there again, so it takes no more than a power of the length. Java 8 has no such memory; nor has any version for a pattern with a back-reference, for a loop inside of another, or for one that is lazy or has a bound.",
    },
    // Pattern.compile gives a memory to the loops of topClosureNodes (JDK 17): greedy, without a bound, tried and not
    // counted, and not inside of another quantifier of a group.
    covers: (loop, { root }) => {
      if (loop.mode !== "greedy" || loop.max !== Number.POSITIVE_INFINITY || new Reckoning(root).isSteady(loop.body)) return false;
      const around = [...walk(root)].filter((node) => node !== loop && node.start <= loop.start && loop.end <= node.end);
      return !around.some(repeatsGroup) && ![...walk(loop.body)].some((node) => repeatsGroup(node) && node.max > 1);
    },
  },
};
