/** Perl: its operators `m//`, `qr//`, `s///`, and `split`. */

import { field, itemsOf, listedAfter, type Notation } from "../calls/notation.ts";
import { PERL_CALLS } from "../calls/perl.ts";
import type { Value } from "../calls/value.ts";
import { JSON_FORM } from "../handoff/form.ts";
import { fromPerl } from "../handoff/from-perl.ts";
import { perlNote, perlQuoted } from "../handoff/perl.ts";
import { PROGRAMS } from "../handoff/programs.generated.ts";
import { perlString } from "../host/strings.ts";
import { TRIED, UNBOUNDED } from "../program/program.ts";
import { readPerlTemplate } from "../rewrite/perl.ts";
import { walk } from "../syntax/tree.ts";
import { repeatsGroup } from "./guard.ts";
import type { Host } from "./host.ts";

/** Loops that Perl numbers, so that it can remember of each where it failed (5.36, study_chunk, whilem_c). */
const NUMBERED = 15;

const notation: Notation = {
  text: perlString,
  unset: "undef",
  nothing: "undef",
  truths: ["''", "1"],
  lists: { list: ["(", ")", ""], tuple: ["(", ")", ""] },
  map: ["{ ", " }", (name) => `${name} => `],
  match: (fields) => {
    const [whole, ...groups] = itemsOf(field(fields, "values"));
    return ["$-[0] ", field(fields, "start"), ", $+[0] ", field(fields, "end"), ", ", whole as Value, ...listedAfter(", groups ", "list", groups)];
  },
};

export const perl: Host = {
  dialect: "perl",
  calls: PERL_CALLS,
  notation,
  template: { read: readPerlTemplate, call: "s///", refusedInUse: false, byLines: false },
  forms: [{ name: "qr", label: "qr", write: perlQuoted, note: perlNote }, JSON_FORM],
  program: { text: PROGRAMS.perl, flag: "" },
  readSource: fromPerl,
  guard: {
    guard: {
      code: "perl-cache",
      clause: "Perl itself is spared it",
      says: "Perl remembers where iterations of such a loop failed and does not try them there again, so it takes no more than a power of the length. It has no such memory for a pattern with a back-reference, nor for a loop that has a bound.",
    },
    covers: (loop, { loops }) => {
      const tried = loops.filter((each) => each.counted === TRIED && each.max === UNBOUNDED);
      if (tried.length > NUMBERED || !tried.some(({ node }) => node.start === loop.start && node.end === loop.end)) return false;
      return ![...walk(loop.body)].some((node) => repeatsGroup(node) && node.max > 1 && node.max < Number.POSITIVE_INFINITY);
    },
  },
};
