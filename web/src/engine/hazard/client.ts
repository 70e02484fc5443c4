/** The page's end of the hazard's worker. */
import type { Remote } from "comlink";
import { type Listening, takeUp, type WorkerHandle } from "../../shared/guarded.ts";
import { startWorker } from "../start.ts";
import type { HazardSession } from "./session.ts";

export type HazardEngine = Remote<HazardSession>;

export function startHazardEngine(listening: Listening): WorkerHandle<HazardSession> {
  return takeUp(startWorker("lamprey-hazard"), {}, listening);
}
