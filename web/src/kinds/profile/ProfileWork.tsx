import { useState, type ReactNode } from "react";
import { api } from "../../api/client";
import type { Complaint, ProfileDocument } from "../../api/types";
import { changeFigure, figureAt, resultsOf } from "../../document/figures";
import { useBench, useBenchStore } from "../../document/store";
import { Lines } from "../../tally/Lines";
import { TallyPanel } from "../../tally/TallyPanel";
import { Button } from "../../ui/Button";
import { Maths } from "../../ui/Maths";
import { TextInPlace } from "../../ui/TextInPlace";
import { ToggleRow } from "../../ui/ToggleRow";
import type { WorkProps } from "../kind";
import { StripsBoard } from "./StripsBoard";

const NO_COMPLAINTS: Complaint[] = [];
const NOTHING = {};
const MEASURES = [
  { name: "area", title: "Area" },
  { name: "volume", title: "Volume" },
  { name: "spun_volume", title: "Spun" },
  { name: "length", title: "Length" },
];
const RULES = {
  trapezoid: "Trapezoid",
  simpson: "Simpson",
  midpoint: "Midpoint",
  left: "Left",
  right: "Right",
};
const SEVERAL = /[\n\t;]|(\S*\d\S*[\s,]+){2}\S*\d/;
type Rule = keyof typeof RULES;
type Change = Partial<ProfileDocument>;
/** Changes the profile; by a function where it may have been changed meanwhile. */
type Put = (change: Change | ((now: ProfileDocument) => Change)) => void;
type Readings = NonNullable<ProfileDocument["readings"]>;

/** A profile: its readings or its curve, the strips of a rule, the column of weights, area and volume. */
export default function ProfileWork({ figure, worked }: WorkProps) {
  const store = useBenchStore();
  const own = useBench((state) => figureAt("profile", state.document, figure));
  const unit = useBench((state) => state.document.settings?.unit ?? "m");
  const name = own?.name ?? "";
  const good = resultsOf("profile", worked.good[name]);
  const old = worked.late || (good !== undefined && good !== worked.results?.figures[name]);
  const complaints = worked.results?.complaints ?? NO_COMPLAINTS;
  if (!own) return null;
  const put: Put = (change) => {
    const state = store.getState();
    state.commit(
      changeFigure("profile", state.document, figure, (now) => ({
        ...now,
        ...(typeof change === "function" ? change(now) : change),
      })),
    );
  };
  const faultAt = (place: string) =>
    complaints.some((c) => c.where === `figures.${name}.${place}` && c.level === "error");
  const curved = own.curve !== null && own.curve !== undefined;
  return (
    <main className="grid min-h-0 grow md:grid-cols-[3fr_2fr]">
      <section className="flex min-h-0 min-w-0 flex-col border-edge md:border-r" aria-label="Figure">
        <StripsBoard drawing={good?.drawing ?? null} old={old} unit={unit === "unit" ? "" : unit} title={name} />
        <div className="flex flex-col gap-2 overflow-auto border-t border-edge bg-sheet px-3 py-2 text-sm">
          <div className="flex flex-wrap items-center gap-3">
            <ToggleRow
              label="What is known"
              value={curved ? "curve" : "readings"}
              options={{ readings: "Readings", curve: "A curve" }}
              onChange={(what) =>
                put(what === "curve" ? { curve: "0.5 x (4 - x)", from: "0", to: "4" } : { curve: null })
              }
            />
            <ToggleRow
              label="Rule"
              value={own.rule ?? "trapezoid"}
              options={RULES}
              onChange={(rule: Rule) => put({ rule })}
            />
            <Named before="Breadth">
              <TextInPlace
                value={own.breadth ?? ""}
                label="Breadth"
                placeholder="none"
                className="w-20"
                invalid={faultAt("breadth")}
                onCommit={(text) => put({ breadth: text.trim() === "" ? null : text })}
              />
            </Named>
          </div>
          {curved ? (
            <CurveFields own={own} put={put} faultAt={faultAt} />
          ) : (
            <ReadingsTable readings={own.readings ?? { x: [], y: [] }} put={put} faultAt={faultAt} />
          )}
          {good?.posts ? <p className="text-soft">{good.posts}</p> : null}
          {good && Object.keys(good.rules).length > 1 ? (
            <dl className="flex flex-wrap gap-x-4 gap-y-0.5" aria-label="The area by every rule">
              {Object.entries(good.rules).map(([rule, told]) => (
                <div key={rule} className={`flex gap-1.5 ${rule === own.rule ? "font-semibold" : ""}`}>
                  <dt>{RULES[rule as Rule]}</dt>
                  <dd className="tabular-nums">
                    {told.approximate ? "≈ " : ""}
                    {told.text}
                  </dd>
                </div>
              ))}
            </dl>
          ) : null}
        </div>
      </section>
      <section className="flex min-h-0 min-w-0 flex-col bg-sheet" aria-label="Working">
        {good?.column ? <Weights column={good.column} old={old} /> : null}
        <TallyPanel
          tallies={good?.tallies ?? NOTHING}
          old={old}
          complaints={complaints}
          figure={name}
          measures={MEASURES}
        />
        <Lines results={worked.results?.lines ?? NOTHING} complaints={complaints} />
      </section>
    </main>
  );
}

/** A field behind its name. */
function Named({
  before,
  after = "",
  wide = false,
  children,
}: {
  before: string;
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

interface FieldsProps {
  put: Put;
  faultAt: (place: string) => boolean;
}

const ENDS = [
  { name: "from", label: "From", usual: "0", before: "from", after: "", className: "w-16" },
  { name: "to", label: "To", usual: "1", before: "to", after: "", className: "w-16" },
  { name: "strips", label: "Number of strips", usual: "10", before: "in", after: "strips", className: "w-14" },
] as const;

function CurveFields({ own, put, faultAt }: FieldsProps & { own: ProfileDocument }) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Named before="y =" wide>
        <TextInPlace
          value={own.curve ?? ""}
          label="The curve over x"
          className="min-w-40 grow"
          invalid={faultAt("curve")}
          onCommit={(curve) => put({ curve })}
        />
      </Named>
      {ENDS.map(({ name, label, usual, before, after, className }) => (
        <Named key={name} before={before} after={after}>
          <TextInPlace
            value={own[name] ?? usual}
            label={label}
            className={className}
            invalid={faultAt(name)}
            onCommit={(text) => put({ [name]: text })}
          />
        </Named>
      ))}
    </div>
  );
}

function ReadingsTable({ readings, put, faultAt }: FieldsProps & { readings: Readings }) {
  const x = readings.x ?? [];
  const y = readings.y ?? [];
  const [says, setSays] = useState<string | null>(null);
  const set = (change: Partial<Readings>) => put({ readings: { ...readings, ...change } });
  const change = (at: number, text: string) => {
    if (text.trim() === "") {
      const rest = (list: string[]) => list.filter((_, index) => index !== at);
      set({ y: rest(y), x: rest(x) });
    } else if (at < y.length) {
      set({ y: y.map((old, index) => (index === at ? text : old)) });
    } else {
      set({ y: [...y, text], x: x.length > 0 ? [...x, x.at(-1) ?? "0"] : [] });
      requestAnimationFrame(() =>
        document.querySelector<HTMLInputElement>(`[aria-label="Reading ${at + 2}"]`)?.focus(),
      );
    }
  };
  const take = async (text: string) => {
    try {
      const found = await api.readings(text);
      put((now) => ({ readings: { ...now.readings, x: found.x, y: found.y } }));
      setSays(found.says.join("; "));
    } catch (error) {
      setSays(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <div
      className="flex flex-col gap-1.5"
      onPaste={(event) => {
        const text = event.clipboardData.getData("text");
        if (!SEVERAL.test(text.trim())) return; // one number is pasted into its field
        event.preventDefault();
        void take(text);
      }}
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {x.length === 0 ? (
          <Named before="Spacing">
            <TextInPlace
              value={readings.spacing ?? "1"}
              label="Spacing"
              className="w-20"
              invalid={faultAt("readings.spacing")}
              onCommit={(spacing) => set({ spacing })}
            />
          </Named>
        ) : (
          <Button onClick={() => set({ x: [] })}>Evenly spaced</Button>
        )}
        <span className="text-soft">
          {says ?? "Numbers can be pasted into a reading: one column, or positions and readings."}
        </span>
      </div>
      <ol className="flex max-h-44 flex-wrap gap-1.5 overflow-auto" aria-label="Readings">
        {[...y, ""].map((text, index) => (
          <li key={index} className="flex flex-col items-center">
            {x.length > 0 && index < y.length ? (
              <TextInPlace
                value={x[index] ?? ""}
                label={`Position ${index + 1}`}
                className="w-16 text-center text-xs"
                invalid={faultAt(`readings.x.${index}`)}
                onCommit={(typed) => set({ x: x.map((old, at) => (at === index ? typed : old)) })}
              />
            ) : (
              <span className="text-xs text-soft">{index + 1}</span>
            )}
            <TextInPlace
              value={text}
              label={`Reading ${index + 1}`}
              placeholder={index === y.length ? "+" : ""}
              className="w-16 text-center"
              invalid={faultAt(`readings.y.${index}`)}
              onCommit={(typed) => change(index, typed)}
            />
          </li>
        ))}
      </ol>
    </div>
  );
}

function Weights({
  column,
  old,
}: {
  column: NonNullable<import("../../api/types").ProfileResults["column"]>;
  old: boolean;
}) {
  return (
    <details className={`border-b border-edge px-4 py-1.5 text-sm ${old ? "opacity-60 grayscale" : ""}`} open>
      <summary className="cursor-pointer font-semibold">Ordinates with their weights</summary>
      <div className="max-h-60 overflow-auto">
        <table className="mt-1 w-full text-right tabular-nums">
          <thead className="text-xs text-soft">
            <tr>
              <th className="text-left font-normal">at</th>
              <th className="font-normal">height</th>
              <th className="font-normal">counts</th>
              <th className="font-normal">makes</th>
            </tr>
          </thead>
          <tbody>
            {column.rows.map((row, index) => (
              <tr key={index}>
                <td className="text-left">{row.position}</td>
                <td>{row.height}</td>
                <td>{row.weight} ×</td>
                <td>{row.product}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 border-t border-ink pt-1 text-right" data-testid="weighted">
        {column.says} × their sum = <Maths maths={column.factor.shown} /> × <Maths maths={column.sum.shown} /> ={" "}
        <Maths maths={column.area.shown} />
      </p>
    </details>
  );
}
