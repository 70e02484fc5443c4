/** The page's end of the worker. */
import type { Remote } from "comlink";
import { type Instead, type Listening, takeUp, type WorkerHandle } from "../shared/guarded.ts";
import type { RunAnswer } from "./messages.ts";
import type { Session } from "./session.ts";
import { startWorker } from "./start.ts";

export type Engine = Remote<Session>;

const INSTEAD: Instead = { run: { kind: "superseded" } satisfies RunAnswer, attempts: [], savedStates: [] };

/** Starts a worker; the bench has one, and ends it when it closes. */
export function startEngine(listening: Listening): WorkerHandle<Session> {
  return takeUp(startWorker("lamprey-engine"), INSTEAD, listening);
}
