/** Comlink's modules for Node.js, which its package does not name. */
declare module "comlink/dist/esm/comlink.mjs" {
  export * from "comlink";
}
declare module "comlink/dist/esm/node-adapter.mjs" {
  import type { MessagePort, Worker } from "node:worker_threads";
  import type { Endpoint } from "comlink";

  export default function nodeEndpoint(port: Worker | MessagePort): Endpoint;
}
