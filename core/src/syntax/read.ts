/** A pattern with its dialect and flags, read: the one way in for everything that stands on a tree. */

import type { Diagnostic } from "../diagnostic/diagnostic.ts";
import type { Dialect, DialectName, Options } from "../dialect/dialect.ts";
import { dialectOf } from "../dialect/index.ts";
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
  readonly dialect: Dialect;
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
  const flags = readFlags(dialect, source.flags);
  const { root, groups, slots, diagnostics, options } = parse(source.pattern, dialect, flags.options);
  return { source, dialect, options, root, groups, slots, diagnostics: [...flags.diagnostics, ...diagnostics] };
}
