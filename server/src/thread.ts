/** The store's thread. */
import { parentPort } from "node:worker_threads";
import * as Comlink from "comlink/dist/esm/comlink.mjs";
import nodeEndpoint from "comlink/dist/esm/node-adapter.mjs";
import { StoreThread } from "./opened.ts";

if (parentPort) Comlink.expose(new StoreThread(), nodeEndpoint(parentPort));
