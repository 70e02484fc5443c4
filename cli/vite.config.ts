import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { defaultServerConditions, defineConfig, type Plugin } from "vite";

/** Piscina starts each of its workers from a file that it looks for beside itself. */
const PISCINA = dirname(createRequire(import.meta.url).resolve("piscina"));

/** Has Piscina look for that file beside the command's bundles, where it is one of them. */
function workersOfOurs(): Plugin {
  const looksFor = "__dirname, 'worker.js'";
  return {
    name: "lamprey-workers",
    transform(code, id) {
      if (id !== join(PISCINA, "index.js")) return null;
      if (!code.includes(looksFor)) this.error(`${id} does not look for its worker by ${looksFor}.`);
      return code.replace(looksFor, "import.meta.dirname, 'pool-worker.js'");
    },
  };
}

/** The command as a few files, each with all that it needs: hundreds of modules took longer to find than to run. */
export default defineConfig({
  plugins: [workersOfOurs()],
  ssr: {
    resolve: { conditions: ["source", ...defaultServerConditions] },
    noExternal: true,
    // Piscina asks for it where a worker is to have less of the processor than others: none of ours is.
    external: ["@napi-rs/nice"],
  },
  build: {
    ssr: true,
    target: "node20",
    outDir: "dist",
    sourcemap: false,
    minify: true,
    rolldownOptions: {
      input: { main: "src/main.ts", work: "src/work.ts", "lsp-work": "src/lsp-work.ts", share: "src/sift/share.ts", "pool-worker": join(PISCINA, "worker.js") },
      output: { entryFileNames: "[name].js", chunkFileNames: "[name]-[hash].js" },
    },
  },
});
