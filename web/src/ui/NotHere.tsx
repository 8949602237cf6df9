import type { ReactNode } from "react";
import { Link } from "react-router";
import { Brand } from "./Brand";

export function NotHere({
  says = "There is nothing at this address.",
  children,
}: {
  says?: string;
  children?: ReactNode;
}) {
  return (
    <main className="mx-auto flex max-w-xl flex-col items-start gap-4 p-10">
      <Brand />
      <h1 className="text-2xl font-semibold">Not here</h1>
      <p>{says}</p>
      {children}
      <Link to="/" className="text-pine underline underline-offset-4">
        Back to the shelf
      </Link>
    </main>
  );
}
