/** The page's end of the hazard's worker. */
import * as Comlink from "comlink";
import type { HazardSession } from "./session.ts";

export type HazardEngine = Comlink.Remote<HazardSession>;

export function startHazardEngine(): { readonly engine: HazardEngine; close(): void } {
  const worker = new Worker(new URL("./assess.ts", import.meta.url), { type: "module", name: "lamprey-hazard" });
  const engine = Comlink.wrap<HazardSession>(worker);
  return {
    engine,
    close: () => {
      engine[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}
