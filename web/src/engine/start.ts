/** Starting a worker: all of them have one script, which goes by the worker's name. */

export type WorkerName = "lamprey-engine" | "lamprey-hazard" | "lamprey-risks" | "lamprey-files";

export function startWorker(name: WorkerName): Worker {
  return new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name });
}
