/** The hosts, one record for each dialect. */
import type { DialectName } from "../dialect/dialect.ts";
import type { Program } from "../program/program.ts";
import { dotnet } from "./dotnet.ts";
import { ecmascript } from "./ecmascript.ts";
import { bre, ere, literal } from "./grep.ts";
import type { Host } from "./host.ts";
import { java } from "./java.ts";
import { pcre } from "./pcre.ts";
import { perl } from "./perl.ts";
import { python } from "./python.ts";

/** Null where Lamprey does not read the dialect yet. */
const HOSTS: Readonly<Record<DialectName, Host | null>> = { ecmascript, python, java, dotnet, perl, pcre, ere, bre, literal };

/** The host of a dialect; null where Lamprey does not read the dialect yet. */
export const hostOf = (dialect: DialectName): Host | null => HOSTS[dialect];

/** The hosts of all dialects that are read. */
export const ALL_HOSTS: readonly Host[] = Object.values(HOSTS).filter((host) => host !== null);

/** The host that runs a program. Throws a RangeError where there is none: its dialect would not have been compiled. */
export function hostFor({ source }: Program): Host {
  const host = hostOf(source.dialect);
  if (!host) throw new RangeError(`The dialect ${source.dialect} has no host.`);
  return host;
}
