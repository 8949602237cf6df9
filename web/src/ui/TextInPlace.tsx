import { useRef, useState } from "react";
import { reachable } from "./fields";

interface Props {
  value: string;
  label: string;
  placeholder?: string;
  invalid?: boolean;
  className?: string;
  /** The name under which a key goes to it. */
  place?: string;
  /** Called with the new text; answers with a sentence where it is refused. */
  onCommit: (text: string) => unknown;
  /** Called when the field is left, or what was typed in it was taken. */
  onDone?: () => void;
}

/** A field that takes effect on Enter or when it is left, and goes back on Escape. */
export function TextInPlace({ value, label, placeholder, invalid, className = "", place, onCommit, onDone }: Props) {
  const [text, setText] = useState(value);
  const [says, setSays] = useState<string>();
  const [known, setKnown] = useState(value);
  const left = useRef(false);
  if (known !== value) {
    // The value was changed elsewhere (undo, a drag): what stands here follows.
    setKnown(value);
    setText(value);
    setSays(undefined);
  }

  const commit = () => {
    if (left.current || text === value) return onDone?.();
    void Promise.resolve(onCommit(text)).then((refusal) => {
      setSays(typeof refusal === "string" ? refusal : undefined);
      if (typeof refusal !== "string") onDone?.();
    });
  };
  return (
    <>
      <input
        ref={place === undefined ? undefined : reachable(place)}
        className={`field ${className}`}
        aria-label={label}
        title={label}
        placeholder={placeholder}
        aria-invalid={invalid || says !== undefined}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={() => (left.current = false)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          if (event.key === "Escape") {
            setText(value);
            setSays(undefined);
            left.current = true;
            event.currentTarget.blur();
          }
        }}
      />
      {says ? <span className="says basis-full">{says}</span> : null}
    </>
  );
}
