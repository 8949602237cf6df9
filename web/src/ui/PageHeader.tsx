import type { ReactNode } from "react";
import { NavLink } from "react-router";
import { Brand } from "./Brand";

const PLACES = [
  { place: "shelf", to: "/", name: "Shelf" },
  { place: "cards", to: "/cards", name: "Cards" },
] as const;

/** The way between the places of the application. */
export function Places() {
  return (
    <nav aria-label="Places" className="flex gap-1">
      {PLACES.map(({ place, to, name }) => (
        <NavLink
          key={place}
          to={to}
          end={to === "/"}
          className={({ isActive }) =>
            `slant rounded-md px-3 py-1 text-sm ${isActive ? "bg-pine text-white" : "hover:bg-pine-wash"}`
          }
        >
          <span className="unslant inline-block">{name}</span>
        </NavLink>
      ))}
    </nav>
  );
}

/** For those who go by keys: past the buttons of the header, to the first field of what the page is for. */
function toTheWork() {
  const fields = document.querySelectorAll<HTMLElement>("main :is(input, select, textarea):enabled");
  for (const field of fields) {
    field.focus();
    if (document.activeElement === field) return;
  }
}

/** The top of a page: the mark, the places, and what can be done here. */
export function PageHeader({ children }: { children?: ReactNode }) {
  return (
    <header className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-edge bg-sheet px-3 py-1.5 no-print">
      <button
        type="button"
        className="sr-only rounded-md bg-pine px-3 py-1 text-white focus:not-sr-only"
        onClick={toTheWork}
      >
        To the work
      </button>
      <Brand />
      <Places />
      <span aria-hidden className="mx-1 h-6 w-px slant bg-rule" />
      {children}
    </header>
  );
}
