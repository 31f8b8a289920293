import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  base: "/static/app/",
  plugins: [react(), tailwindcss()],
  build: { manifest: true, target: "es2022", chunkSizeWarningLimit: 900 },
});
