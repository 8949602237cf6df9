import type { SpaceDrawing } from "../api/types";
import { SpaceBoard } from "./SpaceBoard";

const NO_NETS: never[] = [];
const NO_LABELS = {};
const nothing = () => undefined;

/** A solid that is only turned and looked at. */
export function Looked({
  drawing,
  title,
  empty = "",
}: {
  drawing: SpaceDrawing | null;
  title: string;
  empty?: string;
}) {
  return (
    <SpaceBoard
      drawing={drawing}
      nets={NO_NETS}
      noNet={null}
      labels={NO_LABELS}
      old={false}
      title={title}
      onGiven={nothing}
      onDrag={nothing}
      empty={<p className="grid h-full place-items-center p-6 text-center text-soft">{empty}</p>}
    />
  );
}
