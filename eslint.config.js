import jsxA11y from "eslint-plugin-jsx-a11y";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const noClock = [
  { object: "Date", property: "now", message: "core knows no clock: take the time as an argument." },
  { object: "Math", property: "random", message: "core takes randomness from a seed: see random.ts." },
];

export default tseslint.config(
  {
    ignores: [
      "**/dist/**",
      "**/node_modules/**",
      ".data/**",
      ".cache/**",
      "web/src/student/routes.generated.ts",
      "test-results/**",
    ],
  },
  {
    files: ["**/*.ts", "**/*.tsx"],
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      "max-lines": ["error", { max: 400, skipBlankLines: true, skipComments: true }],
      "no-restricted-syntax": [
        "error",
        { selector: "ExportDefaultDeclaration", message: "Named exports only: a name is the same everywhere." },
      ],
      "@typescript-eslint/no-floating-promises": "error",
      "@typescript-eslint/no-misused-promises": ["error", { checksVoidReturn: { attributes: false } }],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      "@typescript-eslint/no-confusing-void-expression": [
        "error",
        { ignoreArrowShorthand: true, ignoreVoidOperator: true },
      ],
      "@typescript-eslint/consistent-type-imports": "error",
      // A key type parameter is what lets `{ [key]: value }` keep its name.
      "@typescript-eslint/no-unnecessary-type-parameters": "off",
    },
  },
  {
    // Where a framework reads the default export.
    files: ["*.config.ts", "e2e/setup.ts", "web/vite.config.ts", "server/src/worker.ts", "**/*.d.ts"],
    rules: { "no-restricted-syntax": "off" },
  },
  {
    files: ["core/src/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: {
      "no-restricted-properties": ["error", ...noClock],
      "no-restricted-syntax": [
        "error",
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: "core knows no clock: take the time as an argument.",
        },
        { selector: "ExportDefaultDeclaration", message: "Named exports only." },
      ],
    },
  },
  {
    files: ["web/src/**/*.ts", "web/src/**/*.tsx"],
    plugins: { "react-hooks": reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      "react-hooks/exhaustive-deps": "error",
      // About what React's compiler can do with a library; pages are not built with it.
      "react-hooks/incompatible-library": "off",
    },
  },
  {
    files: ["web/src/**/*.tsx"],
    plugins: { "jsx-a11y": jsxA11y },
    rules: {
      ...jsxA11y.flatConfigs.recommended.rules,
      // The first field of a page that exists to be filled in may take the focus.
      "jsx-a11y/no-autofocus": "off",
    },
  },
  {
    files: ["**/*.test.ts", "**/testing/*.ts", "e2e/**/*.ts"],
    rules: { "@typescript-eslint/no-non-null-assertion": "off" },
  },
);
