import { Popover } from "radix-ui";
import { useEffect, useState, type ReactNode } from "react";
import { api } from "../api/client";
import type { Forms } from "../api/types";
import { useBench } from "../document/store";
import { Maths } from "../ui/Maths";

const MOST_PLACES = 1000;
const AT_FIRST = 12;

interface Props {
  /** What the value is called. */
  title: string;
  of: { expression: string } | { ask: string };
  children: ReactNode;
  className?: string;
}

/** A value that opens into every form: exactly, to as many digits as one likes, rounded once and at each step, with another π. */
export function FormsButton({ title, of, children, className = "" }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button
          type="button"
          data-keeps
          className={`cursor-pointer underline decoration-dotted decoration-1 underline-offset-4 hover:decoration-solid ${className}`}
          title={`${title} in every form`}
        >
          {children}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="popover w-96 max-w-[94vw] text-sm"
          align="end"
          sideOffset={6}
          collisionPadding={8}
          aria-label={`${title} in every form`}
        >
          <InEveryForm of={of} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function InEveryForm({ of }: Pick<Props, "of">) {
  const document = useBench((state) => state.document);
  const [places, setPlaces] = useState(AT_FIRST);
  const [found, setFound] = useState<Forms | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const key = JSON.stringify(of);
  useEffect(() => {
    let late = false;
    api.forms(document, JSON.parse(key) as Props["of"], places).then(
      (forms) => {
        if (late) return;
        setFound(forms);
        setFault(null);
      },
      (error: unknown) => !late && setFault(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      late = true;
    };
  }, [document, key, places]);
  if (fault) return <p className="says">{fault}</p>;
  if (!found) return <p className="text-soft">One moment …</p>;
  const { value } = found;
  return (
    <dl className="grid grid-cols-[6.5rem_1fr] gap-x-3 gap-y-2">
      {found.exact.map((form) => (
        <Row key={form.name} name={form.name}>
          <span className="block overflow-x-auto text-base">
            <Maths maths={form.shown} />
          </span>
        </Row>
      ))}
      {found.exact.length === 0 ? <Row name="exactly">{value.note || "no short exact form"}</Row> : null}
      <Row
        name={
          <label className="flex flex-col gap-1">
            decimal places
            <input
              type="number"
              className="field w-20"
              min={0}
              max={MOST_PLACES}
              value={places}
              onChange={(event) =>
                setPlaces(Math.max(0, Math.min(MOST_PLACES, Math.round(Number(event.target.value)) || 0)))
              }
            />
          </label>
        }
      >
        <span className="block max-h-32 overflow-y-auto break-all tabular-nums" data-testid="digits">
          {found.digits}
        </span>
        <span className="text-xs text-soft">{found.end ? "that is all of them" : "cut off here, not rounded"}</span>
      </Row>
      <Row name="rounded once">
        <b>{value.text}</b> <span className="text-soft">{value.approximate ? value.rule : "nothing to round"}</span>
        {value.deciding ? <span className="block text-xs text-soft">{value.deciding}</span> : null}
      </Row>
      {found.early ? (
        <Row name="rounded at each step">
          {found.differs ? (
            <>
              <b className="text-alarm">{found.early.text}</b>
              <span className="block text-xs">not the same: so it is rounded only once, at the end</span>
            </>
          ) : (
            <span className="text-soft">the same here</span>
          )}
        </Row>
      ) : null}
      {found.others.map((other) => (
        <Row key={other.pi} name={other.pi === "π" ? "with π itself" : `with π as ${other.pi}`}>
          {other.value.text} <span className="text-soft">({other.value.decimal.slice(0, 10)})</span>
        </Row>
      ))}
    </dl>
  );
}

function Row({ name, children }: { name: ReactNode; children: ReactNode }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className="min-w-0">{children}</dd>
    </>
  );
}
