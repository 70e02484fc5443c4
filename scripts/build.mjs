// npm run build: everything that has changed since it was last built; with names, those alone.
import { ensureBuilt, ensureInstalled } from "./workspace.mjs";

const names = process.argv.slice(2);
ensureInstalled();
await ensureBuilt(...(names.length > 0 ? names : ["server", "cli", "web"]));
