import { Popover } from "radix-ui";
import type { ProblemDocument } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { RoundingFields } from "./RoundingFields";
import { useReference } from "../api/queries";

const ANGLES = { deg: "degrees (°)", rad: "radians (rad)", turn: "turns" };
const CONVENTIONS = { exact: "π itself", "3.14": "3.14 for π", "22/7": "22/7 for π" };

const EXACT: Record<ProblemDocument["settings"]["exact"], string> = {
  decimal: "decimals where they end: 2.75",
  fraction: "fractions: 11/4",
  mixed: "mixed numbers: 2 3/4",
};

/** Unit, π convention and rounding of the whole problem. */
export function SettingsButton() {
  const store = useBenchStore();
  const settings = useBench((state) => state.document.settings);
  const reference = useReference();
  const put = (change: Partial<ProblemDocument["settings"]>) => {
    const state = store.getState();
    state.commit({ ...state.document, settings: { ...settings, ...change } });
  };
  const summary = [settings.unit, settings.pi === "exact" ? "π" : `π = ${settings.pi}`].join(" · ");
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button aria-label="Units, π and rounding">{summary}</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="popover flex w-72 flex-col gap-2 text-sm"
          align="end"
          sideOffset={6}
          collisionPadding={8}
        >
          <label>
            Unit of length
            <select
              className="field w-full"
              value={settings.unit}
              onChange={(event) => put({ unit: event.target.value })}
            >
              {(reference.data?.units ?? [{ symbol: settings.unit, name: settings.unit }]).map((unit) => (
                <option key={unit.symbol} value={unit.symbol}>
                  {unit.name} ({unit.symbol})
                </option>
              ))}
            </select>
          </label>
          <label>
            Unit of angle
            <select
              className="field w-full"
              value={settings.angle}
              onChange={(event) => put({ angle: event.target.value })}
            >
              {Object.entries(ANGLES).map(([symbol, words]) => (
                <option key={symbol} value={symbol}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <label>
            Worked with
            <select
              className="field w-full"
              value={settings.pi}
              onChange={(event) => put({ pi: event.target.value as ProblemDocument["settings"]["pi"] })}
            >
              {Object.entries(CONVENTIONS).map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <label>
            Exact numbers in the working
            <select
              className="field w-full"
              value={settings.exact}
              onChange={(event) => put({ exact: event.target.value as ProblemDocument["settings"]["exact"] })}
            >
              {Object.entries(EXACT).map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <RoundingFields
            rule={settings.rounding}
            onChange={(rounding) => put({ rounding: rounding ?? { places: 2 } })}
          />
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-pine"
              checked={settings.try_first}
              onChange={(event) => put({ try_first: event.target.checked })}
            />
            Try first: answers and working stay hidden
          </label>
          <p className="text-xs text-soft">Nothing is rounded on the way; answers are rounded once, half up.</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
