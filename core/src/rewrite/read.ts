/** The readers of templates, one a host. */
import type { DialectName } from "../dialect/dialect.ts";
import type { Program } from "../program/program.ts";
import { readDotnetTemplate } from "./dotnet.ts";
import { readEcmascriptTemplate } from "./ecmascript.ts";
import { readJavaTemplate } from "./java.ts";
import { readPerlTemplate } from "./perl.ts";
import { readPhpTemplate } from "./php.ts";
import { readPythonTemplate } from "./python.ts";
import type { Template } from "./template.ts";

type TemplateReader = (source: string, program: Program) => Template;

/** How each host's templates are read, and the call that takes them. */
const HOSTS: Partial<Record<DialectName, { readonly read: TemplateReader; readonly call: string; readonly lenient?: true }>> = {
  ecmascript: { read: readEcmascriptTemplate, call: "replace" },
  python: { read: readPythonTemplate, call: "re.sub" },
  java: { read: readJavaTemplate, call: "replaceAll", lenient: true },
  dotnet: { read: readDotnetTemplate, call: "Regex.Replace" },
  perl: { read: readPerlTemplate, call: "s///" },
  pcre: { read: readPhpTemplate, call: "preg_replace" },
};

/** Reads a template of the program's dialect. Throws a RangeError where that dialect has no reader: it would not have been compiled. */
export function readTemplate(source: string, program: Program): Template {
  const host = HOSTS[program.source.dialect];
  if (!host) throw new RangeError(`Templates of ${program.source.dialect} are not read.`);
  return host.read(source, program);
}

/** Whether the host refuses a template only when it comes to use it: where nothing matches, none is refused. */
export const refusesInUse = (dialect: DialectName): boolean => HOSTS[dialect]?.lenient === true;

/** The host's call that takes such a template. */
export const rewriteCall = (dialect: DialectName): string | undefined => HOSTS[dialect]?.call;
