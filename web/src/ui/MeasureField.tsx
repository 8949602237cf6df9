import { createContext, useContext, type ComponentProps } from "react";
import type { Typing } from "../api/types";
import { ExpressionField } from "./ExpressionField";
import { isBare, TextInPlace } from "./TextInPlace";

/** What is seen of an expression while it is typed; null where it stands in no problem. */
export type AskTyping = (text: string, caret: number) => Promise<Typing | null>;
export const TypedHere = createContext<AskTyping | null>(null);

/** A field for a measurement: a number, or an expression in which names go on as one types. */
export function MeasureField(props: Omit<ComponentProps<typeof TextInPlace>, "onDone">) {
  const ask = useContext(TypedHere);
  if (!ask) return <TextInPlace {...props} />;
  const { unit, ...others } = props;
  return (
    <>
      <ExpressionField {...others} ask={ask} />
      {unit && isBare(props.value) ? (
        <span aria-hidden className="-ml-1 text-xs text-soft" data-testid={`unit of ${props.label}`}>
          {unit}
        </span>
      ) : null}
    </>
  );
}
