import type { AskResults, Entry, Mathematics, Results, Tally } from "../api/types";
import type { Lit } from "../document/store";

/** One thing that is shown to a class: a line or a piece of it, and what it speaks of. */
export interface ShownStep {
  title: string;
  maths: Mathematics | null;
  text: string;
  /** The figure and the part that are lit while it is new. */
  figure: string | null;
  lit: Lit | null;
  /** The class may predict it first; with the value to compare with. */
  value: string | null;
}

export type Grain = "lines" | "pieces";
export type Order = "told" | "largest";

/** The figure's measure that an ask is, and nothing else. */
function tallyOf(expression: string, results: Results): { figure: string; tally: Tally } | null {
  const [figure, measure, more] = expression.trim().split(".");
  const tally = figure && measure && !more ? results.figures[figure]?.tallies[measure] : undefined;
  return figure && tally ? { figure, tally } : null;
}

const joined = (parts: (Mathematics | null)[]): Mathematics | null => {
  const shown = parts.filter((part): part is Mathematics => part !== null);
  const different = shown.filter((part, index) => shown.findIndex((other) => other.text === part.text) === index);
  if (different.length === 0) return null;
  return { tex: different.map((part) => part.tex).join(" = "), text: different.map((part) => part.text).join(" = ") };
};

function entrySteps(figure: string, entry: Entry, grain: Grain): ShownStep[] {
  const sign = entry.sign === "-" ? "less " : "";
  const lit: Lit = { part: entry.part, ...(entry.stretch !== null || entry.role === "face" ? { id: entry.id } : {}) };
  const rows = [
    ...entry.steps.map((step) => ({
      title: step.title ?? entry.title,
      formula: step.formula,
      numbers: step.numbers,
      value: step.value as Mathematics,
    })),
    {
      title: sign + entry.title,
      formula: entry.formula,
      numbers: entry.numbers,
      value: entry.value.shown as Mathematics,
    },
  ];
  return rows.flatMap(({ title, formula, numbers, value }) => {
    const at = (maths: Mathematics | null, told: string | null): ShownStep => ({
      title,
      maths,
      text: "",
      figure,
      lit,
      value: told,
    });
    if (grain === "lines") return [at(joined([formula, numbers, value]), value.text)];
    const shown = [formula, numbers].filter((each) => each !== null);
    const pieces = shown.filter((each, index) => shown.findIndex((other) => other.text === each.text) === index);
    return [...pieces.map((each) => at(each, null)), at(value, value.text)];
  });
}

/** All steps to an ask: part by part with what is lit, then the sum and the rounding. */
export function stepsOf(
  label: string,
  expression: string,
  answer: AskResults | undefined,
  results: Results,
  grain: Grain,
  order: Order,
): ShownStep[] {
  const found = tallyOf(expression, results);
  const lines = answer?.steps ?? [];
  const plain = (maths: Mathematics, value: string | null): ShownStep => ({
    title: "",
    maths,
    text: "",
    figure: found?.figure ?? null,
    lit: null,
    value,
  });
  const last = answer?.text ?? null;
  if (!found) return lines.map((line, index) => plain(line, index === lines.length - 1 ? last : null));
  const counted = found.tally.entries.filter((entry) => entry.counted);
  const told = counted.reduce((sum, entry) => sum + entry.steps.length + 1, 0);
  const size = (entry: Entry) => Number(entry.value.decimal);
  const ordered = order === "largest" ? [...counted].sort((a, b) => size(b) - size(a)) : counted;
  const rest = lines.slice(told);
  const end = rest.map((line, index) => plain(line, index === rest.length - 1 ? last : null));
  if (end.length === 0 && last)
    end.push({ ...plain({ tex: "", text: "" }, last), maths: null, text: `${label}: ${last}` });
  return [...ordered.flatMap((entry) => entrySteps(found.figure, entry, grain)), ...end];
}
