import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { api, Refused } from "../api/client";
import { useBenchStore } from "../document/store";
import { Button } from "../ui/Button";
import { MENU_ITEM } from "../ui/menu";

const FORMS = { text: "Plain text", tex: "TeX", mathml: "MathML" } as const;
type CopyForm = keyof typeof FORMS;

interface Props {
  /** The card's name among the problem's figures. */
  card: string;
  /** Only the path to this quantity is copied. */
  wanted: string | null;
  disabled: boolean;
}

/** Puts the working that is shown on the clipboard. */
export function CopyMenu({ card, wanted, disabled }: Props) {
  const store = useBenchStore();
  const [says, setSays] = useState("");
  const copy = async (form: CopyForm) => {
    try {
      await navigator.clipboard.writeText(await api.working(store.getState().document, card, form, wanted ?? ""));
      setSays(`Copied as ${FORMS[form]}`);
    } catch (error) {
      setSays(error instanceof Refused ? error.message : "The browser did not allow copying");
    }
    setTimeout(() => setSays(""), 2500);
  };
  return (
    <span className="no-print inline-flex items-center gap-2">
      <span role="status" className="text-xs text-soft">
        {says}
      </span>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button disabled={disabled}>Copy</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="popover p-1!" align="end">
            {(Object.keys(FORMS) as CopyForm[]).map((form) => (
              <DropdownMenu.Item key={form} className={MENU_ITEM} onSelect={() => void copy(form)}>
                {FORMS[form]}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </span>
  );
}
