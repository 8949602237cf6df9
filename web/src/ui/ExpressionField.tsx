import { Popover } from "radix-ui";
import { useEffect, useId, useRef, useState } from "react";
import type { Typing } from "../api/types";
import { Brackets } from "./Brackets";
import { reachable } from "./fields";
import { useInPlace } from "./useInPlace";
import { WaysOn } from "./WaysOn";

interface Props {
  value: string;
  label: string;
  placeholder?: string | undefined;
  invalid?: boolean | undefined;
  className?: string | undefined;
  /** The name under which a key goes to it. */
  place?: string | undefined;
  required?: boolean;
  /** Whether it is entered as soon as it is there, with all of its text chosen or at its end. */
  atOnce?: "chosen" | "end";
  /** What is seen of a text while it is typed, with the caret in it. */
  ask: (text: string, caret: number) => Promise<Typing | null>;
  /** While one types, and (with null) when the field is left or holds what it held. */
  onSeen?: (seen: Typing | null) => void;
  /** At every letter. */
  onTyped?: (text: string) => void;
  /** Escape; without it the field goes back to what it held. */
  onBack?: () => void;
  onCommit: (text: string) => unknown;
}

/** A field for an expression: names go on as one types, brackets are coloured, and what is typed is told as it is read. */
export function ExpressionField({
  value,
  label,
  placeholder,
  invalid,
  className = "",
  place,
  required,
  atOnce,
  ask,
  onSeen,
  onTyped,
  onBack,
  onCommit,
}: Props) {
  const { text, setText, says, commit, back, entered } = useInPlace(value, onCommit);
  const [seen, setSeen] = useState<{ to: string; typing: Typing } | null>(null);
  const [caret, setCaret] = useState(0);
  const [moved, setMoved] = useState(0);
  const [open, setOpen] = useState(false);
  const [active, setActive] = useState(-1);
  const [focused, setFocused] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const list = useId();

  useEffect(() => {
    if (atOnce === "chosen") field.current?.select();
    if (atOnce === "end") field.current?.setSelectionRange(field.current.value.length, field.current.value.length);
  }, [atOnce]);
  useEffect(() => {
    if (!focused) return;
    let late = false; // an answer to an older text must not undo what a newer one shows
    void ask(text, caret).then((typing) => {
      if (late || !typing) return;
      setSeen({ to: text, typing });
      onSeen?.(text === value ? null : typing);
    });
    return () => {
      late = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked again for each text only
  }, [text, caret, focused, value]);

  const now = focused && seen?.to === text ? seen.typing : null;
  const ways = open ? (now?.completions ?? []) : [];
  const choose = (way: Typing["completions"][number]) => {
    const before = text.slice(0, way.start) + way.text;
    setText(before + text.slice(way.end));
    onTyped?.(before + text.slice(way.end));
    setCaret(before.length);
    setActive(-1);
    setOpen(/[.(]$/.test(way.text));
    requestAnimationFrame(() => field.current?.setSelectionRange(before.length, before.length));
  };
  const follow = (element: HTMLInputElement) => {
    setCaret(element.selectionStart ?? element.value.length);
    setMoved(element.scrollLeft);
  };
  return (
    <>
      <span className={`relative inline-flex min-w-0 ${className}`}>
        <input
          ref={(element) => {
            field.current = element;
            const leave = place === undefined ? undefined : reachable(place)(element);
            return () => {
              field.current = null;
              leave?.();
            };
          }}
          className="field w-full"
          role="combobox"
          aria-label={label}
          aria-expanded={ways.length > 0}
          aria-controls={list}
          aria-autocomplete="list"
          aria-activedescendant={active >= 0 ? `${list}-${active}` : undefined}
          aria-invalid={invalid || says !== undefined}
          title={label}
          placeholder={placeholder}
          required={required}
          autoFocus={atOnce !== undefined}
          autoComplete="off"
          spellCheck={false}
          value={text}
          onFocus={(event) => {
            entered();
            setFocused(true);
            follow(event.currentTarget);
          }}
          onChange={(event) => {
            setText(event.target.value);
            onTyped?.(event.target.value);
            setOpen(true);
            setActive(-1);
            follow(event.currentTarget);
          }}
          onSelect={(event) => follow(event.currentTarget)}
          onScroll={(event) => setMoved(event.currentTarget.scrollLeft)}
          onBlur={() => {
            setFocused(false);
            setOpen(false);
            onSeen?.(null);
            commit();
          }}
          onKeyDown={(event) => {
            const way = ways[active];
            if ((event.key === "ArrowDown" || event.key === "ArrowUp") && ways.length > 0 && !event.altKey) {
              event.preventDefault();
              const step = event.key === "ArrowDown" ? 1 : -1;
              setActive((before) => Math.max(-1, Math.min(ways.length - 1, before + step)));
            } else if ((event.key === "Enter" || (event.key === "Tab" && !event.shiftKey)) && way) {
              event.preventDefault();
              choose(way);
            } else if (event.key === "Enter") {
              setOpen(false);
              commit();
            } else if (event.key === "Escape") {
              if (ways.length > 0) {
                event.stopPropagation();
                setOpen(false);
              } else if (onBack) {
                event.stopPropagation();
                onBack();
              } else back(event.currentTarget);
            }
          }}
        />
        {now && now.brackets.length > 0 ? (
          <Brackets text={text} brackets={now.brackets} caret={caret} moved={moved} />
        ) : null}
        <Popover.Root open={ways.length > 0}>
          <Popover.Anchor className="absolute inset-0 -z-10" />
          <Popover.Portal>
            <Popover.Content
              side="top"
              align="start"
              sideOffset={4}
              role="presentation"
              onOpenAutoFocus={(event) => event.preventDefault()}
              onCloseAutoFocus={(event) => event.preventDefault()}
            >
              <WaysOn
                id={list}
                ways={ways}
                active={active}
                text={(way) => way.text}
                hint={(way) => way.hint}
                onChoose={choose}
              />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </span>
      {says ? <span className="says basis-full">{says}</span> : null}
    </>
  );
}
