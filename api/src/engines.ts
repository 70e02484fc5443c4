/** Real engines on the server's machine, as they are listed and asked. */
import { DIALECT_NAMES } from "@lamprey/core";
import { closed, listOf, type Value } from "./schema.ts";

const TEXT = { type: "string" } as const;

const engine = closed({
  name: TEXT,
  title: TEXT,
  dialect: { type: "string", enum: DIALECT_NAMES },
  /** Null where it is not on the machine; then `install` says what to do. */
  version: { type: ["string", "null"] },
  install: TEXT,
  /** Whether it can be asked. */
  asked: { type: "boolean" },
});
const engineList = closed({ on: { type: "boolean" }, items: listOf(engine) });

/** A question; `only` asks for the time alone. */
const engineQuestion = closed(
  {
    pattern: TEXT,
    flags: TEXT,
    text: TEXT,
    mode: { type: "string", enum: ["first", "all", "start", "whole"] },
    only: { type: "string", enum: ["time"] },
  },
  ["pattern", "flags", "text", "mode"],
);

export const ENGINE_SCHEMAS = { EngineList: engineList, EngineQuestion: engineQuestion } as const;

export type EngineList = Value<typeof engineList>;
export type Engine = EngineList["items"][number];
export type EngineQuestion = Value<typeof engineQuestion>;

/** `[start, end, [start, end] or null for each group]`, in UTF-16 code units. */
export type EngineRow = readonly [number, number, ...(readonly [number, number] | null)[]];

/** What it found, within so many milliseconds, where `parts` says that it tells no empty matches and no groups; what it refuses the pattern with; or why there is no answer. */
export type EngineAnswer =
  | { readonly version: string; readonly ms: number; readonly matches: readonly EngineRow[]; readonly more: boolean; readonly parts?: true }
  | { readonly version: string; readonly refused: string }
  | { readonly trouble: "off" | "missing" | "busy" | "hung" | "garbage" | "died"; readonly message: string };
