import type { Complaint } from "../../api/types";
import { Board } from "../../board/Board";
import { resultsOf } from "../../document/figures";
import { useBench } from "../../document/store";
import type { WorkProps } from "../kind";

const NONE: Complaint[] = [];
const nothing = () => undefined;

/** A plane figure to be looked at. */
export default function PlaneStage({ figure, worked }: WorkProps) {
  const name = useBench((state) => state.document.figures[figure]?.name ?? "");
  const good = resultsOf("plane", worked.good[name]);
  return (
    <div className="flex min-h-0 grow flex-col" inert>
      <Board
        drawing={good?.drawing ?? null}
        old={false}
        figure={name}
        split={good?.tallies.area?.split ?? null}
        counted={null}
        showing={null}
        complaints={NONE}
        onEdge={nothing}
        onShade={nothing}
      />
    </div>
  );
}
