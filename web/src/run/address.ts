/** The reel's place in the address: the step it is wound to, its stops, and the sample and the asking that they are of. A link opens the same step. */
import type { MatchMode } from "@lamprey/core";
import { readStops, type Stop, writeStops } from "../state/stops.ts";

export interface Place {
  /** Steps are counted from 1 in the address, as they are on the screen. */
  readonly step: number | null;
  readonly stops: readonly Stop[];
  /** Number of the sample on show, from 0. */
  readonly sample: number;
  /** How the text is asked, where that does not go by the flags. */
  readonly asking: MatchMode | null;
  /** Whether the hazard is on show. */
  readonly hazard: boolean;
}

const MODES: readonly MatchMode[] = ["first", "all", "start", "whole"];

export function readPlace(search: string): Place {
  const given = new URLSearchParams(search);
  const counted = (name: string): number | null => {
    const n = Number(given.get(name));
    return Number.isSafeInteger(n) && n > 0 ? n : null;
  };
  const step = counted("step");
  const asking = MODES.find((mode) => mode === given.get("ask")) ?? null;
  return {
    step: step === null ? null : step - 1,
    stops: readStops(given.get("stops") ?? ""),
    sample: (counted("sample") ?? 1) - 1,
    asking,
    hazard: given.get("view") === "hazard",
  };
}

/** The search part of an address, with its question mark; empty where there is nothing to say. */
export function writePlace({ step, stops, sample, asking, hazard }: Place): string {
  const parts = [
    hazard ? "view=hazard" : "",
    sample > 0 ? `sample=${sample + 1}` : "",
    asking === null ? "" : `ask=${asking}`,
    step === null ? "" : `step=${step + 1}`,
    stops.length === 0 ? "" : `stops=${writeStops(stops)}`,
  ].filter((part) => part !== "");
  return parts.length === 0 ? "" : `?${parts.join("&")}`;
}
