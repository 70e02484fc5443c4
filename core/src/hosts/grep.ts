/** grep and sed, which run the patterns of ere, bre and literal. */
import { grepCalls } from "../calls/grep.ts";
import type { Notation } from "../calls/notation.ts";
import { JSON_FORM } from "../handoff/form.ts";
import { fromShell } from "../handoff/from-shell.ts";
import { PROGRAMS } from "../handoff/programs.generated.ts";
import { grepCommand, shellNote } from "../handoff/shell.ts";
import type { GrepDialect } from "../host/grep.ts";
import { readPlainTemplate } from "../rewrite/plain.ts";
import { readSedTemplate } from "../rewrite/sed.ts";
import type { TemplateRules } from "../rewrite/template.ts";
import { visible } from "../text/visible.ts";
import type { Host } from "./host.ts";

/** As the tools print it: a line for each item, and a colon between number and text. */
const notation: Notation = {
  text: (text) => visible(text, Number.POSITIVE_INFINITY),
  unset: "",
  nothing: "",
  truths: ["1", "0"],
  lists: { list: ["", "", ""], tuple: ["", "", ""] },
  map: ["", "", (name) => `${name}: `],
  match: () => [],
};

const SED: TemplateRules = { read: readSedTemplate, call: "s///", refusedInUse: false, byLines: true };
const PLAIN: TemplateRules = { read: readPlainTemplate, call: "a plain replacement", refusedInUse: false, byLines: false };
const TEMPLATES = { ere: SED, bre: SED, literal: PLAIN } as const satisfies Record<GrepDialect, TemplateRules>;

const hostOf = (dialect: GrepDialect): Host => ({
  dialect,
  calls: grepCalls(dialect),
  notation,
  template: TEMPLATES[dialect],
  forms: [{ name: "shell", label: "shell command", write: grepCommand(dialect), note: shellNote }, JSON_FORM],
  program: { text: PROGRAMS[dialect], flag: "" },
  readSource: fromShell(dialect),
  guard: {
    guard: {
      code: "automaton",
      clause: "grep itself is spared it",
      says: "GNU grep and sed run a pattern without back-references as an automaton, in time linear in the text. Only the plain machine that is stepped through here tries every way. With a back-reference they try the ways too.",
    },
    linearIn: "grep",
    covers: (_loop, { references }) => references.length === 0,
  },
});

export const ere = hostOf("ere");
export const bre = hostOf("bre");
export const literal = hostOf("literal");
