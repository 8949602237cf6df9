import type { Complaint, SolidResults } from "../../api/types";
import { changeFigure, figureAt } from "../../document/figures";
import { useBench, useBenchStore } from "../../document/store";
import { Button } from "../../ui/Button";
import { MeasureField } from "../../ui/MeasureField";

interface Props {
  figure: number;
  name: string;
  scaled: SolidResults["scaled"];
  complaints: Complaint[];
}

const TITLES: Record<string, string> = { edges: "edges", surface: "surface", volume: "volume" };
const POWER = ["", "k", "k²", "k³"];

/** The same solid k times as large: lengths by k, areas by k², the volume by k³. */
export function ScaledBar({ figure, name, scaled, complaints }: Props) {
  const store = useBenchStore();
  const scale = useBench((state) => figureAt("solid", state.document, figure)?.scale ?? null);
  const put = (text: string | null) =>
    store
      .getState()
      .commit(changeFigure("solid", store.getState().document, figure, (solid) => ({ ...solid, scale: text })));
  const fault = complaints.find(({ where }) => where === `figures.${name}.scale`)?.says;
  if (scale === null)
    return (
      <div className="border-t border-edge px-4 py-1">
        <Button look="quiet" className="text-pine!" onClick={() => put("2")}>
          Scale it …
        </Button>
      </div>
    );
  return (
    <section className="border-t border-edge px-4 py-1.5 text-sm" aria-label="Scaled">
      <div className="flex items-center gap-2">
        k =
        <MeasureField value={scale} label="Scale k" invalid={fault !== undefined} className="w-16" onCommit={put} />
        times as large
        <Button
          look="quiet"
          className="ml-auto"
          aria-label="Don't scale it"
          title="Don't scale it"
          onClick={() => put(null)}
        >
          ×
        </Button>
      </div>
      {fault ? <p className="says">{fault}</p> : null}
      {scaled ? (
        <table className="w-full" data-testid="scaled">
          <tbody>
            {scaled.measures.map(({ measure, power, before, after }) => (
              <tr key={measure}>
                <th scope="row" className="text-left font-normal">
                  {TITLES[measure] ?? measure}
                </th>
                <td className="text-right">{before.text}</td>
                <td className="text-center text-soft">× {POWER[power]}</td>
                <td className="text-right font-semibold">{after.text}</td>
              </tr>
            ))}
            {scaled.ratio ? (
              <tr>
                <th scope="row" className="text-left font-normal">
                  surface to volume
                </th>
                <td className="text-right">{scaled.ratio[0]}</td>
                <td className="text-center text-soft">÷ k</td>
                <td className="text-right font-semibold">{scaled.ratio[1]}</td>
              </tr>
            ) : null}
          </tbody>
        </table>
      ) : null}
    </section>
  );
}
