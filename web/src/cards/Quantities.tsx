import type { CardMeasure, CardPartial, Complaint, SheetRow } from "../api/types";
import { figureAt } from "../document/figures";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { cleared, withGiven } from "./givens";
import { QuantityRow } from "./QuantityRow";

const ANGLES: Record<string, string> = { deg: "degrees", rad: "radians", turn: "turns" };
const NONE: Record<string, string> = {};

interface QuantitiesProps {
  row: SheetRow;
  figure: number;
  told: CardPartial | null;
  complaints: Complaint[];
  where: string;
  old: boolean;
  lit: string | null;
  wanted: string | null;
  onLight: (measure: string | null) => void;
  onWant: (measure: string) => void;
}

export function Quantities({
  row,
  figure,
  told,
  complaints,
  where,
  old,
  lit,
  wanted,
  onLight,
  onWant,
}: QuantitiesProps) {
  const store = useBenchStore();
  const given = useBench((state) => figureAt("formula", state.draft ?? state.document, figure)?.given) ?? NONE;
  const settings = useBench((state) => state.document.settings);
  const change = (measure: string, text: string | null) =>
    store.getState().commit(withGiven(store.getState().document, figure, measure, text));
  const slide = (measure: string, text: string, done: boolean) => {
    const state = store.getState();
    const changed = withGiven(state.document, figure, measure, text);
    if (done) state.commit(changed);
    else state.preview(changed);
  };
  const start = () => {
    const state = store.getState();
    state.commit(
      Object.entries(row.starting).reduce(
        (document_, [measure, text]) => withGiven(document_, figure, measure, text),
        cleared(state.document, figure),
      ),
    );
  };
  const whole = complaints.filter(
    (complaint) =>
      !complaint.where.startsWith(`${where}.given.`) ||
      !row.measures.some((m) => complaint.where === `${where}.given.${m.name}`),
  );
  const empty = Object.keys(given).length === 0;
  // A quantity of two names has one row; under which of them it was given doesn't matter.
  const shownApart = (measure: CardMeasure) => measure.same === "" || (measure.name in given && measure.same in given);
  const shown = row.measures.filter(shownApart);
  const renderRow = (row_: CardMeasure) => {
    const second = row.measures.find((each) => each.same === row_.name && !shownApart(each));
    const measure = second && second.name in given ? { ...second, title: row_.title } : row_;
    return (
      <QuantityRow
        key={row_.name}
        measure={measure}
        also={second?.title ?? ""}
        typed={given[measure.name]}
        quantity={told?.quantities[measure.name]}
        complaints={complaints.filter((complaint) => complaint.where === `${where}.given.${measure.name}`)}
        unit={settings.unit === "unit" ? "" : settings.unit}
        angle={settings.angle}
        lit={lit === measure.name}
        wanted={wanted === measure.name}
        onLight={(on) => onLight(on ? measure.name : null)}
        onGive={(text) => change(measure.name, text)}
        onSlide={(text, done) => slide(measure.name, text, done)}
        onWant={() => onWant(measure.name)}
      />
    );
  };
  const further = shown.filter((measure) => measure.further);
  return (
    <section
      className="flex min-h-0 min-w-0 flex-col bg-sheet lg:col-start-2 lg:row-span-2 lg:row-start-1"
      aria-label="Quantities"
    >
      <div className="flex flex-wrap items-center gap-2 border-b border-edge px-3 py-1.5">
        <h2 className="font-semibold">Quantities</h2>
        <span className="text-xs text-soft no-print">type what is known</span>
        {row.measures.some((measure) => measure.kind === "angle") ? (
          <span className="text-xs text-soft" data-testid="angle unit">
            · angles in {ANGLES[settings.angle] ?? settings.angle}
          </span>
        ) : null}
        <span className="grow" />
        <Button
          look="quiet"
          className="no-print"
          disabled={empty}
          onClick={() => store.getState().commit(cleared(store.getState().document, figure))}
        >
          Clear all
        </Button>
      </div>
      <div className="border-b border-edge px-3 py-1.5 empty:hidden" role="status">
        {empty ? (
          <p className="text-sm">
            Nothing is known yet. Type into any field below, or{" "}
            <button type="button" className="font-semibold text-pine underline" onClick={start}>
              try an example
            </button>
            .
          </p>
        ) : (
          whole.map((complaint) => (
            <p key={complaint.says} className={complaint.code === "too-little" ? "text-sm" : "says text-sm!"}>
              {complaint.says.charAt(0).toUpperCase() + complaint.says.slice(1)}.
            </p>
          ))
        )}
      </div>
      <div className="min-h-0 grow overflow-y-auto px-1.5 py-1.5">
        <ul className={`flex flex-col ${old ? "opacity-60" : ""}`}>
          {shown.filter((measure) => !measure.further).map(renderRow)}
          {further.length > 0 ? (
            <li className="mt-1 border-t border-edge px-2 pt-1 text-xs text-soft">further quantities</li>
          ) : null}
          {further.map(renderRow)}
        </ul>
      </div>
    </section>
  );
}
