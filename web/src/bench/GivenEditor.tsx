import { useEffect, useRef, useState } from "react";
import { api } from "../api/client";
import type { Complaint } from "../api/types";
import { changePart, partNamed, setMeasure, typedMeasure } from "../document/editing";
import { useBench, useBenchStore, type Editing } from "../document/store";

interface Props {
  complaints: Complaint[];
  figure: string;
}

/** The field that opens on a measurement, on the board or in the tally: type, Enter. */
export function GivenEditor(props: Props) {
  const editing = useBench((state) => state.editing);
  if (!editing) return null;
  return <OpenEditor key={`${editing.part}.${editing.given}`} editing={editing} {...props} />;
}

function OpenEditor({ editing, complaints, figure }: Props & { editing: Editing }) {
  const store = useBenchStore();
  const index = useBench((state) => state.figure);
  const typed = typedMeasure(partNamed(store.getState().document, index, editing.part), editing.given);
  const [text, setText] = useState(typed);
  const field = useRef<HTMLInputElement>(null);
  const opener = useRef(document.activeElement);
  const settled = useRef(false);
  const where = `figures.${figure}.parts.${editing.part}`;
  const places = [`${where}.given.${editing.given}`, `${where}.given`, `${where}.walk`, `${where}.points`];
  const isHere = (c: Complaint) => places.includes(c.where) && c.level === "error";
  const fault = complaints.find(isHere);

  useEffect(() => field.current?.select(), []);

  const changed = (value: string) =>
    changePart(store.getState().document, index, editing.part, setMeasure(editing.given, value));
  const close = (back: boolean) => {
    settled.current = true;
    store.getState().set({ editing: null });
    if (!back) return;
    // The number in the tally was set anew while one typed; then it is found again by what it measures.
    const here = `[data-part="${CSS.escape(editing.part)}"][data-given="${CSS.escape(editing.given)}"]`;
    const from = opener.current?.isConnected ? opener.current : document.querySelector(`.katex ${here}`);
    if (from instanceof HTMLElement || from instanceof SVGElement) from.focus();
  };
  /** Enter: what can be worked out is taken; what can't stays open with its complaint. */
  const finish = async () => {
    const results = await api.evaluate(changed(text)).catch(() => null);
    if (settled.current) return; // left in the meantime: that has taken what was typed
    if (text !== typed && results?.complaints.some(isHere)) return;
    store.getState().commit(changed(text));
    close(true);
  };
  const width = 190;
  const left = Math.max(8, Math.min(editing.at.left + editing.at.width / 2 - width / 2, window.innerWidth - width - 8));
  return (
    <form
      className="popover fixed p-2!"
      style={{ left, width, top: Math.min(editing.at.top - 8, window.innerHeight - 110) }}
      onSubmit={(event) => {
        event.preventDefault();
        void finish();
      }}
      onBlur={(event) => {
        if (settled.current || event.currentTarget.contains(event.relatedTarget)) return;
        // Left without Enter: what was typed is kept, good or bad; a bad one is marked and can be mended.
        if (text === typed) store.getState().preview(null);
        else store.getState().commit(changed(text));
        close(false);
      }}
    >
      <label className="block text-xs text-soft">
        {editing.given} of {editing.part}
        <input
          ref={field}
          autoFocus
          className="field mt-0.5 w-full text-base! text-ink"
          value={text}
          spellCheck={false}
          aria-invalid={fault !== undefined}
          onChange={(event) => {
            setText(event.target.value);
            store.getState().preview(changed(event.target.value));
          }}
          onKeyDown={(event) => {
            if (event.key !== "Escape") return;
            event.stopPropagation();
            store.getState().preview(null);
            close(true);
          }}
        />
      </label>
      {fault ? (
        <p className="says mt-1" role="alert">
          {fault.says}
        </p>
      ) : null}
    </form>
  );
}
