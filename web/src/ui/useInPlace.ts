import { useRef, useState } from "react";

/** A text that takes effect on Enter or when it is left, and goes back on Escape; ``says`` is why it was refused. */
export function useInPlace(value: string, onCommit: (text: string) => unknown, onDone?: () => void) {
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
  const back = (field: HTMLElement) => {
    setText(value);
    setSays(undefined);
    left.current = true;
    field.blur();
  };
  const entered = () => (left.current = false);
  return { text, setText, says, commit, back, entered };
}
