// npm start: installs what is missing, builds what is out of date, and serves.
import { ensureBuilt, ensureInstalled } from "./workspace.mjs";

ensureInstalled();
await ensureBuilt("server", "web");
await import("../server/dist/main.js");
