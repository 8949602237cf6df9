import { useEffect, useRef, useState } from "react";
import type { Complaint } from "../api/types";
import { changePart, partNamed, setGiven } from "./editing";
import { useBench, useBenchStore, type Editing } from "./store";

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
  const typed = partNamed(store.getState().document, index, editing.part)?.given[editing.given] ?? "";
  const [text, setText] = useState(typed);
  const field = useRef<HTMLInputElement>(null);
  const opener = useRef(document.activeElement);
  const where = `figures.${figure}.parts.${editing.part}.given`;
  const fault = complaints.find((c) => c.where === `${where}.${editing.given}` || c.where === where);

  useEffect(() => field.current?.select(), []);

  const changed = (value: string) =>
    changePart(store.getState().document, index, editing.part, setGiven(editing.given, value));
  const close = (back: boolean) => {
    store.getState().set({ editing: null });
    const from = opener.current;
    if (back && (from instanceof HTMLElement || from instanceof SVGElement)) from.focus();
  };
  const width = 190;
  const left = Math.max(8, Math.min(editing.at.left + editing.at.width / 2 - width / 2, window.innerWidth - width - 8));
  return (
    <form
      className="popover fixed p-2!"
      style={{ left, width, top: Math.min(editing.at.top - 8, window.innerHeight - 110) }}
      onSubmit={(event) => {
        event.preventDefault();
        if (fault && text !== typed) return;
        store.getState().commit(changed(text));
        close(true);
      }}
      onBlur={(event) => {
        if (event.currentTarget.contains(event.relatedTarget)) return;
        const state = store.getState();
        if (text !== typed && !fault) state.commit(changed(text));
        else state.preview(null);
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
