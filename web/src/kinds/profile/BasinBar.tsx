import type { ProfileDocument, ProfileResults } from "../../api/types";
import { tidy } from "../../document/tidy";
import { Button } from "../../ui/Button";
import { MeasureField } from "../../ui/MeasureField";
import { useShown, type FieldsProps } from "./change";
import { Slider } from "./Slider";

interface Props extends FieldsProps {
  own: ProfileDocument;
  good: ProfileResults | undefined;
}

/** The level up to which a profile is filled, what that is, and which level halves it. */
export function BasinBar({ own: kept, figure, good, put, preview, faultAt }: Props) {
  const own = useShown(figure, kept);
  const spots = [...(good?.drawing?.line ?? []), ...(good?.drawing?.lower ?? [])].map(([, y]) => y ?? 0);
  const height = spots.length > 0 ? Math.max(...spots) - Math.min(...spots) : 0;
  if (own.level === null || own.level === undefined)
    return height > 0 ? (
      <Button look="quiet" className="text-pine!" onClick={() => put({ level: tidy(height / 2) })}>
        Fill it
      </Button>
    ) : null;
  const basin = good?.basin ?? null;
  return (
    <div className="flex flex-wrap items-center gap-2">
      Filled to
      <Slider
        label="How deep it is filled"
        value={Number(own.level) || 0}
        min={0}
        max={height}
        step={height / 100 || 1}
        onSlide={(value) => preview({ level: tidy(value) })}
        onDone={(value) => put({ level: tidy(value) })}
      />
      <MeasureField
        value={own.level}
        label="Level"
        className="w-16"
        invalid={faultAt("level")}
        onCommit={(text) => put({ level: text.trim() === "" ? null : text })}
      />
      {basin ? (
        <span data-testid="basin">
          <b>{basin.area.text}</b>
          {basin.volume ? (
            <>
              , <b>{basin.volume.text}</b>
            </>
          ) : null}
          {basin.halving ? `; half of it below ${basin.halving.text}` : ""}
        </span>
      ) : null}
      <Button look="quiet" aria-label="Empty it" title="Empty it" onClick={() => put({ level: null })}>
        ×
      </Button>
    </div>
  );
}
