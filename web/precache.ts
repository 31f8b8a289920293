import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { build, type Plugin } from "vite";

/** What the page needs to open without the server; the rest of a build is for the server alone. */
const PRECACHED = /^(assets\/.*\.(js|css|woff2)|favicon\.svg)$/;

const ICON = "favicon.svg";

const hashOf = (file: string): string =>
  createHash("sha256").update(readFileSync(file)).digest("hex").slice(0, 16);

/**
 * Builds the service worker last, with the list of this build's files put into it. Their names hold
 * a hash of what is in them, so that a changed file is another one; only the icon keeps its name.
 * @param base - address that the files are served at
 */
export function serviceWorker(base: string): Plugin {
  let files: string[] = [];
  return {
    name: "service-worker",
    apply: "build",
    writeBundle(_, bundle) {
      files = [ICON, ...Object.keys(bundle)].filter((file) => PRECACHED.test(file)).sort();
    },
    async closeBundle() {
      const manifest = files.map((file) => ({
        url: base + file,
        revision: file === ICON ? hashOf(`public/${ICON}`) : null,
      }));
      await build({
        configFile: false,
        logLevel: "warn",
        define: { "self.__WB_MANIFEST": JSON.stringify(manifest) },
        build: {
          emptyOutDir: false,
          copyPublicDir: false,
          target: "es2022",
          rollupOptions: { input: "src/sw.ts", output: { entryFileNames: "sw.js" } },
        },
      });
    },
  };
}
