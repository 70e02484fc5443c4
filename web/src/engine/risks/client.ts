/** The page's end of the risk list's worker: started for a list, ended with it or before. */
import type { DialectName } from "@lamprey/core";
import * as Comlink from "comlink";
import { startWorker } from "../start.ts";
import type { RiskJudge } from "../worker.ts";
import type { Judged, RiskRow } from "./messages.ts";

export interface Judging {
  readonly done: Promise<Judged>;
  stop(): void;
}

export function startJudging(
  files: readonly { readonly name: string; readonly text: string }[],
  dialect: DialectName,
  known: (rows: readonly RiskRow[], done: number, total: number) => void,
): Judging {
  const worker = startWorker("lamprey-risks");
  const judge = Comlink.wrap<RiskJudge>(worker);
  const told = async (rows: readonly RiskRow[], judged: number, total: number) => known(rows, judged, total);
  const done = judge.judge(files, dialect, Comlink.proxy(told)).finally(() => worker.terminate());
  return { done, stop: () => worker.terminate() };
}
