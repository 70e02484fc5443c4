// npm run dev: the server on its port, and the interface with hot reloading on the next one, proxied to it.
import { spawn } from "node:child_process";
import { ensureBuilt, ensureInstalled, ROOT } from "./workspace.mjs";

/** The page comes from the interface's port there, and the server has to know it by that name. */
const INTERFACE = "localhost:4318,127.0.0.1:4318";

ensureInstalled();
await ensureBuilt("server");
const parts = [
  ["node_modules/typescript/bin/tsc", "-b", "core", "server", "--watch", "--preserveWatchOutput"],
  ["--watch", "server/dist/main.js"],
  ["node_modules/vite/bin/vite.js", "web"],
].map((args) => spawn(process.execPath, args, { cwd: ROOT, stdio: "inherit", env: { ...process.env, LAMPREY_HOSTS: INTERFACE } }));
for (const part of parts) {
  part.on("exit", () => {
    for (const other of parts) other.kill();
  });
}
