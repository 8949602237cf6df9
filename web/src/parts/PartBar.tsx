import type { Complaint, DrawnPart, PlaneResults, Join, PartDocument, ProblemDocument } from "../api/types";
import {
  changePart,
  detached,
  dropGiven,
  duplicate,
  flipped,
  partNamed,
  removeChosen,
  setGiven,
  setJoin,
  swapGiven,
  turnedBy,
} from "../document/editing";
import { useBench, useBenchStore } from "../document/store";
import { Tools } from "../board/Tools";
import { Button } from "../ui/Button";
import { TypedWithin } from "../document/TypedWithin";
import { ShareOfTurn } from "../ui/Fraction";
import { MeasureField } from "../ui/MeasureField";
import { TextInPlace } from "../ui/TextInPlace";
import { useReference } from "../api/queries";
import { reachable } from "../ui/fields";
import { WalkField } from "./WalkField";

interface Props {
  complaints: Complaint[];
  parts: PlaneResults["parts"];
  shares: PlaneResults["shares"];
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

/** The tools, and above them what can be done with the chosen part. */
export function PartBar({ complaints, parts, shares, drawn, onHole }: Props) {
  const document = useBench((state) => state.document);
  const figure = useBench((state) => state.figure);
  const part = useBench((state) => partNamed(state.document, state.figure, state.selected));
  const mode = useBench((state) => state.mode);
  const reference = useReference();
  const explained = reference.data?.shapes.find((shape) => shape.name === part?.shape)?.explained ?? false;

  return (
    <div className="pointer-events-none absolute inset-x-0 top-0 text-sm no-print">
      {part ? (
        <TypedWithin key={part.name} figure={document.figures[figure]?.name ?? ""} within={part.name}>
          <Fields
            part={part}
            figure={figure}
            document={document}
            complaints={complaints}
            told={parts[part.name]}
            share={shares[part.name]}
            drawn={drawn}
          />
        </TypedWithin>
      ) : null}
      <div className="flex min-h-10 flex-wrap items-center gap-x-2 gap-y-1 px-3 py-1">
        <Tools />
        {part ? <Actions part={part} figure={figure} explained={explained} onHole={onHole} /> : null}
        {part ? null : <p className="rounded bg-paper/90 px-1 text-soft">{HINTS[mode]}</p>}
      </div>
    </div>
  );
}

interface FieldsProps {
  part: PartDocument;
  figure: number;
  document: ProblemDocument;
  complaints: Complaint[];
  told: PlaneResults["parts"][string] | undefined;
  share: PlaneResults["shares"][string] | undefined;
  drawn: DrawnPart | undefined;
}

function Fields({ part, figure, document, complaints, told, share, drawn }: FieldsProps) {
  const store = useBenchStore();
  const reference = useReference();
  const shape = reference.data?.shapes.find((s) => s.name === part.shape);
  const unit = document.settings.unit === "unit" ? "" : document.settings.unit;
  const where = `figures.${document.figures[figure]?.name}.parts.${part.name}`;
  const faults = complaints.filter((c) => c.where === where || c.where.startsWith(`${where}.`));
  const faultAt = (place: string) => faults.some((c) => c.where === `${where}.${place}` && c.level === "error");
  const put = (change: Parameters<typeof changePart>[3]) => {
    const state = store.getState();
    state.commit(changePart(state.document, figure, part.name, change));
  };
  const rename = async (text: string): Promise<string | undefined> => {
    const done = await store
      .getState()
      .perform({ do: "rename-part", figure: document.figures[figure]?.name ?? "", part: part.name, name: text });
    if (done.says !== null) return done.says;
    store.getState().set({ selected: done.name });
    return undefined;
  };
  return (
    <div className="pointer-events-auto border-b border-edge bg-sheet/95 shadow-sm">
      <div className="flex min-h-10 items-center gap-x-2 overflow-x-auto px-3 py-1 *:shrink-0" tabIndex={-1}>
        <input type="hidden" data-testid="chosen-part" value={part.name} />
        <span className="inline-flex max-w-60 flex-wrap items-center">
          <TextInPlace
            value={part.name}
            label="Name of the part"
            place="part name"
            className="w-24 font-semibold"
            onCommit={rename}
          />
        </span>
        {part.shape === "outline" ? (
          <WalkField
            part={part}
            sides={drawn?.walk?.length}
            corners={drawn?.walk?.some((side) => side.curved) ? undefined : drawn?.walk?.map((side) => side.corner)}
            invalid={faultAt("walk") || faultAt("points")}
            onChange={put}
          />
        ) : null}
        {part.shape === "profile" ? <span>of {part.of}</span> : null}
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
              {[...new Set([given, ...(shape?.measures ?? [])])]
                .filter((measure) => measure === given || !(measure in part.given))
                .map((measure) => (
                  <option key={measure}>{measure}</option>
                ))}
              {Object.keys(part.given).length > 1 ? <option value={NO_LONGER}>no longer given</option> : null}
            </select>
            <MeasureField
              value={text}
              label={`${given} of ${part.name}`}
              invalid={faultAt(`given.${given}`) || faultAt("given")}
              unit={told?.[given]?.unit.replace("^2", "²").replace("deg", "°")}
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
        {share ? (
          <span className="text-soft">
            <ShareOfTurn ratio={share} />
          </span>
        ) : null}
        {part.on ? (
          <span className="inline-flex items-center gap-1">
            on <b>{part.on.edge ?? "the middle"}</b> of {part.on.part}
            {drawn ? (
              <Button
                look="quiet"
                className="text-pine!"
                title="Let it stand by itself, where it is"
                onClick={() => put(detached(drawn))}
              >
                detach
              </Button>
            ) : null}
          </span>
        ) : null}
        <span className="inline-flex items-center gap-1">
          {part.on ? "shifted" : "at"}
          <MeasureField
            value={part.at[0]}
            unit={unit}
            label={`x of ${part.name}`}
            invalid={faultAt("at.0")}
            className="w-14"
            onCommit={(x) => put((p) => ({ ...p, at: [x, p.at[1]] }))}
          />
          <MeasureField
            value={part.at[1]}
            unit={unit}
            label={`y of ${part.name}`}
            invalid={faultAt("at.1")}
            className="w-14"
            onCommit={(y) => put((p) => ({ ...p, at: [p.at[0], y] }))}
          />
        </span>
        <span className="inline-flex items-center gap-1">
          turned
          <MeasureField
            value={part.turn}
            unit="°"
            label={`turn of ${part.name}, in degrees`}
            invalid={faultAt("turn")}
            className="w-12"
            onCommit={(turn) => put((p) => ({ ...p, turn }))}
          />
          <Button onClick={() => put(turnedBy(90))} title="Turn by 90° (T: by 15°)">
            +90°
          </Button>
        </span>
      </div>
      {faults.map((fault) => (
        <p
          key={fault.says}
          className={`px-3 pb-1 ${fault.level === "error" ? "says" : "text-xs text-soft"}`}
          role={fault.level === "error" ? "alert" : undefined}
        >
          {fault.says}
        </p>
      ))}
    </div>
  );
}

interface ActionsProps {
  part: PartDocument;
  figure: number;
  explained: boolean;
  onHole: (at: DOMRect) => void;
}

/** What can be done with the chosen part at a click. */
function Actions({ part, figure, explained, onHole }: ActionsProps) {
  const store = useBenchStore();
  const put = (change: Parameters<typeof changePart>[3]) => {
    const state = store.getState();
    state.commit(changePart(state.document, figure, part.name, change));
  };
  return (
    <div className="pointer-events-auto ml-auto flex flex-wrap items-center gap-1.5">
      <Button
        aria-pressed={part.flip}
        onClick={() => put(flipped)}
        title="Mirror left-right (M)"
        className={part.flip ? "border-pine! bg-pine-wash!" : ""}
      >
        Mirror
      </Button>
      <select
        className="field w-32"
        aria-label={`How ${part.name} joins`}
        value={part.join}
        onChange={(event) => put(setJoin(event.target.value as Join))}
      >
        <option value="add">+ add</option>
        <option value="take">− take away</option>
        <option value="common">∩ keep common</option>
      </select>
      <Button
        title="Cut a hole in its middle (H)"
        ref={reachable("hole")}
        onClick={(event) => onHole(event.currentTarget.getBoundingClientRect())}
      >
        Hole
      </Button>
      {explained ? (
        <Button
          title="Why the formula holds (Y)"
          onClick={() => store.getState().set({ why: part.name, selected: null, mode: "move" })}
        >
          Why?
        </Button>
      ) : null}
      <Button className="px-1.5!" onClick={() => void duplicate(store)} title="Duplicate (D)">
        Duplicate
      </Button>
      <Button look="alarm" title="Remove (Delete)" onClick={() => void removeChosen(store)}>
        Remove
      </Button>
    </div>
  );
}

/** A found value as text that can be typed: exact where it has an exact form. */
function exactly(value: PlaneResults["parts"][string][string]): string {
  return value.shown.text.includes("…") ? (value.exactText ?? value.decimal) : value.shown.text;
}
