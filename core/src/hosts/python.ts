/** Python: the module `re`. */

import { field, itemsOf, listedAfter, type Notation } from "../calls/notation.ts";
import { PYTHON_CALLS } from "../calls/python.ts";
import type { Value } from "../calls/value.ts";
import { doublesBackslashes, JSON_FORM } from "../handoff/form.ts";
import { fromPython } from "../handoff/from-python.ts";
import { PROGRAMS } from "../handoff/programs.generated.ts";
import { pythonPlain, pythonRaw, rawNote } from "../handoff/python.ts";
import { pythonRepr } from "../host/strings.ts";
import { readPythonTemplate } from "../rewrite/python.ts";
import type { Host } from "./host.ts";

const notation: Notation = {
  text: pythonRepr,
  unset: "None",
  nothing: "None",
  truths: ["False", "True"],
  lists: { list: ["[", "]", ""], tuple: ["(", ")", ","] },
  map: ["{", "}", (name) => `${pythonRepr(name)}: `],
  match: (fields) => {
    const values = itemsOf(field(fields, "values"));
    const groups = values.slice(1);
    const named = field(fields, "groupdict");
    return [
      "<re.Match object; span=",
      field(fields, "span"),
      ", match=",
      values[0] as Value,
      ">",
      ...listedAfter(" .groups() ", "tuple", groups),
      ...(named.kind === "record" && named.fields.length > 0 ? [" .groupdict() ", named] : []),
    ];
  },
};

export const python: Host = {
  dialect: "python",
  calls: PYTHON_CALLS,
  notation,
  template: { read: readPythonTemplate, call: "re.sub", refusedInUse: false, byLines: false },
  forms: [
    { name: "raw", label: "raw string", write: pythonRaw, note: rawNote },
    { name: "plain", label: "plain string", write: pythonPlain, note: doublesBackslashes },
    JSON_FORM,
  ],
  program: { text: PROGRAMS.python, flag: "" },
  readSource: fromPython,
  guard: null,
};
