import { resultsOf } from "../../document/figures";
import { useBench } from "../../document/store";
import { Looked } from "../../space/Looked";
import type { WorkProps } from "../kind";
import { StripsBoard } from "./StripsBoard";

/** A profile to be looked at: its strips, or the solid that it makes. */
export default function ProfileStage({ figure, worked }: WorkProps) {
  const name = useBench((state) => state.document.figures[figure]?.name ?? "");
  const unit = useBench((state) => state.document.settings.unit);
  const solid = useBench((state) => state.solid);
  const good = resultsOf("profile", worked.good[name]);
  if (solid) return <Looked drawing={good?.solid ?? null} title={name} />;
  return <StripsBoard drawing={good?.drawing ?? null} old={false} unit={unit === "unit" ? "" : unit} title={name} />;
}
