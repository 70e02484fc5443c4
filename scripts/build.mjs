// npm run build: everything that has changed since it was last built.
import { ensureBuilt, ensureInstalled } from "./workspace.mjs";

ensureInstalled();
ensureBuilt("server", "cli", "web");
