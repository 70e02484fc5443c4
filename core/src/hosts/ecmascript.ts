/** JavaScript: `RegExp`, and the methods of strings that take one. */

import { ECMASCRIPT_CALLS } from "../calls/ecmascript.ts";
import { commaed, field, itemsOf, type Notation } from "../calls/notation.ts";
import { javascriptConstructor, javascriptLiteral, literalNote } from "../handoff/ecmascript.ts";
import { doublesBackslashes, JSON_FORM } from "../handoff/form.ts";
import { fromJavascript } from "../handoff/from-javascript.ts";
import { PROGRAMS } from "../handoff/programs.generated.ts";
import { javascriptString } from "../host/strings.ts";
import { readEcmascriptTemplate } from "../rewrite/ecmascript.ts";
import type { Host } from "./host.ts";

const notation: Notation = {
  text: javascriptString,
  unset: "undefined",
  nothing: "null",
  truths: ["false", "true"],
  lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
  map: ["{ ", " }", (name) => `${name}: `],
  match: (fields) => {
    const groups = field(fields, "groups");
    return [
      "[",
      ...commaed(itemsOf(field(fields, "values"))),
      ", index: ",
      field(fields, "index"),
      ", groups: ",
      groups.kind === "nothing" ? ({ kind: "unset" } as const) : groups,
      "]",
    ];
  },
};

export const ecmascript: Host = {
  dialect: "ecmascript",
  calls: ECMASCRIPT_CALLS,
  notation,
  template: { read: readEcmascriptTemplate, call: "replace", refusedInUse: false, byLines: false },
  forms: [
    { name: "literal", label: "literal", write: javascriptLiteral, note: literalNote },
    { name: "constructor", label: "RegExp constructor", write: javascriptConstructor, note: doublesBackslashes },
    JSON_FORM,
  ],
  program: { text: PROGRAMS.ecmascript, flag: "g" },
  readSource: fromJavascript,
  guard: null,
};
