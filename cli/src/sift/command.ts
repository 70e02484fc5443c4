/** `lamprey sift`: run patterns over files, folders and standard input. */
import { readFileSync, statSync } from "node:fs";
import { availableParallelism } from "node:os";
import { type DialectName, type Encoding, type LinePart, type Reading, type Shown, slotNamed, templateFault } from "@lamprey/core";
import { readingOf } from "@lamprey/core/answers/request";
import cliProgress from "cli-progress";
import { STANDARD_INPUT } from "../json-lines.ts";
import { printError } from "../print.ts";
import type { Asked, Form } from "./asked.ts";
import { Output } from "./output.ts";
import { Run } from "./run.ts";
import { filesOf } from "./walk.ts";

export interface SiftCommandOptions {
  readonly dialect: DialectName;
  readonly flags: string;
  readonly list?: string;
  readonly others?: true;
  readonly whole?: Exclude<LinePart, "part">;
  readonly parts?: true;
  readonly count?: true;
  readonly files?: true;
  readonly distinct?: true | string;
  readonly context?: number;
  readonly first?: number;
  readonly replace?: string;
  readonly patch?: true;
  readonly json?: true;
  readonly csv?: true;
  readonly partial?: true;
  readonly merge?: true;
  readonly glob?: readonly string[];
  readonly hidden?: true;
  readonly all?: true;
  readonly binary?: true;
  readonly hanging: boolean;
  readonly threads?: number;
  readonly encoding: Encoding;
  readonly color: "auto" | "always" | "never";
}

/** What was asked for does not go together, or a pattern has a mistake. */
class Refused extends Error {}

/** Prints what is found, and returns the exit code: 0 where something was found, 1 where nothing was, 2 where something went wrong. */
export const runSift = (pattern: string | undefined, paths: readonly string[], options: SiftCommandOptions): Promise<number> =>
  siftInto(new Output(), (message) => console.error(message), pattern, paths, options);

/** The same with what takes the output, and what is said besides, a line each. */
export async function siftInto(
  output: Output,
  tell: (message: string) => void,
  pattern: string | undefined,
  paths: readonly string[],
  options: SiftCommandOptions,
): Promise<number> {
  const { list, dialect } = options;
  if (options.merge) {
    const { runMerge } = await import("./partial.ts");
    return runMerge(pattern === undefined ? paths : [pattern, ...paths], output, options.partial === true);
  }
  // With a list, what stands in the pattern's place is a file.
  const named = list === undefined || pattern === undefined ? paths : [pattern, ...paths];
  let asked: Asked;
  try {
    asked = askedOf(list === undefined ? [pattern ?? ""] : listOf(list, dialect), named, options);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    tell(error.message);
    return 2;
  }
  const walk = { globs: options.glob ?? [], hidden: options.hidden === true, all: options.all === true };
  const files = named.length === 0 ? [{ path: STANDARD_INPUT, size: 0 }] : filesOf(named, walk);
  const bar = progressOf(asked);
  let read = 0;
  try {
    const { found, failed } = await new Run(asked, output, tell).over(files, (bytes) => {
      read += bytes;
      bar?.update(Math.round(read / 1e6));
    });
    return failed ? 2 : found ? 0 : 1;
  } finally {
    bar?.stop();
  }
}

/** Patterns of a list, one a line; for literal all of it is one pattern. */
function listOf(path: string, dialect: DialectName): string[] {
  const text = readFileSync(path === STANDARD_INPUT ? 0 : path, "utf8");
  const whole = text.endsWith("\n") ? text.slice(0, -1) : text;
  if (text === "") return [];
  return dialect === "literal" ? [whole] : whole.split("\n");
}

function askedOf(patterns: readonly string[], paths: readonly string[], options: SiftCommandOptions): Asked {
  const { dialect, flags, others = false, whole = "part", first = Number.POSITIVE_INFINITY, encoding, binary = false } = options;
  const readings: Reading[] = [];
  for (const pattern of patterns) {
    const made = readingOf({ dialect, flags, pattern });
    if ("refused" in made) throw new Refused(made.refused.error ? printError(pattern, made.refused.error) : "The pattern has a mistake.");
    readings.push(made.reading);
  }
  const shown = shownOf(options, readings);
  if (options.partial && shown.kind !== "count" && shown.kind !== "distinct")
    throw new Refused("Parts of a result are counts or values: --count or --distinct.");
  const form: Form = options.partial ? "partial" : options.json ? "json" : options.csv ? "csv" : "text";
  const names = paths.length !== 1 || isFolder(paths[0] as string);
  const isTerminal = process.stdout.isTTY === true;
  const color = form === "text" && (options.color === "always" || (options.color === "auto" && isTerminal && process.env.NO_COLOR === undefined));
  return {
    dialect,
    readings,
    part: whole,
    others,
    shown,
    patch: options.patch === true,
    form,
    first,
    encoding,
    binaryToo: binary,
    color,
    hanging: options.hanging,
    threads: options.threads ?? availableParallelism(),
    names: paths.length > 0 && names,
  };
}

/** What was asked to be shown; of these only one can be. */
function shownOf(options: SiftCommandOptions, readings: readonly Reading[]): Shown<number> {
  const { parts, count, files, distinct, replace, patch, others, context = 0 } = options;
  const asked = Object.entries({ parts, count, files, distinct, replace }).filter(([, value]) => value !== undefined);
  if (asked.length > 1) throw new Refused(`Only one of these can be shown: ${asked.map(([name]) => `--${name}`).join(", ")}.`);
  if (others && (parts || distinct !== undefined || replace !== undefined))
    throw new Refused("In the other lines nothing was found that could be shown or replaced.");
  if (patch && replace === undefined) throw new Refused("A patch needs a template: --replace.");
  if (distinct !== undefined || replace !== undefined) {
    if (readings.length !== 1) throw new Refused("Values and replacements are those of one pattern.");
  }
  if (parts) return { kind: "parts" };
  if (count) return { kind: "count" };
  if (files) return { kind: "files" };
  if (distinct !== undefined) return { kind: "distinct", group: groupOf(distinct, readings[0] as Reading) };
  if (replace !== undefined) {
    if (options.whole) throw new Refused("A template replaces all matches in a line: it does not go with --whole.");
    const fault = templateFault(readings[0] as Reading, replace);
    if (fault) throw new Refused(printError(replace, fault));
    return { kind: "replaced", template: replace };
  }
  return { kind: "lines", around: context };
}

/** The slot of a group by its number or its name; 0 for the whole match. */
function groupOf(asked: true | string, reading: Reading): number {
  const slot = asked === true ? 0 : slotNamed(reading, asked);
  if (slot === null) throw new Refused(`The pattern has no group “${asked}”: what follows --distinct is the group, and the pattern stands before it.`);
  return slot;
}

/** A path that is not there is reported when it is read. */
const isFolder = (path: string): boolean => statSync(path, { throwIfNoEntry: false })?.isDirectory() === true;

/** How much has been read, on a terminal where the results go elsewhere. */
function progressOf({ shown }: Asked): cliProgress.SingleBar | null {
  if (!process.stderr.isTTY || (process.stdout.isTTY && shown.kind !== "count" && shown.kind !== "distinct")) return null;
  const bar = new cliProgress.SingleBar({ stream: process.stderr, format: "{value} MB read", clearOnComplete: true, hideCursor: true });
  bar.start(0, 0);
  return bar;
}
