// npm run build: everything that has changed since it was last built.
import { ensureBuilt, ensureInstalled } from "./workspace.mjs";

ensureInstalled();
await ensureBuilt("server", "cli", "web");
