import { memo, useState } from "react";
import type { ProfileDocument } from "../../api/types";
import { tidy } from "../../document/tidy";
import { Button } from "../../ui/Button";
import { MeasureField } from "../../ui/MeasureField";
import { TextInPlace } from "../../ui/TextInPlace";
import { useShown, type FieldsProps } from "./change";
import { Named } from "./Named";
import { Slider } from "./Slider";

const MOST_STRIPS = 1000;
const POSITIONS = 300; // of the slider of strips, a hundred for each tenfold
const LETTERS = "abckmpqrst";

type Parameter = NonNullable<ProfileDocument["parameters"]>[number];

/** A curve over x: where it begins, how it goes on, what lies below it, its letters, in how many strips it is cut. */
export const CurveFields = memo(function CurveFields({
  own: kept,
  figure,
  put,
  preview,
  faultAt,
}: FieldsProps & { own: ProfileDocument }) {
  const own = useShown(figure, kept);
  const more = own.more ?? [];
  const parameters = own.parameters ?? [];
  const stretch = (at: number, change: Partial<(typeof more)[number]>) =>
    put({ more: more.map((each, index) => (index === at ? { ...each, ...change } : each)) });
  const letter = (at: number, change: Partial<Parameter>, slid = false) =>
    (slid ? preview : put)({ parameters: parameters.map((each, i) => (i === at ? { ...each, ...change } : each)) });
  const count = Number(own.strips ?? "10");
  const [slidTo, setSlidTo] = useState(0);
  const countAt = (at: number) => `${Math.min(MOST_STRIPS, Math.round(10 ** ((at / POSITIONS) * 3)))}`;
  // Several positions stand for one small number: the slider stays where it was put, so that keys go on from there.
  const usual = count >= 1 ? Math.round((Math.log10(count) / 3) * POSITIONS) : 0;
  const position = countAt(slidTo) === own.strips ? slidTo : usual;
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-2">
        <Named before="y =" wide>
          <MeasureField
            value={own.curve ?? ""}
            label="The curve over x"
            className="min-w-40 grow"
            invalid={faultAt("curve")}
            onCommit={(curve) => put({ curve })}
          />
        </Named>
        <Named before="from">
          <MeasureField
            value={own.from ?? "0"}
            label="From"
            className="w-16"
            invalid={faultAt("from")}
            onCommit={(from) => put({ from })}
          />
        </Named>
        <Named before="to">
          <MeasureField
            value={own.to ?? "1"}
            label="To"
            className="w-16"
            invalid={faultAt("to")}
            onCommit={(to) => put({ to })}
          />
        </Named>
      </div>
      {more.map((each, index) => (
        <div key={index} className="flex flex-wrap items-center gap-2">
          <Named before="then y =" wide>
            <MeasureField
              value={each.curve}
              label={`The curve, stretch ${index + 2}`}
              className="min-w-40 grow"
              invalid={faultAt(`more.${index}.curve`)}
              onCommit={(curve) => stretch(index, { curve })}
            />
          </Named>
          <Named before="to">
            <MeasureField
              value={each.to}
              label={`To, stretch ${index + 2}`}
              className="w-16"
              invalid={faultAt(`more.${index}.to`)}
              onCommit={(to) => stretch(index, { to })}
            />
          </Named>
          <Button
            look="quiet"
            aria-label={`Remove stretch ${index + 2}`}
            title="Remove this stretch"
            onClick={() => put({ more: more.filter((_, at) => at !== index) })}
          >
            ×
          </Button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-2">
        {own.rule === "exact" ? null : (
          <Named before="in" after="strips">
            <TextInPlace
              value={own.strips ?? "10"}
              label="Number of strips"
              className="w-14"
              invalid={faultAt("strips")}
              onCommit={(strips) => put({ strips })}
            />
            <Slider
              label="Number of strips, slid"
              value={position}
              min={0}
              max={POSITIONS}
              step={1}
              onSlide={(at) => {
                setSlidTo(at);
                preview({ strips: countAt(at) });
              }}
              onDone={(at) => put({ strips: countAt(at) })}
            />
          </Named>
        )}
        {own.lower === null || own.lower === undefined ? (
          <Button look="quiet" className="text-pine!" onClick={() => put({ lower: "0.25 x" })}>
            + Lower curve
          </Button>
        ) : (
          <Named before="above y =">
            <MeasureField
              value={own.lower}
              label="The lower curve over x"
              className="w-36"
              invalid={faultAt("lower")}
              onCommit={(text) => put({ lower: text.trim() === "" ? null : text })}
            />
          </Named>
        )}
        <Button
          look="quiet"
          className="text-pine!"
          onClick={() =>
            put((now) => {
              const end = Number(now.more?.at(-1)?.to ?? now.to ?? "1");
              return { more: [...(now.more ?? []), { curve: "0", to: tidy((Number.isFinite(end) ? end : 1) + 1) }] };
            })
          }
        >
          + Stretch
        </Button>
        <Button
          look="quiet"
          className="text-pine!"
          title="A letter in the curve, with a slider for its value"
          onClick={() =>
            put((now) => {
              const known = (now.parameters ?? []).map((each) => each.name);
              const name = [...LETTERS].find((each) => !known.includes(each)) ?? "k";
              return { parameters: [...(now.parameters ?? []), { name, value: "1", low: "0", high: "5" }] };
            })
          }
        >
          + Letter
        </Button>
      </div>
      {parameters.map((each, index) => {
        const [low, high] = [Number(each.low ?? "0"), Number(each.high ?? "5")];
        const slides = Number.isFinite(low) && Number.isFinite(high) && high > low;
        return (
          <div key={index} className="flex flex-wrap items-center gap-2">
            <TextInPlace
              value={each.name}
              label={`Letter ${index + 1}`}
              className="w-12 text-center italic"
              onCommit={(name) => letter(index, { name })}
            />
            <Named before="=">
              <MeasureField
                value={each.value ?? "1"}
                label={`Value of ${each.name}`}
                className="w-16"
                invalid={faultAt(`parameters.${index}.value`)}
                onCommit={(value) => letter(index, { value })}
              />
            </Named>
            <TextInPlace
              value={each.low ?? "0"}
              label={`Least ${each.name}`}
              className="w-14 text-right"
              onCommit={(text) => letter(index, { low: text })}
            />
            {slides ? (
              <Slider
                label={`Slide ${each.name}`}
                value={Number(each.value)}
                min={low}
                max={high}
                step={(high - low) / 200}
                onSlide={(value) => letter(index, { value: tidy(value) }, true)}
                onDone={(value) => letter(index, { value: tidy(value) })}
              />
            ) : null}
            <TextInPlace
              value={each.high ?? "5"}
              label={`Greatest ${each.name}`}
              className="w-14"
              onCommit={(text) => letter(index, { high: text })}
            />
            <Button
              look="quiet"
              aria-label={`Remove the letter ${each.name}`}
              onClick={() => put({ parameters: parameters.filter((_, at) => at !== index) })}
            >
              ×
            </Button>
          </div>
        );
      })}
    </div>
  );
});
