import { memo, useEffect, useId, useRef, useState } from "react";
import { api } from "../api/client";
import type { EntryAnswer, PartDocument } from "../api/types";
import { addPart } from "../document/editing";
import { useBench, useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { figureAt } from "../document/figures";
import { reachable } from "../ui/fields";

/** One line in which a part can be typed in words, with ways to go on as one types. */
export const EntryLine = memo(function EntryLine() {
  const store = useBenchStore();
  const figure = useBench((state) => state.figure);
  const parts = useBench((state) => figureAt("plane", state.document, state.figure)?.parts);
  const [text, setText] = useState("");
  const [answer, setAnswer] = useState<{ to: string; found: EntryAnswer } | null>(null);
  const [open, setOpen] = useState(false);
  const [active, setActive] = useState(-1);
  const [says, setSays] = useState<string | null>(null);
  const newest = useRef(0);
  const growing = useRef(false);
  const list = useId();
  const shapes = Object.fromEntries((parts ?? []).map((part) => [part.name, part.shape]));

  const ask = async (line: string) => {
    const turn = ++newest.current;
    const found = await api.entry(line, shapes).catch(() => null);
    if (turn === newest.current) setAnswer(found && { to: line, found });
    return found;
  };
  /** An outline is seen growing while it is typed: what can be read of it so far is previewed. */
  const grow = (line: string, found: EntryAnswer | null) => {
    const state = store.getState();
    if (!/^\s*(take away |cut out |keep common )?outline\s/i.test(line)) {
      if (growing.current) state.preview(null);
      growing.current = false;
    } else if (found?.part) {
      growing.current = true;
      state.preview(addPart(state.document, figure, found.part as unknown as PartDocument));
    }
  };
  useEffect(() => {
    if (!open) return;
    let late = false; // an answer to an older text must not undo what a newer one shows
    void ask(text).then((found) => (late ? undefined : grow(text, found)));
    return () => {
      late = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked again for each text only
  }, [text, open]);

  const choose = (line: string) => {
    setText(line);
    setActive(-1);
  };
  const add = async () => {
    const found = await ask(text);
    if (!found) return setSays("The server can't be reached just now.");
    if (!found.part) return setSays(found.says ?? "This can't be read.");
    const part = found.part as unknown as PartDocument;
    const state = store.getState();
    state.commit(addPart(state.document, figure, part));
    state.set({ selected: part.name });
    growing.current = false;
    setText("");
    setOpen(false);
    setSays(null);
  };
  const ways = open && answer?.to === text ? answer.found.suggestions : [];
  return (
    <form
      className="relative flex flex-wrap gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const way = ways[active];
        if (way) choose(way.line);
        else void add();
      }}
      onBlur={(event) => {
        if (event.currentTarget.contains(event.relatedTarget)) return;
        setOpen(false);
        if (growing.current) store.getState().preview(null);
        growing.current = false;
      }}
    >
      <input
        ref={reachable("entry line")}
        className="field grow"
        role="combobox"
        aria-label="Type a part in words"
        aria-expanded={ways.length > 0}
        aria-controls={list}
        aria-autocomplete="list"
        aria-activedescendant={active >= 0 ? `${list}-${active}` : undefined}
        aria-invalid={says !== null}
        autoComplete="off"
        spellCheck={false}
        placeholder="semicircle diameter 1.2 at 2.4, 0.6 turned 270"
        value={text}
        onFocus={() => setOpen(true)}
        onChange={(event) => {
          setText(event.target.value);
          setOpen(true);
          setSays(null);
          setActive(-1);
        }}
        onKeyDown={(event) => {
          if (event.key === "ArrowDown" || event.key === "ArrowUp") {
            event.preventDefault();
            setOpen(true);
            const step = event.key === "ArrowDown" ? 1 : -1;
            setActive((now) => Math.max(-1, Math.min(ways.length - 1, now + step)));
          }
          if (event.key === "Tab" && !event.shiftKey && active >= 0) {
            event.preventDefault();
            const way = ways[active];
            if (way) choose(way.line);
          }
          if (event.key === "Escape") {
            if (open) setOpen(false);
            else event.currentTarget.blur();
          }
        }}
      />
      <Button look="solid" type="submit">
        Add part
      </Button>
      {says ? (
        <p className="says basis-full" role="alert">
          {says}
        </p>
      ) : null}
      <ul
        id={list}
        role="listbox"
        aria-label="Ways to go on"
        hidden={ways.length === 0}
        className="popover absolute bottom-full left-0 mb-1 max-h-64 min-w-60 overflow-auto p-1!"
      >
        {ways.map((way, index) => (
          <li
            key={way.label}
            id={`${list}-${index}`}
            role="option"
            aria-selected={index === active}
            className={`cursor-pointer rounded px-2 py-1 text-sm ${index === active ? "bg-pine-wash" : "hover:bg-pine-wash"}`}
            onPointerDown={(event) => {
              event.preventDefault();
              choose(way.line);
            }}
          >
            {way.label}
          </li>
        ))}
      </ul>
    </form>
  );
});
