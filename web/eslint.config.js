import { readdirSync } from "node:fs";
import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Folders of src from the page down to the wire: each imports those after it, never before. */
const LAYERS = [["app"], ["stations", "racks", "bench", "board", "bay", "people", "record"], ["job"], ["drawings"], ["ui"], ["api"]];

/** A rule a layer: its files import nothing of a layer above, nor of a neighbour in the same. */
const layers = LAYERS.flatMap((folders, at) =>
  folders.map((folder) => {
    const above = [...LAYERS.slice(0, at).flat(), ...folders.filter((one) => one !== folder)];
    const group = above.map((one) => `**/${one}/**`);
    // What two stations share belongs to job.
    if (folder === "stations")
      group.push(...readdirSync("src/stations").map((one) => `../${one}/**`));
    return {
      files: [`src/${folder}/**`],
      rules: {
        "no-restricted-imports": [
          "error",
          { patterns: group.length ? [{ group, message: `Lies above ${folder}.` }] : [] },
        ],
      },
    };
  }),
);

export default tseslint.config(
  { ignores: ["src/api/schema.ts", "src/api/generated/core.ts"] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  hooks.configs.flat.recommended,
  {
    rules: {
      "@typescript-eslint/consistent-type-imports": "error",
      "no-restricted-exports": ["error", { restrictDefaultExports: { direct: true } }],
    },
  },
  {
    files: ["src/**"],
    ignores: ["**/*.test.ts"],
    rules: { "max-lines-per-function": ["error", { max: 120 }] },
  },
  ...layers,
);
