/** The switch that tells grep how a pattern is read, by dialect. */
export const GREP_SWITCHES = { ere: "-E", bre: "-G", literal: "-F" } as const;
export type GrepDialect = keyof typeof GREP_SWITCHES;
