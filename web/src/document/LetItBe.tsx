import { Button } from "../ui/Button";
import { withLetter } from "./letters";
import { useBenchStore } from "./store";

/** A name that nothing bears becomes a letter, standing for 1 meanwhile. */
export function LetItBe({ name, onDone }: { name: string; onDone?: () => void }) {
  const store = useBenchStore();
  return (
    <Button
      onClick={() => {
        store.getState().commit(withLetter(store.getState().document, name, "1"));
        onDone?.();
      }}
    >
      Let {name} be a letter
    </Button>
  );
}
