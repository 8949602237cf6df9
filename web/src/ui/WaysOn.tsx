import type { ReactNode } from "react";

interface Props<T> {
  /** The id by which the field names the list, and each of its rows with a number behind it. */
  id: string;
  ways: T[];
  active: number;
  text: (way: T) => string;
  hint?: (way: T) => ReactNode;
  onChoose: (way: T) => void;
  className?: string;
}

/** Ways in which what is typed in a field can go on. */
export function WaysOn<T>({ id, ways, active, text, hint, onChoose, className = "" }: Props<T>) {
  return (
    <ul
      id={id}
      role="listbox"
      aria-label="Ways to go on"
      hidden={ways.length === 0}
      className={`popover max-h-64 min-w-60 overflow-auto p-1! ${className}`}
    >
      {ways.map((way, index) => (
        <li
          key={text(way)}
          id={`${id}-${index}`}
          role="option"
          aria-selected={index === active}
          className={`flex cursor-pointer justify-between gap-4 rounded px-2 py-1 text-sm ${index === active ? "bg-pine-wash" : "hover:bg-pine-wash"}`}
          onPointerDown={(event) => {
            event.preventDefault();
            onChoose(way);
          }}
        >
          {text(way)}
          {hint ? <span className="text-soft">{hint(way)}</span> : null}
        </li>
      ))}
    </ul>
  );
}
