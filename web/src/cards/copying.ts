import type { CardStep, Mathematics } from "../api/types";
import { equal, valueOf } from "./PathOfWorking";

export const FORMS = { text: "Plain text", tex: "TeX", mathml: "MathML" } as const;
export type CopyForm = keyof typeof FORMS;

/** The lines of a path: each formula, its numbers, its value. */
function linesOf(steps: CardStep[]): Mathematics[] {
  return steps.flatMap((step) => [
    step.trial ? { tex: `${step.formula.tex},\\quad ${step.numbers.tex}`, text: `${step.formula.text}; ${step.numbers.text}` } : equal(step.formula, step.numbers),
    equal(step.symbol, valueOf(step)),
  ]);
}

const plainTex = (tex: string) => tex.replace(/\\htmlData\{[^}]*\}\{((?:[^{}]|\{(?:[^{}]|\{[^{}]*\})*\})*)\}/g, "$1");

/** A path of working in the chosen form. */
export async function copied(steps: CardStep[], form: CopyForm): Promise<string> {
  const lines = linesOf(steps).map((line) => ({ ...line, tex: plainTex(line.tex) }));
  if (form === "text") return lines.map((line) => line.text).join("\n");
  if (form === "tex") return `\\begin{gather*}\n${lines.map((line) => `  ${line.tex}`).join(" \\\\\n")}\n\\end{gather*}`;
  const { default: katex } = await import("katex");
  return lines
    .map((line) => katex.renderToString(line.tex, { output: "mathml", displayMode: true, throwOnError: false, strict: "ignore" }))
    .map((html) => /<math[\s\S]*<\/math>/.exec(html)?.[0] ?? "")
    .join("\n");
}
