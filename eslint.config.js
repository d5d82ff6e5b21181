import js from "@eslint/js";
import globals from "globals";

export default [
  { ignores: ["web/dist/**", "node_modules/**"] },
  js.configs.recommended,
  { files: ["web/assets/**/*.js"], languageOptions: { globals: globals.browser } },
  {
    files: ["web/*.mjs", "e2e/**/*.mjs", "tools/*.mjs", "eslint.config.js"],
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
  },
];
