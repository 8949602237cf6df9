import { useRef, useState } from "react";
import { api } from "../../api/client";
import type { Complaint, DrawnPart, Edit } from "../../api/types";
import { changePart, partNamed, setGiven } from "../../document/editing";
import { useTyping } from "../../document/useTyping";
import { ExpressionField } from "../../ui/ExpressionField";
import { goTo } from "../../ui/fields";
import { useBench, useBenchStore, type Editing } from "../../document/store";

interface Props {
  complaints: Complaint[];
  figure: string;
  /** The parts as they are drawn: of an outline they say what was typed for each side. */
  drawn: DrawnPart[];
}

/** The field that opens on a measurement, on the board or in the tally: type, Enter. */
export function GivenEditor(props: Props) {
  const editing = useBench((state) => state.editing);
  if (!editing) return null;
  return <OpenEditor key={`${editing.part}.${editing.given}`} editing={editing} {...props} />;
}

function OpenEditor({ editing, complaints, figure, drawn }: Props & { editing: Editing }) {
  const store = useBenchStore();
  const index = useBench((state) => state.figure);
  const part = partNamed(store.getState().document, index, editing.part);
  const side = part?.shape === "outline" ? Number(editing.given.replace("side", "")) : 0;
  const [typed] = useState(
    () =>
      (side ? drawn.find((p) => p.name === editing.part)?.walk?.[side - 1]?.typed : part?.given[editing.given]) ?? "",
  );
  const [text, setText] = useState(typed);
  const [refused, setRefused] = useState<string | null>(null);
  const ask = useTyping(figure, editing.part);
  const opener = useRef(document.activeElement);
  const settled = useRef(false);
  const where = `figures.${figure}.parts.${editing.part}`;
  const places = [`${where}.given.${editing.given}`, `${where}.given`, `${where}.walk`, `${where}.points`];
  const isHere = (c: Complaint) => places.includes(c.where) && c.level === "error";
  const fault = refused ?? complaints.find(isHere)?.says;

  /** A side of a walk is changed by the core, which can read it; any other measurement is a text of its own. */
  const asEdit = (value: string): Edit => ({ do: "set-side", figure, part: editing.part, side, text: value });
  const changed = (value: string) =>
    changePart(store.getState().document, index, editing.part, setGiven(editing.given, value));
  const preview = (value: string) => {
    if (side) void store.getState().tryOut(asEdit(value));
    else store.getState().preview(changed(value));
  };
  const drop = () => {
    void store.getState().tryOut(null);
    store.getState().preview(null);
  };
  /** Take what was typed; answers whether that could be done. */
  const take = async (): Promise<boolean> => {
    if (text === typed) {
      drop();
      return true;
    }
    if (!side) {
      store.getState().commit(changed(text));
      return true;
    }
    const done = await store.getState().perform(asEdit(text));
    setRefused(done.says);
    return done.says === null;
  };
  const close = (back: boolean) => {
    settled.current = true;
    store.getState().set({ editing: null });
    if (!back) return;
    // The number in the tally was set anew while one typed; then it is found again by what it measures.
    const from = opener.current;
    if (from?.isConnected && (from instanceof HTMLElement || from instanceof SVGElement)) from.focus();
    else goTo(`given ${editing.part} ${editing.given}`);
  };
  /** Enter: what can be worked out is taken; what can't stays open with its complaint. */
  const finish = async () => {
    const state = store.getState();
    const after = side
      ? await api.edit(state.document, asEdit(text)).then(
          (edited) => edited.document,
          () => null,
        )
      : changed(text);
    const results = after && (await api.evaluate(after).catch(() => null));
    if (settled.current) return; // left in the meantime: that has taken what was typed
    if (text !== typed && results?.complaints.some(isHere)) return;
    if (await take()) close(true);
  };
  const name = `${editing.given} of ${editing.part}`;
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
        void take().then((taken) => taken && close(false));
      }}
    >
      <div className="text-xs text-soft">{name}</div>
      <ExpressionField
        value={typed}
        label={name}
        atOnce="chosen"
        className="mt-0.5 w-full text-base! text-ink"
        invalid={fault !== undefined}
        ask={ask}
        onTyped={(now) => {
          setText(now);
          setRefused(null);
          preview(now);
        }}
        onBack={() => {
          drop();
          close(true);
        }}
        onCommit={() => undefined}
      />
      {fault ? (
        <p className="says mt-1" role="alert">
          {fault}
        </p>
      ) : null}
    </form>
  );
}
