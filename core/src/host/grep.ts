/** The switch that tells grep how a pattern is read, by dialect. */
import type { DialectName } from "../dialect/dialect.ts";

export const GREP_SWITCHES = { ere: "-E", bre: "-G", literal: "-F" } as const satisfies Partial<Record<DialectName, string>>;
export type GrepDialect = keyof typeof GREP_SWITCHES;
