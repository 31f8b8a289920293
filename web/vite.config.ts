import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { serviceWorker } from "./precache";

const BASE = "/static/app/";

export default defineConfig({
  base: BASE,
  plugins: [react(), tailwindcss(), serviceWorker(BASE)],
  // The page's policy lets fonts in from files only, so none may be folded into the styles.
  build: { manifest: true, assetsInlineLimit: 0, target: "es2022", chunkSizeWarningLimit: 900 },
});
