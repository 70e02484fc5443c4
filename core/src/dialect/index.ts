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

const DIALECTS: Readonly<Record<DialectName, Dialect>> = { ecmascript, python, java, dotnet, pcre, perl, ere, bre, literal };

export const dialectOf = (name: DialectName): Dialect => DIALECTS[name];

export const READ_DIALECTS: readonly Dialect[] = Object.values(DIALECTS);

/** The names of the dialects in which a pattern can call its groups as subroutines. */
export const dialectsWithCalls = (): string =>
  READ_DIALECTS.filter(({ syntax }) => syntax.calls)
    .map(({ title }) => title)
    .join(" and ");
