import { useState } from "react";
import type { CardMoving } from "../api/types";
import { useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { CardPicture } from "./CardPicture";
import { withGiven } from "./givens";
import { pickField } from "./pickField";

interface Props {
  moving: CardMoving;
  title: string;
  figure: number;
  lit: string | null;
  width: number;
  height: number;
}

/** How a figure of which too little is known can still change: a slider goes through the figures that it may be. */
export function MovingPicture({ moving, title, figure, lit, width, height }: Props) {
  const store = useBenchStore();
  const [at, setAt] = useState(moving.first);
  const index = Math.min(at, moving.frames.length - 1);
  const frame = moving.frames[index];
  if (!frame) return null;
  return (
    <div className="bg-paper">
      <CardPicture
        picture={frame.drawing}
        width={width}
        height={height}
        title={`${title}, one of many`}
        lit={lit}
        onPick={pickField}
        className="h-auto max-h-[42vh] w-full"
      />
      <div className="flex flex-wrap items-center gap-3 px-4 pb-2 text-sm no-print">
        <label className="flex grow items-center gap-3">
          <span className="text-soft">It can still change:</span>
          <input
            type="range"
            className="min-w-24 grow accent-pine"
            aria-label={`${moving.title} of a figure that it may be`}
            aria-valuetext={frame.text}
            min={0}
            max={moving.frames.length - 1}
            step={1}
            value={index}
            onChange={(event) => setAt(Number(event.target.value))}
          />
        </label>
        <output className="min-w-32">
          {moving.title} {frame.text}
        </output>
        <Button
          look="quiet"
          title={`Give the ${moving.title} as ${frame.text}`}
          onClick={() =>
            store.getState().commit(withGiven(store.getState().document, figure, moving.measure, frame.text))
          }
        >
          Hold it here
        </Button>
      </div>
    </div>
  );
}
