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

const HOSTS: Readonly<Record<DialectName, Host>> = { ecmascript, python, java, dotnet, perl, pcre, ere, bre, literal };

/** The host of a dialect. */
export const hostOf = (dialect: DialectName): Host => HOSTS[dialect];

export const ALL_HOSTS: readonly Host[] = Object.values(HOSTS);

/** The host that runs a program. */
export const hostFor = ({ source }: Program): Host => hostOf(source.dialect);
