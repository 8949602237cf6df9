import { useState } from "react";
import { useBench, useBenchStore } from "../bench/store";

/** The statement of the problem; a click or Enter opens it for writing. */
export function Statement() {
  const store = useBenchStore();
  const statement = useBench((state) => state.document.statement);
  const [writing, setWriting] = useState(false);
  const commit = (text: string) => {
    setWriting(false);
    const state = store.getState();
    state.commit({ ...state.document, statement: text });
  };
  if (writing) {
    return (
      <textarea
        autoFocus
        aria-label="Statement"
        className="field min-h-16 w-full resize-y text-base!"
        rows={3}
        maxLength={20000}
        defaultValue={statement}
        onBlur={(event) => commit(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Escape") {
            event.currentTarget.value = statement;
            event.currentTarget.blur();
          }
          if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) event.currentTarget.blur();
        }}
      />
    );
  }
  return (
    <button
      type="button"
      aria-label={statement ? undefined : "Write the statement"}
      title="Change the statement"
      className="max-h-24 cursor-text self-start overflow-auto rounded-md text-left text-base leading-snug whitespace-pre-wrap hover:bg-paper"
      onClick={() => setWriting(true)}
    >
      {statement || <span className="text-soft">Write here what is asked: “How much edge tape goes round the panel?”</span>}
    </button>
  );
}
