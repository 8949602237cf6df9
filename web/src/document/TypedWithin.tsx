import type { ReactNode } from "react";
import { TypedHere } from "../ui/MeasureField";
import { useTyping } from "./useTyping";

/** Where measurements of a figure, or of what is ``within`` it, are typed: names in its fields go on to what can stand there. */
export function TypedWithin({ figure, within, children }: { figure: string; within?: string; children: ReactNode }) {
  return <TypedHere value={useTyping(figure, within)}>{children}</TypedHere>;
}
