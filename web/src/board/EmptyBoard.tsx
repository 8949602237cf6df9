import { useBenchStore } from "../document/store";
import { Button } from "../ui/Button";

/** What is said where nothing is drawn yet. */
export function EmptyBoard() {
  const store = useBenchStore();
  const raise = async () => {
    const done = await store.getState().perform({
      do: "add-figure",
      added: { name: "solid", kind: "solid", pieces: [] },
    });
    if (done.says !== null) return;
    const index = store.getState().document.figures.findIndex((entry) => entry.name === done.name);
    if (index >= 0) store.getState().set({ figure: index, selected: null, lit: null });
  };
  return (
    <div className="pointer-events-none absolute inset-0 grid place-items-center p-6">
      <p className="max-w-sm rounded-md border border-dashed border-rule bg-sheet/95 p-4 text-center">
        Nothing is drawn yet. Click a shape below, or type one in words:
        <br />
        <b>rectangle width 2.4 height 1.2</b>
        <br />
        or walk round an outline: <b>outline R 9, U 7, L 5, D 3, L ?, D ?</b>
        <br />A solid, too: <b>cylinder radius 0.9 height 2.4 lying</b>, or{" "}
        <Button className="pointer-events-auto" onClick={() => void raise()}>
          put one together
        </Button>
      </p>
    </div>
  );
}
