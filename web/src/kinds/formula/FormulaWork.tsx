import type { Complaint } from "../../api/types";
import { CardWork } from "../../cards/CardWork";
import { resultsOf } from "../../document/figures";
import { useBench } from "../../document/store";
import type { WorkProps } from "../kind";

const NO_COMPLAINTS: Complaint[] = [];

export default function FormulaWork({ figure, worked }: WorkProps) {
  const name = useBench((state) => state.document.figures[figure]?.name ?? "");
  return (
    <CardWork
      figure={figure}
      results={resultsOf("formula", worked.results?.figures[name])}
      complaints={worked.results?.complaints ?? NO_COMPLAINTS}
      old={worked.late}
    />
  );
}
