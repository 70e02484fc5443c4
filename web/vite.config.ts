import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defaultClientConditions, defineConfig } from "vite";

const api = `http://127.0.0.1:${process.env.PORT ?? 4317}`;

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ["source", ...defaultClientConditions] },
  worker: { format: "es" },
  server: { port: 4318, proxy: { "/api": api } },
  build: { target: "es2023", sourcemap: false, chunkSizeWarningLimit: 700 },
});
