import { useRef, useState } from "react";
import { api } from "../../api/client";
import { Button } from "../../ui/Button";
import { MeasureField } from "../../ui/MeasureField";
import { TextInPlace } from "../../ui/TextInPlace";
import { NO_READINGS, type FieldsProps, type Readings } from "./change";
import { Named } from "./Named";
import { SoundingDevice } from "./SoundingDevice";

const SEVERAL = /[\n\t;]|(\S*\d\S*[\s,]+){2}\S*\d/;
const MOST_FIELDS = 300;
const KINDS: Record<NonNullable<Readings["of"]>, string> = {
  height: "heights above the line",
  depth: "depths below the line",
  "cross-section": "areas of cross-sections",
  rate: "rates of flow against time",
};

/** The next position, as far on as the last one is from the one before. */
function nextPosition(x: string[]): string {
  const [before, last] = [Number(x.at(-2) ?? "0"), Number(x.at(-1) ?? "0")];
  const next = x.length > 1 ? 2 * last - before : last + 1;
  return Number.isFinite(next) ? `${Number(next.toPrecision(12))}` : (x.at(-1) ?? "0");
}

/** The table of readings: typed, pasted, from a file or from the sounding device. */
export function ReadingsFields({
  readings,
  put,
  faultAt,
}: Pick<FieldsProps, "put" | "faultAt"> & { readings: Readings }) {
  const x = readings.x ?? [];
  const y = readings.y ?? [];
  const breadths = readings.breadths ?? [];
  const [says, setSays] = useState<string | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const set = (change: Partial<Readings>) =>
    put((now) => ({ readings: { ...(now.readings ?? NO_READINGS), ...change } }));
  const at = (list: string[], place: number, text: string) => list.map((old, index) => (index === place ? text : old));
  const change = (place: number, text: string) => {
    if (text.trim() === "") {
      const rest = (list: string[]) => list.filter((_, index) => index !== place);
      set({ y: rest(y), x: rest(x), breadths: rest(breadths) });
    } else if (place < y.length) {
      set({ y: at(y, place, text) });
    } else {
      set({
        y: [...y, text],
        x: x.length > 0 ? [...x, nextPosition(x)] : [],
        breadths: breadths.length > 0 ? [...breadths, breadths.at(-1) ?? "1"] : [],
      });
      requestAnimationFrame(() =>
        document.querySelector<HTMLInputElement>(`[aria-label="Reading ${place + 2}"]`)?.focus(),
      );
    }
  };
  const take = async (text: string) => {
    try {
      const found = await api.readings(text);
      set({ x: found.x, y: found.y, breadths: found.breadths });
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
        <select
          className="field w-52"
          aria-label="What the readings are"
          value={readings.of ?? "height"}
          onChange={(event) => set({ of: event.target.value as NonNullable<Readings["of"]> })}
        >
          {Object.entries(KINDS).map(([name, title]) => (
            <option key={name} value={name}>
              {title}
            </option>
          ))}
        </select>
        {readings.of === "rate" ? (
          <Named before="in">
            <TextInPlace
              value={readings.flow ?? "L/min"}
              label="Unit of the rates"
              className="w-20"
              invalid={faultAt("readings.flow")}
              onCommit={(flow) => set({ flow })}
            />
          </Named>
        ) : null}
        {x.length === 0 ? (
          <>
            <Named before="Spacing">
              <MeasureField
                value={readings.spacing ?? "1"}
                label="Spacing"
                className="w-20"
                invalid={faultAt("readings.spacing")}
                onCommit={(spacing) => set({ spacing })}
              />
            </Named>
            {y.length > 0 && Number(readings.spacing ?? "1") > 0 ? (
              <Button
                look="quiet"
                className="text-pine!"
                title="Positions of their own, so that strips may differ in width"
                onClick={() =>
                  set({
                    x: y.map((_, index) => `${Number((index * Number(readings.spacing ?? "1")).toPrecision(12))}`),
                  })
                }
              >
                + Positions
              </Button>
            ) : null}
          </>
        ) : (
          <Button onClick={() => set({ x: [] })}>Evenly spaced</Button>
        )}
        {(readings.of ?? "height") === "height" || readings.of === "depth" ? (
          breadths.length > 0 ? (
            <Button onClick={() => set({ breadths: [] })}>Equally broad</Button>
          ) : y.length > 0 ? (
            <Button
              look="quiet"
              className="text-pine!"
              title="How broad it is at each position, as a second row"
              onClick={() => set({ breadths: y.map(() => "1") })}
            >
              + Breadths
            </Button>
          ) : null
        ) : null}
        <Button onClick={() => chooser.current?.click()} title="Readings from a file, such as CSV">
          Open…
        </Button>
        <input
          ref={chooser}
          type="file"
          accept=".csv,.tsv,.txt,text/csv,text/plain"
          className="hidden"
          aria-label="A file of readings"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) void file.text().then(take);
          }}
        />
        <SoundingDevice put={put} />
        <span className="text-soft" role="status">
          {says ?? "Numbers can be pasted: one column, or positions and readings."}
        </span>
      </div>
      {y.length > MOST_FIELDS ? (
        <p className="text-soft">
          {y.length} readings: too many for a field each. Paste or open others in their place.{" "}
          <Button onClick={() => set({ x: [], y: [], breadths: [] })}>Remove them</Button>
        </p>
      ) : (
        <ol className="flex max-h-44 flex-wrap gap-1.5 overflow-auto" aria-label="Readings">
          {[...y, ""].map((text, index) => (
            <li key={index} className="flex flex-col items-center">
              {x.length > 0 && index < y.length ? (
                <MeasureField
                  value={x[index] ?? ""}
                  label={`Position ${index + 1}`}
                  className="w-16 text-center text-xs"
                  invalid={faultAt(`readings.x.${index}`)}
                  onCommit={(typed) => set({ x: at(x, index, typed) })}
                />
              ) : (
                <span className="text-xs text-soft">{index + 1}</span>
              )}
              <MeasureField
                value={text}
                label={`Reading ${index + 1}`}
                placeholder={index === y.length ? "+" : ""}
                className="w-16 text-center"
                invalid={faultAt(`readings.y.${index}`)}
                onCommit={(typed) => change(index, typed)}
              />
              {breadths.length > 0 && index < y.length ? (
                <MeasureField
                  value={breadths[index] ?? ""}
                  label={`Breadth ${index + 1}`}
                  className="w-16 text-center text-xs"
                  invalid={faultAt(`readings.breadths.${index}`)}
                  onCommit={(typed) => set({ breadths: at(breadths, index, typed) })}
                />
              ) : null}
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
