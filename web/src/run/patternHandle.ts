/** What other parts of the bench may do with the pattern's editor. */
import type { DialectName, Edit } from "@lamprey/core";

export interface PatternHandle {
  /** Makes edits, last first, as one that one undo takes back. */
  readonly apply: (edits: readonly Edit[]) => void;
  readonly setFlags: (flags: string) => void;
  readonly setDialect: (dialect: DialectName, flags: string) => void;
  readonly focus: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
}
