import { useEffect, useRef, useState } from "react";
import { api } from "../api/client";
import type { ProblemDocument } from "../api/types";
import { pathOf } from "../board/path";
import { useSize } from "../ui/useSize";
import { around, shapeOf, type Shape } from "./shapes";

interface Frame {
  key: string;
  shape: Shape;
}

const AT_FIRST = { width: 420, height: 320 };
const GHOSTS = 14;
const MARGIN = 24;

/** The figure with what its letters stand for now, over the fading shapes that it had before. */
export function Moving({ document, figure, values }: { document: ProblemDocument; figure: number; values: string }) {
  const [frame, size] = useSize(AT_FIRST, 200);
  const [frames, setFrames] = useState<Frame[]>([]);
  const [says, setSays] = useState<string | null>(null);
  const newest = useRef(document);
  const busy = useRef(false);

  useEffect(() => {
    newest.current = document;
    if (busy.current) return;
    busy.current = true;
    const work = async () => {
      for (let of = newest.current, done = false; !done; of = newest.current) {
        const results = await api.evaluate(of).catch(() => null);
        const name = of.figures[figure]?.name ?? "";
        const shape = shapeOf(results?.figures[name]);
        const fault = results?.complaints.find((c) => c.level === "error");
        setSays(shape && !fault ? null : (fault?.says ?? "There is no picture of this figure here."));
        if (shape && !fault) {
          const key = JSON.stringify(of.letters);
          setFrames((before) => [...before.filter((each) => each.key !== key), { key, shape }].slice(-GHOSTS));
        }
        done = newest.current === of;
      }
      busy.current = false;
    };
    void work();
  }, [document, figure]);

  const all = around(frames.map((each) => each.shape));
  const scale = Math.min(
    (size.width - 2 * MARGIN) / Math.max(all[2] - all[0], 1e-9),
    (size.height - 2 * MARGIN) / Math.max(all[3] - all[1], 1e-9),
  );
  const left = (size.width - (all[2] - all[0]) * scale) / 2;
  const low = (size.height + (all[3] - all[1]) * scale) / 2;
  const drawn = (shape: Shape) =>
    shape.outlines
      .map((outline) =>
        pathOf(outline, ([x, y]) => [left + (x - all[0]) * scale, low - (y - all[1]) * scale], scale, false),
      )
      .join("");
  return (
    <figure ref={frame} className="relative min-h-64 grow overflow-hidden bg-paper" data-frames={frames.length}>
      {frames.length > 0 ? (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label={`The figure with ${values}`}
          className="absolute inset-0"
        >
          {frames.map(({ key, shape }, at) => {
            const now = at === frames.length - 1;
            return (
              <path
                key={key}
                d={drawn(shape)}
                fill={now && shape.closed ? "var(--color-pine-wash)" : "none"}
                fillRule="evenodd"
                fillOpacity={0.8}
                stroke={now ? "var(--color-ink)" : "var(--color-pine)"}
                strokeWidth={now ? 2 : 1}
                opacity={now ? 1 : 0.15 + (0.35 * at) / frames.length}
                data-ghost={now ? undefined : true}
              />
            );
          })}
        </svg>
      ) : null}
      {says ? <figcaption className="says absolute bottom-1 left-2">{says}</figcaption> : null}
    </figure>
  );
}
