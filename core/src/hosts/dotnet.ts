/** C#: `System.Text.RegularExpressions`. */

import { DOTNET_CALLS } from "../calls/dotnet.ts";
import { field, itemsOf, listedAfter, type Notation } from "../calls/notation.ts";
import { dotnetPlain, dotnetVerbatim, verbatimNote } from "../handoff/dotnet.ts";
import { doublesBackslashes, JSON_FORM } from "../handoff/form.ts";
import { fromDotnet } from "../handoff/from-dotnet.ts";
import { PROGRAMS } from "../handoff/programs.generated.ts";
import { csharpString } from "../host/strings.ts";
import { readDotnetTemplate } from "../rewrite/dotnet.ts";
import type { Host } from "./host.ts";

const notation: Notation = {
  text: csharpString,
  unset: "null",
  nothing: "Success False",
  truths: ["False", "True"],
  lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
  map: ["{ ", " }", (name) => `${name} `],
  match: (fields) => {
    const groups = itemsOf(field(fields, "groups")).slice(1);
    const named = listedAfter(", Groups ", "tuple", groups);
    return ["Index ", field(fields, "index"), ", Length ", field(fields, "length"), ", ", field(fields, "value"), ...named];
  },
  group: (fields) => {
    const name = field(fields, "name");
    const captures = itemsOf(field(fields, "captures")).map((each) => (each.kind === "record" ? field(new Map(each.fields), "value") : each));
    const label = name.kind === "text" ? `${name.text}: ` : "";
    if (captures.length === 0) return [`${label}Success False`];
    const all = captures.length > 1 ? listedAfter(" of ", "tuple", captures) : [];
    return [label, field(fields, "value"), ...all];
  },
};

export const dotnet: Host = {
  dialect: "dotnet",
  calls: DOTNET_CALLS,
  notation,
  template: { read: readDotnetTemplate, call: "Regex.Replace", refusedInUse: false, byLines: false },
  forms: [
    { name: "verbatim", label: "verbatim string", write: dotnetVerbatim, note: verbatimNote },
    { name: "string", label: "plain string", write: dotnetPlain, note: doublesBackslashes },
    JSON_FORM,
  ],
  program: { text: PROGRAMS.dotnet, flag: "" },
  readSource: fromDotnet,
  guard: null,
};
