import { useEffect, useId, useRef, useState } from "react";
import type { EntryAnswer } from "../api/types";
import { LetItBe } from "../document/LetItBe";
import { nameWanted } from "../document/letters";
import { Button } from "../ui/Button";
import { reachable } from "../ui/fields";
import { WaysOn } from "../ui/WaysOn";

interface Props {
  label: string;
  placeholder: string;
  /** What the button says. */
  button: string;
  ask: (line: string) => Promise<EntryAnswer | null>;
  /** Take what was read; answers with a sentence where it can't be taken. */
  take: (found: EntryAnswer) => Promise<string | null>;
  /** While one types, and (with null) when the line is left. */
  onRead?: (line: string | null, found: EntryAnswer | null) => void;
}

/** One line in which something can be typed in words, with ways to go on as one types. */
export function TypedLine({ label, placeholder, button, ask, take, onRead }: Props) {
  const [text, setText] = useState("");
  const [answer, setAnswer] = useState<{ to: string; found: EntryAnswer } | null>(null);
  const [open, setOpen] = useState(false);
  const [active, setActive] = useState(-1);
  const [says, setSays] = useState<string | null>(null);
  const newest = useRef(0);
  const list = useId();

  const read = async (line: string) => {
    const turn = ++newest.current;
    const found = await ask(line).catch(() => null);
    if (turn === newest.current) setAnswer(found && { to: line, found });
    return found;
  };
  useEffect(() => {
    if (!open) return;
    let late = false; // an answer to an older text must not undo what a newer one shows
    void read(text).then((found) => (late ? undefined : onRead?.(text, found)));
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
    const found = await read(text);
    if (!found) return setSays("The server can't be reached just now.");
    const refused = await take(found);
    setSays(refused);
    if (refused !== null) return;
    setText("");
    setOpen(false);
  };
  const wanted = nameWanted(says);
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
        onRead?.(null, null);
      }}
    >
      <input
        ref={reachable("entry line")}
        className="field grow"
        role="combobox"
        aria-label={label}
        aria-expanded={ways.length > 0}
        aria-controls={list}
        aria-autocomplete="list"
        aria-activedescendant={active >= 0 ? `${list}-${active}` : undefined}
        aria-invalid={says !== null}
        autoComplete="off"
        spellCheck={false}
        placeholder={placeholder}
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
        {button}
      </Button>
      {says ? (
        <p className="says flex basis-full flex-wrap items-center gap-2" role="alert">
          {says}
          {wanted ? <LetItBe name={wanted} onDone={() => void add()} /> : null}
        </p>
      ) : null}
      <WaysOn
        id={list}
        ways={ways}
        active={active}
        text={(way) => way.label}
        onChoose={(way) => choose(way.line)}
        className="absolute bottom-full left-0 mb-1"
      />
    </form>
  );
}
