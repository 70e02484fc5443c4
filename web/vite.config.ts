import { fileURLToPath } from "node:url";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defaultClientConditions, defineConfig, type Plugin } from "vite";

const api = `http://127.0.0.1:${process.env.PORT ?? 4317}`;

const WORKER = fileURLToPath(new URL("src/engine/worker.ts", import.meta.url));
const NEW_URL = 'new URL("./worker.ts", import.meta.url)';

/**
 * Builds the workers' script in one graph with the page: what both use, the engine above all, is one file that is
 * fetched and compiled once. By itself the bundler would build a second graph for it, with a core of its own.
 */
function oneGraph(): Plugin {
  return {
    name: "lamprey-one-graph",
    apply: "build",
    enforce: "pre",
    transform(code, id) {
      if (!id.endsWith("/engine/start.ts")) return null;
      if (!code.includes(NEW_URL)) this.error(`${id} does not start its worker by ${NEW_URL}.`);
      const chunk = this.emitFile({ type: "chunk", id: WORKER, name: "worker" });
      return code.replace(NEW_URL, `import.meta.ROLLUP_FILE_URL_${chunk}`);
    },
  };
}

export default defineConfig({
  plugins: [oneGraph(), react(), tailwindcss()],
  resolve: { conditions: ["source", ...defaultClientConditions] },
  worker: { format: "es" },
  server: { port: 4318, proxy: { "/api": api } },
  build: {
    target: "es2023",
    sourcemap: false,
    chunkSizeWarningLimit: 700,
    // A worker has no document to put links into: only what the first page needs is named beforehand.
    modulePreload: { polyfill: false, resolveDependencies: (_, files, { hostType }) => (hostType === "html" ? files : []) },
  },
});
