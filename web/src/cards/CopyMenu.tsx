import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import type { CardStep } from "../api/types";
import { Button } from "../ui/Button";
import { MENU_ITEM } from "../ui/menu";
import { copied, FORMS, type CopyForm } from "./copying";

/** Puts the working that is shown on the clipboard. */
export function CopyMenu({ steps }: { steps: CardStep[] }) {
  const [says, setSays] = useState("");
  const copy = async (form: CopyForm) => {
    try {
      await navigator.clipboard.writeText(await copied(steps, form));
      setSays(`Copied as ${FORMS[form]}`);
    } catch {
      setSays("The browser did not allow copying");
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
          <Button disabled={steps.length === 0}>Copy</Button>
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
