/** Hand-off: a pattern with its flags as source text of its host, in the forms that the host's users write. */
import type { DialectName } from "../dialect/dialect.ts";
import type { Source } from "../syntax/read.ts";
import { dotnetPlain, dotnetVerbatim, verbatimNote } from "./dotnet.ts";
import { javascriptConstructor, javascriptLiteral, literalNote } from "./ecmascript.ts";
import { javaCompiled } from "./java.ts";
import { perlNote, perlQuoted } from "./perl.ts";
import { delimiterNote, phpDelimited } from "./php.ts";
import { PROGRAMS } from "./programs.generated.ts";
import { pythonPlain, pythonRaw, rawNote } from "./python.ts";

/** A form cannot hold the pattern, and why. */
export interface Refusal {
  readonly refused: string;
}

export interface Form {
  /** As the contract names it. */
  readonly name: string;
  /** A few words for a control. */
  readonly label: string;
  readonly write: (source: Source) => string | Refusal;
  /** What its escapes do to this pattern, in a sentence or two. */
  readonly note: (source: Source) => string;
}

const twice = ({ pattern }: Source): string =>
  pattern.includes("\\") ? "Every backslash is written twice, since the string takes one of them." : "No backslash is in it, so nothing is doubled.";

const JSON_FORM: Form = {
  name: "json",
  label: "JSON string",
  write: ({ pattern }) => JSON.stringify(pattern),
  note: (source) =>
    `${twice(source)} The pattern alone${source.flags === "" ? "; it has no flags." : `: its flags, ${source.flags}, are not in it. Keep them beside it.`}`,
};

/** The forms of each dialect's host, the one that most write first. */
const FORMS: Partial<Record<DialectName, readonly Form[]>> = {
  ecmascript: [
    { name: "literal", label: "literal", write: javascriptLiteral, note: literalNote },
    { name: "constructor", label: "RegExp constructor", write: javascriptConstructor, note: twice },
    JSON_FORM,
  ],
  python: [
    { name: "raw", label: "raw string", write: pythonRaw, note: rawNote },
    { name: "plain", label: "plain string", write: pythonPlain, note: twice },
    JSON_FORM,
  ],
  java: [{ name: "string", label: "Pattern.compile", write: javaCompiled, note: twice }, JSON_FORM],
  dotnet: [
    { name: "verbatim", label: "verbatim string", write: dotnetVerbatim, note: verbatimNote },
    { name: "string", label: "plain string", write: dotnetPlain, note: twice },
    JSON_FORM,
  ],
  perl: [{ name: "qr", label: "qr", write: perlQuoted, note: perlNote }, JSON_FORM],
  pcre: [{ name: "php", label: "PHP string", write: phpDelimited, note: delimiterNote }, JSON_FORM],
};

/** The forms of a dialect; none where its host is not known yet. */
export const formsOf = (dialect: DialectName): readonly Form[] => FORMS[dialect] ?? [];

/** Where the pattern goes in a program. */
const PLACE = "PATTERN_HERE";
/** A flag that a loop over all matches cannot do without. */
const LOOP_FLAGS: Partial<Record<DialectName, string>> = { ecmascript: "g" };

/** A whole program of the host that prints all matches in its standard input; undefined where there is none yet. */
export function programAround(source: Source): string | Refusal | undefined {
  const form = formsOf(source.dialect)[0];
  const program = PROGRAMS[source.dialect];
  if (!form || program === undefined) return undefined;
  const needed = LOOP_FLAGS[source.dialect] ?? "";
  const written = form.write({ ...source, flags: source.flags.includes(needed) ? source.flags : source.flags + needed });
  return typeof written === "string" ? program.split(PLACE).join(written) : written;
}
