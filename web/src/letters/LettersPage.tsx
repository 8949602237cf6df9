import { useEffect, useRef, useState } from "react";
import { createPortal } from "react-dom";
import type { Letter } from "../api/types";
import { useBench } from "../document/store";
import type { Worked } from "../document/useResults";
import { Button } from "../ui/Button";
import { ToggleRow } from "../ui/ToggleRow";
import { AddLetter } from "./LettersBar";
import { FormulasTab } from "./FormulasTab";
import { ScalingTab } from "./ScalingTab";
import { SolveTab } from "./SolveTab";
import { VariantsTab } from "./VariantsTab";
import { VaryTab } from "./VaryTab";

const TABS = { formulas: "Formulas", vary: "Vary", solve: "Solve for", scaling: "Scaling", variants: "Variants" };
const NO_LETTERS: Letter[] = [];
type Tab = keyof typeof TABS;

/** Everything that letters are good for, in the place of the figure's page. */
export default function LettersPage({ worked, onClose }: { worked: Worked; onClose: () => void }) {
  const letters = useBench((state) => state.document.letters) ?? NO_LETTERS;
  const hold = useBench((state) => state.document.hold);
  const giveWay = new Set((hold ?? []).map((each) => each.gives));
  const varied = useBench((state) => (state.document.vary ?? null) !== null);
  const [tab, setTab] = useState<Tab>(letters.length === 0 ? "variants" : varied ? "vary" : "formulas");
  const page = useRef<HTMLDivElement>(null);
  useEffect(() => page.current?.focus(), []);

  return createPortal(
    <div
      ref={page}
      role="dialog"
      aria-modal
      aria-label="Letters"
      tabIndex={-1}
      className="fixed inset-0 z-30 flex flex-col overflow-auto bg-paper outline-none"
      onKeyDown={(event) => {
        // In a field Escape takes back what was typed there.
        const typing = event.target instanceof HTMLInputElement && event.target.type === "text";
        if (event.key === "Escape" && !typing) onClose();
      }}
    >
      <header className="sticky top-0 z-10 flex flex-wrap items-center gap-3 border-b border-edge bg-sheet px-4 py-1.5">
        <ToggleRow label="What letters are good for" value={tab} options={TABS} onChange={setTab} />
        <span className="text-sm text-soft">
          {letters.length > 0
            ? `The figure is drawn with ${letters
                .filter(({ name }) => !giveWay.has(name))
                .map(({ name, stands }) => `${name} = ${stands}`)
                .join(", ")}.`
            : "There is no letter yet:"}
        </span>
        <AddLetter />
        <Button className="ml-auto" onClick={onClose} aria-label="Close" title="Close (Esc)">
          ×
        </Button>
      </header>
      {letters.length === 0 && tab !== "variants" ? (
        <p className="m-6 max-w-prose text-soft">
          Any measurement may stay a letter. Write <b>w = 5 m</b> above: w is the letter, 5 m what it stands for
          meanwhile. Then write <b>w</b>, <b>2 w</b> or <b>24 m − 2 w</b> where a measurement is wanted.
        </p>
      ) : (
        <div className="flex min-h-0 grow flex-col">
          {tab === "formulas" ? <FormulasTab worked={worked} /> : null}
          {tab === "vary" ? <VaryTab worked={worked} /> : null}
          {tab === "solve" ? <SolveTab worked={worked} /> : null}
          {tab === "scaling" ? <ScalingTab /> : null}
          {tab === "variants" ? <VariantsTab worked={worked} /> : null}
        </div>
      )}
    </div>,
    document.body,
  );
}
