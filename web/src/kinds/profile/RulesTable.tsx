import { memo } from "react";
import type { ProfileResults } from "../../api/types";
import { RULES, type Rule } from "./change";

interface Props {
  good: ProfileResults;
  rule: Rule;
  onRule: (rule: Rule) => void;
}

/** What every rule comes to that can be used, and by how much it is off. */
export const RulesTable = memo(function RulesTable({ good, rule, onRule }: Props) {
  const rules = Object.entries(good.rules);
  if (rules.length < 2) return null;
  return (
    <table className="text-left tabular-nums" aria-label="The area by every rule">
      <thead className="text-xs text-soft">
        <tr>
          <th className="font-normal">rule</th>
          <th className="px-3 text-right font-normal">comes to</th>
          <th className="px-3 text-right font-normal">off {good.beside}</th>
        </tr>
      </thead>
      <tbody>
        {rules.map(([name, told]) => (
          <tr key={name} className={name === rule ? "font-semibold" : "[&_th]:font-normal"}>
            <th>
              <button
                type="button"
                className="min-h-6 hover:underline"
                onClick={() => onRule(name as Rule)}
                title={`Use ${RULES[name as Rule]}`}
              >
                {RULES[name as Rule]}
              </button>
            </th>
            <td className="px-3 text-right">
              {told.approximate ? "≈ " : ""}
              {told.text}
            </td>
            <td className="px-3 text-right">{good.off[name]?.text ?? ""}</td>
          </tr>
        ))}
        {good.smooth ? (
          <tr>
            <th className="font-normal" title="A smooth curve through the readings. What lies between them is a guess.">
              Smooth curve, a guess
            </th>
            <td className="px-3 text-right">
              {good.smooth.approximate ? "≈ " : ""}
              {good.smooth.text}
            </td>
            <td />
          </tr>
        ) : null}
      </tbody>
    </table>
  );
});
