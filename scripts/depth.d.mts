/** Types of depth.mjs for the tests. */
export const DEEP_VARIABLE: string;
export const DEPTH: number;
export function portion<T>(items: readonly T[], oneIn: number): readonly T[];
export function onlyDeep<T>(...rows: T[]): T[];
export function sized<T>(short: T, deep: T): T;
