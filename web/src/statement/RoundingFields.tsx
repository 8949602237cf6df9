import type { RoundingRule } from "../api/types";

type Choice = "inherit" | "places" | "figures" | "step" | "none";

interface Props {
  rule: RoundingRule | null;
  /** Whether "as the problem says" can be chosen; it is told as null. */
  inherit?: boolean;
  onChange: (rule: RoundingRule | null) => void;
}

/** A rounding rule: which kind, and how far. */
export function RoundingFields({ rule, inherit = false, onChange }: Props) {
  const choice: Choice =
    rule === null
      ? "inherit"
      : rule === "none"
        ? "none"
        : rule.step != null
          ? "step"
          : rule.figures != null
            ? "figures"
            : "places";
  const amount = rule === null || rule === "none" ? "" : String(rule.step ?? rule.figures ?? rule.places ?? "");
  const choose = (next: Choice) =>
    onChange(
      { inherit: null, none: "none" as const, places: { places: 2 }, figures: { figures: 3 }, step: { step: "1/8" } }[
        next
      ],
    );
  return (
    <fieldset className="flex items-end gap-2">
      <label className="grow">
        Rounding
        <select className="field w-full" value={choice} onChange={(event) => choose(event.target.value as Choice)}>
          {inherit ? <option value="inherit">as the problem says</option> : null}
          <option value="places">decimal places</option>
          <option value="figures">significant figures</option>
          <option value="step">to the nearest</option>
          <option value="none">none</option>
        </select>
      </label>
      {choice === "places" || choice === "figures" ? (
        <input
          className="field w-16"
          type="number"
          aria-label={choice === "places" ? "How many decimal places" : "How many significant figures"}
          min={choice === "places" ? 0 : 1}
          max={choice === "places" ? 12 : 15}
          value={amount}
          onChange={(event) => {
            const count = Math.round(Number(event.target.value));
            const [low, high] = choice === "places" ? [0, 12] : [1, 15];
            if (event.target.value !== "") onChange({ [choice]: Math.min(high, Math.max(low, count)) });
          }}
        />
      ) : null}
      {choice === "step" ? (
        <input
          className="field w-20"
          aria-label="Step"
          value={amount}
          onChange={(event) => onChange({ step: event.target.value })}
        />
      ) : null}
    </fieldset>
  );
}
