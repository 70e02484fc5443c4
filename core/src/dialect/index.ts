/** The dialects that Lamprey reads. */
import type { Dialect, DialectName } from "./dialect.ts";
import { dotnet } from "./dotnet/dotnet.ts";
import { ecmascript } from "./ecmascript.ts";
import { bre } from "./gnu/bre.ts";
import { ere } from "./gnu/ere.ts";
import { literal } from "./gnu/literal.ts";
import { java } from "./java/java.ts";
import { pcre } from "./pcre/pcre.ts";
import { perl } from "./perl/perl.ts";
import { python } from "./python.ts";

/** Null where Lamprey does not read the dialect yet. */
const DIALECTS: Readonly<Record<DialectName, Dialect | null>> = { ecmascript, python, java, dotnet, pcre, perl, ere, bre, literal };

/** The dialect, or undefined where Lamprey does not read it yet. */
export function dialectOf(name: DialectName): Dialect | undefined {
  return DIALECTS[name] ?? undefined;
}

export const READ_DIALECTS: readonly Dialect[] = Object.values(DIALECTS).filter((dialect) => dialect !== null);

/** The names of the dialects in which a pattern can call its groups as subroutines. */
export const dialectsWithCalls = (): string =>
  READ_DIALECTS.filter(({ syntax }) => syntax.calls)
    .map(({ title }) => title)
    .join(" and ");
