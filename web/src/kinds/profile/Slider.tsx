import { useState } from "react";

interface Props {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  onSlide: (value: number) => void;
  onDone: (value: number) => void;
}

/** A slider that shows what it does while it is held, and keeps it when it is let go. */
export function Slider({ label, value, min, max, step, onSlide, onDone }: Props) {
  const [held, setHeld] = useState<number | null>(null);
  const release = () => {
    if (held !== null) onDone(held);
    setHeld(null);
  };
  return (
    <input
      type="range"
      className="w-36 accent-pine"
      aria-label={label}
      min={min}
      max={max}
      step={step}
      value={held ?? value}
      onChange={(event) => {
        setHeld(Number(event.target.value));
        onSlide(Number(event.target.value));
      }}
      onPointerUp={release}
      onKeyUp={release}
      onBlur={release}
    />
  );
}
