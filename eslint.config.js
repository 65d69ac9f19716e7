import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import globals from "globals";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["**/dist/**", "**/node_modules/**", ".cache/**", "docs/**", ".dependency-cruiser.cjs"] },
  js.configs.recommended,
  {
    files: ["**/*.{ts,tsx}"],
    extends: [tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_$" }],
      // the reader of recipes reports a problem and returns undefined in one word
      "@typescript-eslint/no-confusing-void-expression": "off",
      "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
      // lists are asked by `nth`, which throws; in loops over pixels, and of what a test has just made, a cast says it
      "@typescript-eslint/non-nullable-type-assertion-style": "off",
      "@typescript-eslint/no-unnecessary-condition": ["error", { allowConstantLoopConditions: true }],
    },
  },
  {
    files: ["packages/app/**/*.{ts,tsx}"],
    extends: [reactHooks.configs.flat["recommended-latest"]],
    // these two ask for what only the React Compiler needs, and it is not used here
    rules: {
      "react-hooks/preserve-manual-memoization": "off",
      "react-hooks/immutability": "off",
      "no-restricted-syntax": [
        "error",
        {
          selector:
            'JSXOpeningElement[name.name=/^(p|div|span|h[1-6]|strong|small|em|li)$/]:not(:has(> JSXAttribute[name.name="role"])) > JSXAttribute[name.name="aria-label"]',
          message: "What has no role has no name for those who listen: give it words (class unseen), or a role.",
        },
      ],
    },
  },
  {
    files: ["**/*.{js,mjs}"],
    // what is measured in a page is written in it
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
  },
);
