/** What is on show, as an address: the panel of the desk, what stands in the middle, the step that the reel is wound to, its stops, and the sample and the asking that they are of. A link opens the same. */
import type { MatchMode } from "@lamprey/core";
import { SIDE_PANELS, type SidePanel, type Stage } from "../state/benchSlice.ts";
import { readStops, type Stop, writeStops } from "../state/stops.ts";

export interface Place {
  /** Steps are counted from 1 in the address, as they are on the screen. */
  readonly step: number | null;
  readonly stops: readonly Stop[];
  /** Number of the sample on show, from 0. */
  readonly sample: number;
  /** How the text is asked, where that does not go by the flags. */
  readonly asking: MatchMode | null;
  /** What stands in the middle. */
  readonly stage: Stage;
  /** The panel of the desk. */
  readonly desk: SidePanel;
}

/** How a bench begins. */
export const FIRST_PLACE: Place = { step: null, stops: [], sample: 0, asking: null, stage: "sample", desk: "ledger" };
export const STAGES: readonly Stage[] = ["sample", "machine", "hazard"];
export const MODES: readonly MatchMode[] = ["first", "all", "start", "whole"];

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
    stage: STAGES.find((stage) => stage === given.get("view")) ?? "sample",
    desk: SIDE_PANELS.find((panel) => panel === given.get("desk")) ?? "ledger",
  };
}

/** The search part of an address, with its question mark, for what is not as a bench begins; empty where there is nothing to say. */
export function writePlace(place: Partial<Place>): string {
  const { step, stops, sample, asking, stage, desk }: Place = { ...FIRST_PLACE, ...place };
  const parts = [
    stage === "sample" ? "" : `view=${stage}`,
    desk === "ledger" ? "" : `desk=${desk}`,
    sample > 0 ? `sample=${sample + 1}` : "",
    asking === null ? "" : `ask=${asking}`,
    step === null ? "" : `step=${step + 1}`,
    stops.length === 0 ? "" : `stops=${writeStops(stops)}`,
  ].filter((part) => part !== "");
  return parts.length === 0 ? "" : `?${parts.join("&")}`;
}
