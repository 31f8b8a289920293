import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

export default defineConfig({
  base: "/static/app/",
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      strategies: "injectManifest",
      srcDir: "src",
      filename: "sw.ts",
      // Registered by main.tsx at the root, where the server hands it out; so is the manifest.
      injectRegister: false,
      manifest: false,
      injectManifest: {
        globPatterns: ["assets/**/*.{js,css,woff2}", "favicon.svg"],
        modifyURLPrefix: { "": "/static/app/" },
      },
    }),
  ],
  // The page's policy lets fonts in from files only, so none may be folded into the styles.
  build: { manifest: true, assetsInlineLimit: 0, target: "es2022", chunkSizeWarningLimit: 900 },
});
