import { resultsOf } from "../../document/figures";
import { useBench } from "../../document/store";
import { Looked } from "../../space/Looked";
import type { WorkProps } from "../kind";

/** A solid to be looked at. */
export default function SolidStage({ figure, worked }: WorkProps) {
  const name = useBench((state) => state.document.figures[figure]?.name ?? "");
  return <Looked drawing={resultsOf("solid", worked.good[name])?.drawing ?? null} title={name} />;
}
