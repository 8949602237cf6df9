import { useRef, useState } from "react";

interface Props {
  value: string;
  label: string;
  placeholder?: string;
  invalid?: boolean;
  className?: string;
  /** Called with the new text; return a sentence to refuse it. */
  onCommit: (text: string) => unknown;
}

/** A field that takes effect on Enter or when it is left, and goes back on Escape. */
export function TextInPlace({ value, label, placeholder, invalid, className = "", onCommit }: Props) {
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
    if (left.current || text === value) return;
    const refusal = onCommit(text);
    setSays(typeof refusal === "string" ? refusal : undefined);
  };
  return (
    <>
      <input
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
