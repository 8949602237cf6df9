import { CardPicture } from "../../cards/CardPicture";
import { figureAt, resultsOf } from "../../document/figures";
import { useBench } from "../../document/store";
import type { WorkProps } from "../kind";

/** A card's figure to be looked at. */
export default function FormulaStage({ figure, worked }: WorkProps) {
  const own = useBench((state) => figureAt("formula", state.document, figure));
  const card = resultsOf("formula", worked.results?.figures[own?.name ?? ""])?.card;
  const drawing = card?.solutions[(own?.solution ?? 1) - 1]?.drawing;
  return (
    <div className="grid grow place-items-center">
      {drawing ? <CardPicture picture={drawing} width={560} height={440} title={own?.name ?? ""} /> : null}
    </div>
  );
}
