import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import ts from "typescript-eslint";

export default ts.config(
  { ignores: ["dist", "**/*.gen.ts"] },
  js.configs.recommended,
  ...ts.configs.strict,
  hooks.configs.flat["recommended-latest"],
  { files: ["tests/**"], rules: { "@typescript-eslint/no-non-null-assertion": "off", "react-hooks/globals": "off" } },
);
