import { memo } from "react";
import type { AskDocument, AskResults, Complaint } from "../api/types";
import { hidesWorking, useBench, useBenchStore } from "../document/store";
import { AnswerBox } from "./AnswerBox";
import { AskEditor } from "./AskEditor";

interface Props {
  answers: AskResults[];
  complaints: Complaint[];
}

/** What the problem wants to know, each with its answer. */
export const Asks = memo(function Asks({ answers, complaints }: Props) {
  const store = useBenchStore();
  const asks = useBench((state) => state.document.asks);
  const hidden = useBench(hidesWorking);
  const put = (changed: AskDocument[]) => {
    const state = store.getState();
    state.commit({ ...state.document, asks: changed });
  };
  return (
    <div className="flex max-h-24 flex-wrap content-start items-start gap-2 overflow-auto">
      <ul className="contents">
        {asks.map((ask, index) => {
          const answer = answers[index];
          const faults = complaints.filter((c) => c.where.startsWith(`asks.${ask.label || index}.`));
          // What only waits for something else is told there; here the last answer stays, greyed.
          const fault = faults.find((c) => c.code !== "needs-other" && c.code !== "no-parts");
          const old = faults.length > 0 && answer?.text != null;
          return (
            <li key={index} className="flex max-w-72 items-center gap-1">
              <AskEditor
                ask={ask}
                faults={faults}
                answer={answer}
                onChange={(changed) => put(asks.map((a, i) => (i === index ? changed : a)))}
                onRemove={() => put(asks.filter((_, i) => i !== index))}
              >
                <span className="block text-sm text-soft">{ask.label || "Ask"}</span>
                <output
                  className={`block text-xl font-semibold text-pine-dark ${old ? "opacity-90 grayscale" : ""}`}
                  aria-live="polite"
                >
                  {hidden && !ask.tries?.some((each) => each.right) && answer?.text
                    ? "?"
                    : (answer?.text ?? <span className="text-base text-soft">not yet</span>)}
                </output>
                {answer && answer.rates.length > 0 ? (
                  <span
                    className="block text-sm"
                    title={answer.rates
                      .map((line) => `${line.typed}: ${line.says ?? `${line.text} = ${line.value}`}`)
                      .join("\n")}
                    data-testid="rates"
                  >
                    {answer.rates
                      .map((line) => line.value)
                      .filter(Boolean)
                      .join(" · ")}
                  </span>
                ) : null}
              </AskEditor>
              {answer?.text ? (
                <AnswerBox ask={ask} onChange={(changed) => put(asks.map((a, i) => (i === index ? changed : a)))} />
              ) : null}
              {fault ? <p className="says max-w-60">{fault.says}</p> : null}
            </li>
          );
        })}
      </ul>
      <AskEditor ask={{ label: "", expression: "" }} faults={[]} onChange={(made) => put([...asks, made])} create>
        <span className="text-sm text-pine">+ Ask</span>
      </AskEditor>
    </div>
  );
});
