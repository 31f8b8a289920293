import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  base: "/static/app/",
  plugins: [react(), tailwindcss()],
  // The page's policy lets fonts in from files only, so none may be folded into the styles.
  build: { manifest: true, assetsInlineLimit: 0, target: "es2022", chunkSizeWarningLimit: 900 },
});
