/** `npm run fuzz`: our machines against real engines on random patterns; `-- --help` says more. */
import { ensureBuilt, ensureInstalled } from "./workspace.mjs";

ensureInstalled();
await ensureBuilt("fuzz");
await import("../fuzz/dist/main.js");
