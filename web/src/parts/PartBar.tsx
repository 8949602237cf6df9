import { useEffect } from "react";
import type { Complaint, DrawnPart, PlaneResults, Join, PartDocument, ProblemDocument, Spot } from "../api/types";
import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import { addPart, changePart, detached, dropGiven, flipped, freeName, partNamed, removePart, renamePart, setGiven, setJoin, swapGiven, turnedBy } from "../document/editing";
import { useBench, useBenchStore } from "../document/store";
import { tidy } from "../document/tidy";
import { DUPLICATE_EVENT } from "../bench/useShortcuts";
import { Tools } from "../board/Tools";
import { Button } from "../ui/Button";
import { TextInPlace } from "../ui/TextInPlace";
import { figureAt } from "../document/figures";

interface Props {
  complaints: Complaint[];
  parts: PlaneResults["parts"];
  drawn: DrawnPart | undefined;
  onHole: (at: DOMRect) => void;
}

const HINTS = {
  move: "Click a part to change it, a measurement to type another.",
  outline: "",
  cuts: "",
  squares: "Click squares to shade them; P counts the edges.",
};
const NO_LONGER = "\u0000";
const NAME = /^[\p{L}][\p{L}\p{N}_]*$/u;

/** What can be done with the chosen part; with none chosen, which figure is shown. */
export function PartBar({ complaints, parts, drawn, onHole }: Props) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const figure = useBench((state) => state.figure);
  const part = useBench((state) => partNamed(state.document, state.figure, state.selected));

  useEffect(() => {
    const duplicate = () => {
      const state = store.getState();
      const chosen = partNamed(state.document, state.figure, state.selected);
      if (!chosen) return;
      const name = freeName(chosen.name, (figureAt("plane", state.document, state.figure)?.parts ?? []).map((p) => p.name));
      const at: [string, string] = [beside(chosen.at[0]), beside(chosen.at[1])];
      state.commit(addPart(state.document, state.figure, { ...chosen, name, at }));
      state.set({ selected: name });
    };
    window.addEventListener(DUPLICATE_EVENT, duplicate);
    return () => window.removeEventListener(DUPLICATE_EVENT, duplicate);
  }, [store]);

  return (
    <div
      className={`absolute inset-x-0 top-0 flex min-h-10 flex-wrap items-center gap-x-2 gap-y-1 px-3 py-1 text-sm no-print ${part ? "border-b border-edge bg-sheet/95 shadow-sm" : "pointer-events-none"}`}
    >
      {part ? <Fields key={part.name} part={part} figure={figure} document={document} complaints={complaints} told={parts[part.name]} drawn={drawn} onHole={onHole} /> : <Figures />}
    </div>
  );
}

function beside(text: string): string {
  const value = Number(text);
  return Number.isFinite(value) ? String(Number((value + 0.5).toFixed(9))) : text;
}

function Figures() {
  const store = useBenchStore();
  const figures = useBench((state) => state.document.figures);
  const figure = useBench((state) => state.figure);
  const mode = useBench((state) => state.mode);
  return (
    <>
      <Tools />
      {figures.length > 1 ? (
        <div role="tablist" aria-label="Figures" className="pointer-events-auto flex gap-2 pl-2">
          {figures.map((f, index) => (
            <button
              key={f.name}
              type="button"
              role="tab"
              aria-selected={index === figure}
              className={`rounded-sm border px-3 py-1 ${index === figure ? "slant border-pine bg-pine text-white" : "border-edge"}`}
              onClick={() => store.getState().set({ figure: index, selected: null })}
            >
              <span className={index === figure ? "inline-block unslant" : ""}>{f.name}</span>
            </button>
          ))}
        </div>
      ) : (
        <p className="rounded bg-paper/90 px-1 text-soft">{HINTS[mode]}</p>
      )}
    </>
  );
}

interface FieldsProps {
  part: PartDocument;
  figure: number;
  document: ProblemDocument;
  complaints: Complaint[];
  told: PlaneResults["parts"][string] | undefined;
  drawn: DrawnPart | undefined;
  onHole: (at: DOMRect) => void;
}


function Fields({ part, figure, document, complaints, told, drawn, onHole }: FieldsProps) {
  const store = useBenchStore();
  const reference = useQuery({ queryKey: ["reference"], queryFn: api.reference, staleTime: Infinity });
  const shape = reference.data?.shapes.find((s) => s.name === part.shape);
  const where = `figures.${document.figures[figure]?.name}.parts.${part.name}`;
  const faults = complaints.filter((c) => c.where === where || c.where.startsWith(`${where}.`));
  const faultAt = (place: string) => faults.some((c) => c.where === `${where}.${place}` && c.level === "error");
  const put = (change: Parameters<typeof changePart>[3]) => {
    const state = store.getState();
    state.commit(changePart(state.document, figure, part.name, change));
  };
  const rename = (text: string): string | undefined => {
    const name = text.trim();
    if (!NAME.test(name)) return "A name is one word of letters, digits and _, a letter first.";
    const state = store.getState();
    if (figureAt("plane", state.document, figure)?.parts.some((p) => p.name === name)) return `There is already a part named ${name}.`;
    state.commit(renamePart(state.document, figure, part.name, name));
    state.set({ selected: name });
    return undefined;
  };
  return (
    <>
      <input type="hidden" data-testid="chosen-part" value={part.name} />
      <NameField name={part.name} onRename={rename} />
      {part.shape === "outline" ? <WalkField part={part} sides={drawn?.walk?.length} corners={drawn?.walk?.some((side) => side.curved) ? undefined : drawn?.walk?.map((side) => side.corner)} invalid={faultAt("walk") || faultAt("points")} onChange={put} /> : null}
      {Object.entries(part.given).map(([given, text]) => (
        <span key={given} className="inline-flex items-center gap-1">
          <select
            className="field border-transparent! bg-transparent! px-0! font-semibold"
            style={{ width: `${given.length + 4}ch` }}
            aria-label={`Given: ${given}. Give another measurement instead`}
            value={given}
            onChange={(event) => {
              const other = event.target.value;
              if (other === NO_LONGER) return put(dropGiven(given));
              const value = told?.[other];
              put(swapGiven(given, other, value ? exactly(value) : text));
            }}
          >
            {(shape?.measures ?? [given])
              .filter((measure) => measure === given || !(measure in part.given))
              .map((measure) => (
                <option key={measure}>{measure}</option>
              ))}
            {Object.keys(part.given).length > 1 ? <option value={NO_LONGER}>no longer given</option> : null}
          </select>
          <TextInPlace
            value={text}
            label={`${given} of ${part.name}`}
            invalid={faultAt(`given.${given}`) || faultAt("given")}
            className="w-18"
            onCommit={(typed) => put(setGiven(given, typed))}
          />
        </span>
      ))}
      {shape && Object.keys(part.given).length < shape.measures.length ? (
        <select
          className="field w-12 border-transparent! px-1! bg-transparent! text-pine!"
          aria-label={`Give one more measurement of ${part.name}`}
          title="Give one more measurement"
          value=""
          onChange={(event) => {
            const more = event.target.value;
            const value = told?.[more];
            put(setGiven(more, value ? exactly(value) : /^[A-C]$|angle/.test(more) ? "60°" : "1"));
          }}
        >
          <option value="">+</option>
          {shape.measures
            .filter((measure) => !(measure in part.given))
            .map((measure) => (
              <option key={measure}>{measure}</option>
            ))}
        </select>
      ) : null}
      {part.on ? (
        <span className="inline-flex items-center gap-1">
          on <b>{part.on.edge ?? "the middle"}</b> of {part.on.part}
          {drawn ? (
            <Button look="quiet" className="text-pine!" title="Let it stand by itself, where it is" onClick={() => put(detached(drawn))}>
              detach
            </Button>
          ) : null}
        </span>
      ) : null}
      <span className="inline-flex items-center gap-1">
        {part.on ? "shifted" : "at"}
        <TextInPlace value={part.at[0]} label={`x of ${part.name}`} invalid={faultAt("at.0")} className="w-14" onCommit={(x) => put((p) => ({ ...p, at: [x, p.at[1]] }))} />
        <TextInPlace value={part.at[1]} label={`y of ${part.name}`} invalid={faultAt("at.1")} className="w-14" onCommit={(y) => put((p) => ({ ...p, at: [p.at[0], y] }))} />
      </span>
      <span className="inline-flex items-center gap-1">
        turned
        <TextInPlace value={part.turn} label={`turn of ${part.name}, in degrees`} invalid={faultAt("turn")} className="w-12" onCommit={(turn) => put((p) => ({ ...p, turn }))} />
        <Button onClick={() => put(turnedBy(90))} title="Turn by 90° (T: by 15°)">
          +90°
        </Button>
      </span>
      <Button aria-pressed={part.flip} onClick={() => put(flipped)} title="Mirror left-right (M)" className={part.flip ? "border-pine! bg-pine-wash!" : ""}>
        Mirror
      </Button>
      <select className="field w-32" aria-label={`How ${part.name} joins`} value={part.join} onChange={(event) => put(setJoin(event.target.value as Join))}>
        <option value="add">+ add</option>
        <option value="take">− take away</option>
        <option value="common">∩ keep common</option>
      </select>
      <Button title="Cut a hole in its middle (H)" data-hole="" onClick={(event) => onHole(event.currentTarget.getBoundingClientRect())}>
        Hole
      </Button>
      {shape?.explained ? (
        <Button title="Why the formula holds (Y)" onClick={() => store.getState().set({ why: part.name, selected: null, mode: "move" })}>
          Why?
        </Button>
      ) : null}
      <Button className="px-1.5!" onClick={() => window.dispatchEvent(new Event(DUPLICATE_EVENT))} title="Duplicate (D)">
        Duplicate
      </Button>
      <Button
        look="alarm"
        title="Remove (Delete)"
        onClick={() => {
          const state = store.getState();
          state.commit(removePart(state.document, figure, part.name));
          state.set({ selected: null });
        }}
      >
        Remove
      </Button>
      {faults.map((fault) => (
        <p key={fault.says} className={`basis-full ${fault.level === "error" ? "says" : "text-xs text-soft"}`} role={fault.level === "error" ? "alert" : undefined}>
          {fault.says}
        </p>
      ))}
    </>
  );
}

/** A found value as text that can be typed: exact where it has an exact form. */
function exactly(value: PlaneResults["parts"][string][string]): string {
  return value.shown.text.includes("…") ? (value.exactText ?? value.decimal) : value.shown.text;
}

function NameField({ name, onRename }: { name: string; onRename: (text: string) => string | undefined }) {
  return (
    <span className="inline-flex max-w-60 flex-wrap items-center" ref={(element) => element?.querySelector("input")?.setAttribute("id", "part-name")}>
      <TextInPlace value={name} label="Name of the part" className="w-24 font-semibold" onCommit={onRename} />
    </span>
  );
}

interface WalkFieldProps {
  part: PartDocument;
  sides: number | undefined;
  corners: Spot[] | undefined;
  invalid: boolean;
  onChange: (change: (part: PartDocument) => PartDocument) => void;
}

/** The walk of an outline, or its corners, as one text. */
function WalkField({ part, sides, corners, invalid, onChange }: WalkFieldProps) {
  const points = part.walk == null;
  const text = points ? (part.points ?? []).map(([x, y]) => `${x}, ${y}`).join("; ") : (part.walk ?? "");
  const read = (typed: string): PartDocument => {
    if (!points) return { ...part, walk: typed };
    const corners = typed.split(/[;\n]/).filter((piece) => piece.trim());
    return { ...part, points: corners.map((corner): [string, string] => pair(corner)) };
  };
  return (
    <span className="inline-flex min-w-72 grow items-center gap-1">
      {points ? "corners" : "walk"}
      <TextInPlace value={text} label={`${points ? "Corners" : "Walk"} of ${part.name}`} invalid={invalid} className="grow" onCommit={(typed) => onChange(() => read(typed))} />
      {points ? null : (
        <Button look="quiet" className="text-pine!" title="Give its corners by their coordinates instead" disabled={!corners} onClick={() => corners && onChange((now) => ({ ...now, walk: undefined, at: ["0", "0"], points: corners.map(([x, y]): [string, string] => [tidy(x), tidy(y)]), turn: "0", flip: false }))}>
          as corners
        </Button>
      )}
      {sides === undefined ? null : <span className="text-soft" data-testid="sides">{sides} sides</span>}
    </span>
  );
}

function pair(text: string): [string, string] {
  const [x = "", ...rest] = text.split(",");
  return [x.trim(), rest.join(",").trim()];
}
