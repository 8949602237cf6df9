import type { Showing } from "../api/types";
import { useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { Maths } from "../ui/Maths";
import { ToggleRow } from "../ui/ToggleRow";

interface Props {
  part: string;
  showings: Showing[];
  chosen: number;
  share: number;
  sectors: number;
  onChange: (change: { chosen?: number; share?: number; sectors?: number }) => void;
}

/** The handle that plays why a formula holds, and the lines that go with it. */
export function WhyBar({ part, showings, chosen, share, sectors, onChange }: Props) {
  const store = useBenchStore();
  const showing = showings[chosen];
  if (!showing) return null;
  return (
    <section
      aria-label={`Why the formula holds for ${part}`}
      className="absolute inset-x-3 bottom-16 flex flex-col gap-1.5 rounded-lg border border-rule bg-sheet/95 px-3 py-2 shadow-md"
    >
      <div className="flex flex-wrap items-center gap-3">
        {showings.length > 1 ? (
          <ToggleRow
            label="Showing"
            value={String(chosen)}
            options={Object.fromEntries(showings.map((s, index) => [String(index), s.title]))}
            onChange={(now) => onChange({ chosen: Number(now), share: 0 })}
          />
        ) : (
          <h3 className="text-sm font-semibold">{showing.title}</h3>
        )}
        <label className="flex grow items-center gap-2 text-sm">
          {showing.kind === "double" ? "turn" : showing.kind === "shear" ? "slide" : "lay out"}
          <input
            type="range"
            min={0}
            max={1}
            step={0.01}
            value={share}
            className="grow accent-pine"
            aria-valuetext={`${Math.round(share * 100)} %`}
            onChange={(event) => onChange({ share: Number(event.target.value) })}
          />
        </label>
        {showing.kind === "sectors" ? (
          <label className="flex items-center gap-2 text-sm">
            sectors
            <input
              type="range"
              min={6}
              max={96}
              step={2}
              value={sectors}
              className="accent-pine"
              onChange={(event) => onChange({ sectors: Number(event.target.value) })}
            />
            <output className="w-6">{sectors}</output>
          </label>
        ) : null}
        <Button look="quiet" onClick={() => store.getState().set({ why: null })}>
          Close
        </Button>
      </div>
      <ol>
        {showing.lines.map((line) => (
          <li key={line.text}>
            <Maths maths={line} />
          </li>
        ))}
      </ol>
    </section>
  );
}
