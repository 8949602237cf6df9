import { memo } from "react";
import type { Complaint, LineDocument, Results } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { TextInPlace } from "../ui/TextInPlace";

interface Props {
  results: Results["lines"];
  complaints: Complaint[];
}

/** The working lines: named expressions with units, each with its value. */
export const Lines = memo(function Lines({ results, complaints }: Props) {
  const store = useBenchStore();
  const lines = useBench((state) => state.document.lines);
  const first = useBench((state) => state.document.figures[0]);
  const figure = first?.name ?? "figure";
  const hints: Record<string, string> = {
    solid: `litres = ${figure}.volume / 1 L`,
    profile: `turf = ${figure}.area + 2 m^2`,
  };
  const hint = `name a step: ${hints[first?.kind ?? "plane"] ?? `tape = ${figure}.perimeter + 0.2 m`}`;
  const put = (changed: LineDocument[]) => {
    const state = store.getState();
    state.commit({ ...state.document, lines: changed });
  };
  const change = (index: number, line: Partial<LineDocument>) =>
    put(lines.map((l, i) => (i === index ? { ...l, ...line } : l)));
  /** A new name goes wherever the line is named; of two lines of one name only this one's changes. */
  const rename = async (index: number, name: string): Promise<string | undefined> => {
    const old = lines[index]?.name ?? "";
    if (lines.findIndex((line) => line.name === old) !== index) return void change(index, { name });
    return (await store.getState().perform({ do: "rename-line", line: old, name })).says ?? undefined;
  };
  const add = () =>
    void store.getState().perform({
      do: "add-line",
      line: { name: "line", expression: `${figure}.${first?.kind === "solid" ? "volume" : "area"}` },
    });
  return (
    <section
      className="max-h-48 shrink-0 overflow-auto border-t border-edge bg-paper px-4 py-2"
      aria-label="Working lines"
    >
      <div className="flex items-center gap-2">
        <h2 className="text-sm font-semibold">Lines</h2>
        <Button look="quiet" className="text-pine!" onClick={add}>
          + Line
        </Button>
        {lines.length === 0 ? <span className="text-xs text-soft">{hint}</span> : null}
      </div>
      <ul className="flex flex-col gap-1">
        {lines.map((line, index) => {
          const faults = complaints.filter(
            (c) => c.where === `lines.${line.name}.expression` || c.where === `lines.${line.name}`,
          );
          return (
            <li key={index} className="flex flex-wrap items-center gap-x-1.5">
              <TextInPlace
                value={line.name}
                label="Name of the line"
                className="w-24 font-semibold"
                invalid={faults.some((f) => !f.where.endsWith("expression"))}
                onCommit={(name) => rename(index, name.trim())}
              />
              =
              <TextInPlace
                value={line.expression}
                label={`Expression of ${line.name}`}
                className="grow"
                invalid={faults.length > 0}
                onCommit={(expression) => change(index, { expression })}
              />
              <output className="min-w-20 text-right text-base font-semibold" aria-live="polite">
                {results[line.name]?.text ?? ""}
              </output>
              <Button
                look="quiet"
                aria-label={`Remove the line ${line.name}`}
                onClick={() => put(lines.filter((_, i) => i !== index))}
              >
                ×
              </Button>
              {faults.map((fault) => (
                <p key={fault.says} className="says basis-full">
                  {fault.says}
                </p>
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
});
