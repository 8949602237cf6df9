import { memo, useCallback } from "react";
import type { Complaint, ProfileDocument, ProfileResults } from "../../api/types";
import { figureAt, resultsOf } from "../../document/figures";
import { useBench, useBenchStore } from "../../document/store";
import { Looked } from "../../space/Looked";
import { Lines } from "../../tally/Lines";
import { TallyPanel } from "../../tally/TallyPanel";
import { Button } from "../../ui/Button";
import { Maths } from "../../ui/Maths";
import { MeasureField } from "../../ui/MeasureField";
import { ToggleRow } from "../../ui/ToggleRow";
import type { WorkProps } from "../kind";
import { BasinBar } from "./BasinBar";
import { NO_READINGS, RULES, useChange, type FieldsProps, type Rule } from "./change";
import { CurveFields } from "./CurveFields";
import { ErrorPlot } from "./ErrorPlot";
import { GridFields } from "./GridFields";
import { Named } from "./Named";
import { ReadingsFields } from "./ReadingsFields";
import { RulesTable } from "./RulesTable";
import { StripsBoard } from "./StripsBoard";
import { UseIt } from "./UseIt";
import { Weights } from "./Weights";

const NO_COMPLAINTS: Complaint[] = [];
const NOTHING = {};
const NONE: never[] = [];
const MEASURES = [
  { name: "area", title: "Area" },
  { name: "volume", title: "Volume" },
  { name: "amount", title: "Amount" },
  { name: "spun_volume", title: "Spun" },
  { name: "length", title: "Length" },
  { name: "spun_surface", title: "Swept" },
];
const KNOWN = { readings: "Readings", curve: "A curve", grid: "A grid" };
const WITHOUT_CURVE: Rule[] = ["trapezoid", "simpson", "midpoint", "left", "right"];
const RULES_OF_READINGS = Object.fromEntries(WITHOUT_CURVE.map((rule) => [rule, RULES[rule]])) as Partial<
  Record<Rule, string>
>;
type View = "strips" | "solid" | "errors";
const VIEWS: Partial<Record<View, string>> = { strips: "Strips", solid: "Solid" };
const VIEWS_OF_CURVE: Partial<Record<View, string>> = { ...VIEWS, errors: "Error" };

/** A profile: its readings, its curve or its grid, the strips of a rule, the solid, area and volume. */
export default function ProfileWork({ figure, worked }: WorkProps) {
  const own = useBench((state) => figureAt("profile", state.document, figure));
  const unit = useBench((state) => state.document.settings?.unit ?? "m");
  const solid = useBench((state) => state.solid);
  const errors = useBench((state) => state.plot);
  const { put, preview } = useChange(figure);
  const name = own?.name ?? "";
  const good = resultsOf("profile", worked.good[name]);
  const old = worked.late || (good !== undefined && good !== worked.results?.figures[name]);
  const complaints = worked.results?.complaints ?? NO_COMPLAINTS;
  const faultAt = useCallback(
    (place: string) => complaints.some((c) => c.where === `figures.${name}.${place}` && c.level === "error"),
    [complaints, name],
  );
  const onRule = useCallback((rule: Rule) => put({ rule }), [put]);
  if (!own) return null;
  const what = own.curve !== null && own.curve !== undefined ? "curve" : own.grid ? "grid" : "readings";
  const rule: Rule = own.rule ?? "trapezoid";
  const view: View = solid ? "solid" : errors && what === "curve" ? "errors" : "strips";
  const told = good && Object.keys(good.tallies).length > 0 ? good.tallies : { area: null };
  const measures = MEASURES.filter((each) => each.name in told);
  return (
    <main className="grid min-h-0 grow md:grid-cols-[3fr_2fr]">
      <section className="flex min-h-0 min-w-0 flex-col border-edge md:border-r" aria-label="Figure">
        <div className="relative flex min-h-56 grow flex-col">
          <Board view={view} good={good} old={old} unit={unit} title={name} />
          <div className="absolute top-1.5 left-2 bg-sheet">
            <Views view={view} what={what} />
          </div>
        </div>
        <div className="flex max-h-[45%] flex-col gap-2 overflow-auto border-t border-edge bg-sheet px-3 py-2 text-sm">
          <Head what={what} rule={rule} put={put} />
          {what === "curve" ? (
            <CurveFields own={own} figure={figure} put={put} preview={preview} faultAt={faultAt} />
          ) : what === "grid" && own.grid ? (
            <GridFields grid={own.grid} sections={good?.sections ?? NONE} put={put} faultAt={faultAt} />
          ) : (
            <ReadingsFields readings={own.readings ?? NO_READINGS} put={put} faultAt={faultAt} />
          )}
          <MoreFields own={own} what={what} figure={figure} put={put} preview={preview} faultAt={faultAt} good={good} />
          <Choices own={own} complaints={complaints} name={name} put={put} />
          {good?.posts ? <p className="text-soft">{good.posts}</p> : null}
          {good?.says.map((sentence) => (
            <p key={sentence} className="text-soft">
              {sentence}
            </p>
          ))}
          {good ? <RulesTable good={good} rule={rule} onRule={onRule} /> : null}
          {view === "errors" && good ? <Bounds errors={good.errors} /> : null}
        </div>
      </section>
      <section className="flex min-h-0 min-w-0 flex-col overflow-auto bg-sheet" aria-label="Working">
        {good?.antiderivative ? (
          <p className="border-b border-edge px-4 py-1.5 text-sm" data-testid="antiderivative">
            An antiderivative: <i>F</i>(<i>x</i>) = <Maths maths={good.antiderivative} />
          </p>
        ) : null}
        {good && good.ways.length > 1 ? <Ways ways={good.ways} /> : null}
        <Weights column={good?.column ?? null} brief={good?.brief ?? false} old={old} />
        <TallyPanel
          tallies={good?.tallies ?? NOTHING}
          old={old}
          complaints={complaints}
          figure={name}
          measures={measures}
        />
        <Lines results={worked.results?.lines ?? NOTHING} complaints={complaints} />
      </section>
    </main>
  );
}

/** What is seen of it. */
const Views = memo(function Views({ view, what }: { view: View; what: keyof typeof KNOWN }) {
  const store = useBenchStore();
  return (
    <ToggleRow
      label="View"
      value={view}
      options={what === "curve" ? VIEWS_OF_CURVE : VIEWS}
      onChange={(next: View) => store.getState().set({ solid: next === "solid", plot: next === "errors" })}
    />
  );
});

/** What is known of it, and by which rule it is told. */
const Head = memo(function Head({
  what,
  rule,
  put,
}: {
  what: keyof typeof KNOWN;
  rule: Rule;
  put: FieldsProps["put"];
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      <ToggleRow
        label="What is known"
        value={what}
        options={KNOWN}
        onChange={(next) => put((now) => begun(now, next))}
      />
      <ToggleRow
        label="Rule"
        value={rule}
        options={what === "curve" ? RULES : RULES_OF_READINGS}
        onChange={(next: Rule) => put({ rule: next })}
      />
    </div>
  );
});

/** A profile that begins to be told another way; what was told before stays, but for a curve that is put aside. */
function begun(now: ProfileDocument, what: keyof typeof KNOWN): Partial<ProfileDocument> {
  const rule = now.rule && WITHOUT_CURVE.includes(now.rule) ? now.rule : "trapezoid";
  if (what === "curve") return { curve: "0.5 x (4 - x)", from: "0", to: "4" };
  if (what === "readings") return { curve: null, grid: null, rule };
  const depths = [
    ["0", "0.4", "0"],
    ["0.5", "1.2", "0.6"],
    ["0", "0.5", "0"],
  ];
  return { curve: null, rule, grid: now.grid ?? { along: "1", across: "1", depths } };
}

function Board({
  view,
  good,
  old,
  unit,
  title,
}: {
  view: View;
  good: ProfileResults | undefined;
  old: boolean;
  unit: string;
  title: string;
}) {
  if (view === "errors") return <ErrorPlot errors={good?.errors ?? NONE} />;
  if (view === "strips")
    return <StripsBoard drawing={good?.drawing ?? null} old={old} unit={unit === "unit" ? "" : unit} title={title} />;
  return (
    <Looked
      drawing={good?.solid ?? null}
      title={title}
      empty="There is no solid to see yet: readings, a curve or a grid make one."
    />
  );
}

/** Breadth, the line that it is led round, the level up to which it is filled, and whether what lies below counts less. */
function MoreFields({
  own,
  what,
  put,
  preview,
  figure,
  faultAt,
  good,
}: FieldsProps & { own: ProfileDocument; what: keyof typeof KNOWN; good: ProfileResults | undefined }) {
  const of = own.readings?.of ?? "height";
  if (what === "grid" || (what === "readings" && (of === "cross-section" || of === "rate"))) return null;
  const spin = own.spin ?? null;
  const below = (good?.says ?? NONE).some((sentence) => sentence.includes("below the line"));
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
      {what === "readings" && (own.readings?.breadths ?? NONE).length > 0 ? null : (
        <Named before="Breadth">
          <MeasureField
            value={own.breadth ?? ""}
            label="Breadth"
            placeholder={what === "curve" ? "none, or over x" : "none"}
            className="w-28"
            invalid={faultAt("breadth")}
            onCommit={(text) => put({ breadth: text.trim() === "" ? null : text })}
          />
        </Named>
      )}
      <Named before="Led round">
        <select
          className="field w-44"
          aria-label="The line that it is led round"
          value={spin?.along ?? ""}
          onChange={(event) => {
            const along = event.target.value;
            put({ spin: along === "level" || along === "upright" ? { along, at: spin?.at ?? "0" } : null });
          }}
        >
          <option value="">its own line</option>
          <option value="level">a level line, y =</option>
          <option value="upright">an upright line, x =</option>
        </select>
        {spin ? (
          <MeasureField
            value={spin.at ?? "0"}
            label="Where the line is"
            className="w-16"
            invalid={faultAt("spin.at")}
            onCommit={(at) => put({ spin: { ...spin, at } })}
          />
        ) : null}
      </Named>
      {below || own.signed === false ? (
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-pine"
            checked={own.signed ?? true}
            onChange={(event) => put({ signed: event.target.checked })}
          />
          what lies below counts less than nothing
        </label>
      ) : null}
      {good ? <UseIt name={own.name} /> : null}
      <BasinBar own={own} figure={figure} good={good} put={put} preview={preview} faultAt={faultAt} />
    </div>
  );
}

/** What can be done where a rule leaves a strip over. */
function Choices({
  own,
  complaints,
  name,
  put,
}: {
  own: ProfileDocument;
  complaints: Complaint[];
  name: string;
  put: FieldsProps["put"];
}) {
  if (!complaints.some((c) => c.code === "odd-strips" && c.where === `figures.${name}.rule`)) return null;
  const first = own.left_over === "first";
  const count = Number(own.strips);
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label="The strip that is left over">
      <Button onClick={() => put({ left_over: first ? "last" : "first" })}>
        Leave the {first ? "last" : "first"} one over
      </Button>
      {own.curve && Number.isFinite(count) ? (
        <>
          {count > 1 ? <Button onClick={() => put({ strips: `${count - 1}` })}>{count - 1} strips</Button> : null}
          <Button onClick={() => put({ strips: `${count + 1}` })}>{count + 1} strips</Button>
        </>
      ) : null}
      <Button onClick={() => put({ rule: "trapezoid" })}>All by trapezoids</Button>
    </div>
  );
}

function Bounds({ errors }: { errors: ProfileResults["errors"] }) {
  if (errors.length === 0) return null;
  return (
    <table className="text-left tabular-nums" aria-label="Bounds of the error">
      <thead className="text-xs text-soft">
        <tr>
          <th className="font-normal">rule</th>
          <th className="px-3 text-right font-normal">off by</th>
          <th className="px-3 text-right font-normal">at most</th>
          <th className="px-3 text-right font-normal">order seen</th>
        </tr>
      </thead>
      <tbody>
        {errors.map((each) => (
          <tr key={each.rule}>
            <th className="font-normal">{RULES[each.rule as Rule]}</th>
            <td className="px-3 text-right">{each.error}</td>
            <td className="px-3 text-right">{each.bound || "no bound"}</td>
            <td className="px-3 text-right">{each.order || "unclear"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The volume of revolution in several ways, seen to agree. */
function Ways({ ways }: { ways: ProfileResults["ways"] }) {
  const agree = new Set(ways.map((way) => way.volume.exact ?? way.volume.decimal.slice(0, 10))).size === 1;
  return (
    <p className="border-b border-edge px-4 py-1.5 text-sm" data-testid="ways">
      {ways.map((way, index) => (
        <span key={way.title}>
          {index > 0 ? " · " : ""}
          by {way.title} <Maths maths={way.volume.shown} />
        </span>
      ))}
      {agree ? <b className="ml-2 text-pine">agree</b> : null}
    </p>
  );
}
