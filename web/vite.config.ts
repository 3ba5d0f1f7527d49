import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: { outDir: "dist", sourcemap: false, chunkSizeWarningLimit: 1500, assetsInlineLimit: 0 },
  server: { proxy: { "/api": { target: "http://127.0.0.1:8800", ws: true }, "/preview": "http://127.0.0.1:8800" } },
});
