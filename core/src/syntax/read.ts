/** A pattern with its dialect and flags, read: the one way in for everything that stands on a tree. */

import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { Dialect, DialectName, Options } from "../dialect/dialect.ts";
import { NO_OPTIONS } from "../dialect/dialect.ts";
import { dialectOf, READ_DIALECTS } from "../dialect/index.ts";
import { readFlags } from "./flags.ts";
import { parse } from "./parse.ts";
import type { Group, Node, Slot } from "./tree.ts";

export interface Source {
  readonly dialect: DialectName;
  readonly pattern: string;
  readonly flags: string;
}

export interface Reading {
  readonly source: Source;
  /** Undefined where Lamprey does not read the dialect. */
  readonly dialect: Dialect | undefined;
  readonly options: Options;
  readonly root: Node;
  readonly groups: readonly Group[];
  readonly slots: readonly Slot[];
  /** In the order of the pattern; a pattern with any of them is not run. */
  readonly diagnostics: readonly Diagnostic[];
}

/** Reads a pattern; never throws. */
export function read(source: Source): Reading {
  const dialect = dialectOf(source.dialect);
  if (!dialect) {
    const root: Node = { kind: "empty", start: 0, end: source.pattern.length };
    const known = READ_DIALECTS.map((d) => d.name).join(", ");
    const unread = diagnostic("dialect-unread", { start: 0, end: 0 }, source.dialect, known);
    return { source, dialect, options: NO_OPTIONS, root, groups: [], slots: [], diagnostics: [unread] };
  }
  const flags = readFlags(dialect, source.flags);
  const { root, groups, slots, diagnostics, options } = parse(source.pattern, dialect, flags.options);
  return { source, dialect, options, root, groups, slots, diagnostics: [...flags.diagnostics, ...diagnostics] };
}
