import { defaultServerConditions, defineConfig } from "vite";

/** The command as a few files, each with all that it needs: hundreds of modules took longer to find than to run. */
export default defineConfig({
  ssr: {
    resolve: { conditions: ["source", ...defaultServerConditions] },
    noExternal: true,
    // Piscina starts workers from files of its own package.
    external: ["piscina"],
  },
  build: {
    ssr: true,
    target: "node20",
    outDir: "dist",
    sourcemap: false,
    minify: true,
    rolldownOptions: {
      input: { main: "src/main.ts", work: "src/work.ts", share: "src/sift/share.ts" },
      output: { entryFileNames: "[name].js", chunkFileNames: "[name]-[hash].js" },
    },
  },
});
