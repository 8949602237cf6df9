import { useState } from "react";
import type { Complaint, SolidResults } from "../../api/types";
import { changeFigure, figureAt, isOf } from "../../document/figures";
import { useBench, useBenchStore } from "../../document/store";
import { tidy } from "../../document/tidy";
import { Button } from "../../ui/Button";
import { MeasureField } from "../../ui/MeasureField";

interface Props {
  figure: number;
  name: string;
  liquid: SolidResults["liquid"];
  /** How high the solid is, in the problem's unit; null while that is not known. */
  height: number | null;
  complaints: Complaint[];
}

/** The level to which a solid is filled, by a handle or typed; how much that is, and how much room is left. */
export function FillBar({ figure, name, liquid, height, complaints }: Props) {
  const store = useBenchStore();
  const level = useBench((state) => figureAt("solid", state.draft ?? state.document, figure)?.level ?? null);
  const changed = (text: string | undefined) =>
    changeFigure("solid", store.getState().document, figure, (solid) => ({ ...solid, level: text }));
  const put = (text: string | undefined) => store.getState().commit(changed(text));
  const [held, setHeld] = useState<number | null>(null);
  const deep = (thousandths: number) => tidy((thousandths / 1000) * (height ?? 0));
  const release = () => {
    if (held !== null) put(deep(held));
    setHeld(null);
  };
  const plotted = useBench((state) => state.plot);
  const lowered = useBench((state) => figureAt("solid", state.document, figure)?.lowered ?? null);
  const figures = useBench((state) => state.document.figures);
  const bodies = figures.filter((entry, index) => isOf("solid", entry) && index !== figure).map((entry) => entry.name);
  const fault = complaints.find(({ where }) =>
    [`figures.${name}.level`, `figures.${name}.lowered`].includes(where),
  )?.says;
  if (height === null) return null;
  if (level === null)
    return (
      <Button look="quiet" className="text-pine!" onClick={() => put(tidy(height / 2))}>
        Fill it
      </Button>
    );
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
      <label className="flex items-center gap-2">
        Filled to
        <input
          type="range"
          className="w-36 accent-pine"
          aria-label="How deep it is filled"
          min={0}
          max={1000}
          step={5}
          value={held ?? Math.round(((liquid?.at ?? 0) / height) * 1000)}
          onChange={(event) => {
            setHeld(Number(event.target.value));
            store.getState().preview(changed(deep(Number(event.target.value))));
          }}
          onPointerUp={release}
          onKeyUp={release}
          onBlur={release}
        />
      </label>
      <MeasureField
        value={level}
        label="Depth"
        invalid={fault !== undefined}
        className="w-20"
        onCommit={(text) => put(text)}
      />
      {liquid ? (
        <Button
          aria-pressed={plotted}
          className={plotted ? "border-pine! bg-pine-wash!" : ""}
          title="The content against the depth"
          onClick={() => store.getState().set({ plot: !plotted })}
        >
          Plot
        </Button>
      ) : null}
      {bodies.length > 0 ? (
        <select
          className="field w-36"
          aria-label="What is lowered into it"
          value={lowered ?? ""}
          onChange={(event) => {
            const body = event.target.value || null;
            store
              .getState()
              .commit(
                changeFigure("solid", store.getState().document, figure, (solid) => ({ ...solid, lowered: body })),
              );
          }}
        >
          <option value="">nothing in it</option>
          {bodies.map((body) => (
            <option key={body} value={body}>
              lower {body} into it
            </option>
          ))}
        </select>
      ) : null}
      {liquid ? (
        <span data-testid="content">
          holds <b>{liquid.content.text}</b>
          {liquid.litres ? ` = ${liquid.litres}` : ""}; room for <b>{liquid.left.text}</b>
          {liquid.leftLitres ? ` = ${liquid.leftLitres}` : ""} more
          <span className="block text-soft">
            its surface is {liquid.surface.text}, it wets {liquid.wetted.text}
            {liquid.risen
              ? `; with ${liquid.risen.body} in it the level is ${liquid.risen.depth.text}, higher by ${liquid.risen.rise.text}`
              : ""}
          </span>
        </span>
      ) : null}
      <Button look="quiet" title="Empty it" aria-label="Empty it" onClick={() => put(undefined)}>
        ×
      </Button>
      {fault ? (
        <p className="says basis-full" role="alert">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
