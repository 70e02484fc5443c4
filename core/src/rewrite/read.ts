/** The readers of templates, one a host. */
import type { DialectName } from "../dialect/dialect.ts";
import type { Program } from "../program/program.ts";
import { readEcmascriptTemplate } from "./ecmascript.ts";
import { readPythonTemplate } from "./python.ts";
import type { Template } from "./template.ts";

type TemplateReader = (source: string, program: Program) => Template;

/** How each host's templates are read, and the call that takes them. */
const HOSTS: Partial<Record<DialectName, { readonly read: TemplateReader; readonly call: string }>> = {
  ecmascript: { read: readEcmascriptTemplate, call: "replace" },
  python: { read: readPythonTemplate, call: "re.sub" },
};

/** Reads a template of the program's dialect. Throws a RangeError where that dialect has no reader: it would not have been compiled. */
export function readTemplate(source: string, program: Program): Template {
  const host = HOSTS[program.source.dialect];
  if (!host) throw new RangeError(`Templates of ${program.source.dialect} are not read.`);
  return host.read(source, program);
}

/** The host's call that takes such a template. */
export const rewriteCall = (dialect: DialectName): string | undefined => HOSTS[dialect]?.call;
