import type { CardMoving, CardSolution } from "../api/types";
import { useBenchStore } from "../document/store";
import { CardPicture } from "./CardPicture";
import { withSolution } from "./givens";
import { MovingPicture } from "./MovingPicture";
import { pickField } from "./pickField";

const PICTURE = { width: 700, height: 380 };

interface PicturesProps {
  title: string;
  solutions: CardSolution[];
  moving: CardMoving | null;
  chosen: number;
  kept: CardSolution["drawing"] | null;
  old: boolean;
  lit: string | null;
  figure: number;
}

/** The picture, or how it can still move, or both side by side where there are two solutions, one of them chosen. */
export function Pictures({ title, solutions, moving, chosen, kept, old, lit, figure }: PicturesProps) {
  const store = useBenchStore();
  if (moving && !old) {
    const key = `${moving.measure} ${moving.frames.length} ${moving.frames[0]?.text}`;
    return <MovingPicture key={key} {...{ moving, title, figure, lit }} {...PICTURE} />;
  }
  if (solutions.length < 2) {
    return (
      <div className={`grid place-items-center bg-paper ${old ? "opacity-50" : ""}`}>
        {kept ? (
          <CardPicture
            picture={kept}
            {...PICTURE}
            title={title}
            lit={lit}
            onPick={pickField}
            className="h-auto max-h-[46vh] w-full"
          />
        ) : null}
      </div>
    );
  }
  const sizes = solutions.map(({ drawing: { bounds } }) => [bounds[2] - bounds[0], bounds[3] - bounds[1]] as const);
  const span: [number, number] = [Math.max(...sizes.map(([wide]) => wide)), Math.max(...sizes.map(([, high]) => high))];
  return (
    <div
      role="radiogroup"
      aria-label={`${solutions.length} solutions`}
      className={`grid bg-paper grid-cols-2 ${old ? "opacity-50" : ""}`}
    >
      {solutions.map((solution, index) => {
        const own = index + 1 === chosen;
        return (
          <label
            key={index}
            className={`flex cursor-pointer flex-col border-edge p-1 not-first:border-l ${own ? "" : "opacity-70"}`}
          >
            <span className="flex items-center gap-2 px-2 pt-1 text-sm">
              <input
                type="radio"
                name={`solution-${figure}`}
                className="accent-pine"
                checked={own}
                onChange={() => store.getState().commit(withSolution(store.getState().document, figure, index + 1))}
              />
              Solution {index + 1} of {solutions.length}
              {own ? <strong className="text-pine">chosen</strong> : null}
            </span>
            <CardPicture
              picture={solution.drawing}
              width={360}
              height={300}
              span={span}
              title={`${title}, solution ${index + 1}`}
              lit={lit}
              className="h-auto max-h-[42vh] w-full"
            />
          </label>
        );
      })}
    </div>
  );
}
