import type { ReactNode } from "react";

/** A field behind its name. */
export function Named({
  before,
  after = "",
  wide = false,
  children,
}: {
  before: ReactNode;
  after?: string;
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <label className={`flex items-center gap-1.5 ${wide ? "grow" : ""}`}>
      {before}
      {children}
      {after}
    </label>
  );
}
