/** What is said where nothing is drawn yet. */
export function EmptyBoard() {
  return (
    <div className="pointer-events-none absolute inset-0 grid place-items-center p-6">
      <p className="max-w-sm rounded-md border border-dashed border-rule bg-sheet/95 p-4 text-center">
        Nothing is drawn yet. Click a shape below, or type one in words:
        <br />
        <b>rectangle width 2.4 height 1.2</b>
        <br />
        or walk round an outline: <b>outline R 9, U 7, L 5, D 3, L ?, D ?</b>
      </p>
    </div>
  );
}
