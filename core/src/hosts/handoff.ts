/** Source text that holds a pattern. */
import type { DialectName } from "../dialect/dialect.ts";
import type { Form, Refusal } from "../handoff/form.ts";
import type { Source } from "../syntax/read.ts";
import { hostOf } from "./index.ts";

/** The forms of a dialect, the one first that most people write; none where Lamprey does not read the dialect yet. */
export const formsOf = (dialect: DialectName): readonly Form[] => hostOf(dialect)?.forms ?? [];

/** Where the pattern goes in a program. */
const PLACE = "PATTERN_HERE";

/** A whole program of the host that prints all matches in its standard input; undefined where there is none yet. */
export function programAround(source: Source): string | Refusal | undefined {
  const host = hostOf(source.dialect);
  if (!host) return undefined;
  const { forms, program } = host;
  const written = forms[0].write({ ...source, flags: source.flags.includes(program.flag) ? source.flags : source.flags + program.flag });
  return typeof written === "string" ? program.text.split(PLACE).join(written) : written;
}
