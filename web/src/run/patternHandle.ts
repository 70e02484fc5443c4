/** What other parts of the bench may do with the pattern's editor. */
import type { DialectName, Edit } from "@lamprey/core";
import type { RefObject } from "react";
import { controlsOf } from "../shared/controls.ts";

export interface PatternHandle {
  /** Makes edits, last first, as one that one undo takes back. */
  readonly apply: (edits: readonly Edit[]) => void;
  /** Makes an edit, and writes the pattern in another dialect with other flags where they are given; one undo takes it all back. */
  readonly take: (edit: Edit, writing: { readonly dialect: DialectName; readonly flags: string } | null) => void;
  /** Writes a text at the caret, or over what is selected; the caret is then at an offset of it. */
  readonly insert: (text: string, caret: number) => void;
  readonly setFlags: (flags: string) => void;
  readonly setDialect: (dialect: DialectName, flags: string) => void;
  readonly focus: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

/** Where the editor's handle is, once there is an editor. */
export type PatternRef = RefObject<PatternHandle | null>;

export const [PatternProvider, usePattern] = controlsOf<PatternRef>("pattern", "bench");
