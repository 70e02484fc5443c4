/** The dialects that Lamprey reads. */
import type { Dialect, DialectName } from "./dialect.ts";
import { ecmascript } from "./ecmascript.ts";
import { python } from "./python.ts";

const DIALECTS: Partial<Record<DialectName, Dialect>> = { ecmascript, python };

/** The dialect, or undefined where Lamprey does not read it yet. */
export function dialectOf(name: DialectName): Dialect | undefined {
  return DIALECTS[name];
}

export const READ_DIALECTS: readonly Dialect[] = Object.values(DIALECTS);
