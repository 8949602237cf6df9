import { Link } from "react-router";

/** The mark and the name; leads to the shelf. */
export function Brand() {
  return (
    <Link
      to="/"
      className="flex items-center gap-2 rounded-md pr-1 text-lg font-bold tracking-tight text-pine-dark"
      aria-label="Tilt Grid: to the shelf"
    >
      <img src="mark.svg" alt="" className="size-8" />
      <span>Tilt Grid</span>
    </Link>
  );
}
