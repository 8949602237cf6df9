import { useRef, useState, type PointerEvent } from "react";
import { line } from "d3-shape";

type Stroke = [number, number][];
const path = line<[number, number]>();

/** Marks drawn over the picture with the pointer, until they are wiped. */
export function MarkLayer({ strokes, onStrokes }: { strokes: Stroke[]; onStrokes: (strokes: Stroke[]) => void }) {
  const [drawn, setDrawn] = useState<Stroke | null>(null);
  const frame = useRef<SVGSVGElement>(null);
  const at = (event: PointerEvent): [number, number] => {
    const box = frame.current?.getBoundingClientRect();
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
  };
  return (
    <svg
      ref={frame}
      className="absolute inset-0 h-full w-full touch-none"
      style={{ cursor: "crosshair" }}
      role="img"
      aria-label={`Marks on the picture: ${strokes.length}`}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setDrawn([at(event)]);
      }}
      onPointerMove={(event) => drawn && setDrawn([...drawn, at(event)])}
      onPointerUp={() => {
        if (drawn && drawn.length > 1) onStrokes([...strokes, drawn]);
        setDrawn(null);
      }}
      onPointerCancel={() => setDrawn(null)}
    >
      {[...strokes, ...(drawn ? [drawn] : [])].map((stroke, index) => (
        <path
          key={index}
          data-mark={index + 1}
          d={path(stroke) ?? ""}
          fill="none"
          stroke="var(--color-apricot)"
          strokeWidth={5}
          strokeLinecap="round"
          strokeLinejoin="round"
          strokeOpacity={0.85}
        />
      ))}
    </svg>
  );
}

export type Strokes = Stroke[];
