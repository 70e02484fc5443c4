/** What the commands share: the options of a pattern with its text, and where the text comes from. */
import { readFileSync } from "node:fs";
import type { DialectName } from "@lamprey/core";

export interface SourceOptions {
  readonly jsonl?: true;
  readonly file?: string;
  readonly dialect: DialectName;
  readonly flags: string;
}

/** The text of a request: given, in a file, or on standard input. Throws where a file cannot be read. */
export function textOf(given: string | undefined, file: string | undefined): string {
  return given ?? readFileSync(file ?? 0, "utf8");
}
