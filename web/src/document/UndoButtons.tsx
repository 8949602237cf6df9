import { Button } from "../ui/Button";
import { useBenchStore, useHistory } from "./store";

/** Back and forth through everything that was done. */
export function UndoButtons() {
  const store = useBenchStore();
  const past = useHistory((history) => history.pastStates.length);
  const future = useHistory((history) => history.futureStates.length);
  return (
    <>
      <Button look="quiet" onClick={() => store.temporal.getState().undo()} disabled={past === 0} title="Undo (Ctrl+Z)">
        Undo
      </Button>
      <Button
        look="quiet"
        onClick={() => store.temporal.getState().redo()}
        disabled={future === 0}
        title="Redo (Ctrl+Shift+Z)"
      >
        Redo
      </Button>
    </>
  );
}
