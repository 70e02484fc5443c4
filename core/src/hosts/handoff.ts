/** Source text that holds a pattern. */
import type { DialectName } from "../dialect/dialect.ts";
import type { Form, Refusal } from "../handoff/form.ts";
import type { Source } from "../syntax/read.ts";
import { hostOf } from "./index.ts";

/** The forms of a dialect, the one first that most people write. */
export const formsOf = (dialect: DialectName): readonly Form[] => hostOf(dialect).forms;

/** Where the pattern goes in a program. */
const PLACE = "PATTERN_HERE";

/** A whole program of the host that prints all matches in its standard input. */
export function programAround(source: Source): string | Refusal {
  const { forms, program } = hostOf(source.dialect);
  const written = forms[0].write({ ...source, flags: source.flags.includes(program.flag) ? source.flags : source.flags + program.flag });
  return typeof written === "string" ? program.text.split(PLACE).join(written) : written;
}
