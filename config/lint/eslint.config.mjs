import js from "@eslint/js";
import globals from "globals";

export default [
  js.configs.recommended,
  {
    languageOptions: { ecmaVersion: 2023, sourceType: "module", globals: globals.browser },
    rules: {
      "max-len": ["error", { code: 120, ignoreUrls: false }],
      "max-lines": ["error", { max: 150, skipBlankLines: false, skipComments: false }],
      "no-nested-ternary": "error",
      "no-unused-vars": ["error", { ignoreRestSiblings: true }],
      "no-var": "error",
      "prefer-const": "error",
      "prefer-template": "error",
      eqeqeq: "error",
      curly: ["error", "multi-line"],
    },
  },
  {
    files: ["spec/js/**", "spec/support/peers/**"],
    languageOptions: { globals: globals.node },
    rules: { "max-lines": "off" },
  },
];
