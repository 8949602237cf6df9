import { useState } from "react";
import { Button } from "../ui/Button";

/** A number as it is said, with a comma or a point. */
const numberIn = (text: string) => Number(/-?\d+(?:[.,]\d+)?/.exec(text)?.[0].replace(",", ".") ?? "NaN");

function Field({ given, onGiven }: { given: string[]; onGiven: (given: string[]) => void }) {
  const [text, setText] = useState("");
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim()) onGiven([...given, text.trim()]);
        setText("");
      }}
    >
      {given.map((each, index) => (
        <span key={index} className="rounded-md bg-pine-wash px-2 text-xl">
          {each}
        </span>
      ))}
      <input
        className="field w-40 text-xl"
        aria-label="A prediction"
        placeholder="a prediction"
        maxLength={60}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button type="submit">Note</Button>
    </form>
  );
}

/** What the class predicted, beside the value: the nearest first. */
function Compared({ given, value }: { given: string[]; value: string | null }) {
  if (given.length === 0 || !value) return null;
  const true_ = numberIn(value);
  const off = (text: string) => Math.abs(numberIn(text) - true_);
  const sorted = [...given].sort((a, b) => (off(a) || 0) - (off(b) || 0));
  return (
    <span className="block text-lg text-soft" data-testid="predicted">
      predicted: {sorted.join(", ")}
      {Number.isFinite(off(sorted[0] ?? "")) ? ` · nearest: ${sorted[0]}` : ""}
    </span>
  );
}

export const Predictions = { Field, Compared };
