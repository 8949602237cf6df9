import { memo } from "react";
import type { Opened } from "../api/types";
import { api } from "../api/client";
import { PageHeader } from "../ui/PageHeader";
import { TextInPlace } from "../ui/TextInPlace";
import { EarlierVersions } from "./Earlier";
import { SettingsButton } from "../statement/SettingsButton";
import { Button } from "../ui/Button";
import { Shortcuts } from "../ui/Shortcuts";
import { useBench, useBenchStore } from "../document/store";
import { UndoButtons } from "../document/UndoButtons";
import type { Saving } from "../document/useSaving";
import { kindOf } from "../kinds";

export const Header = memo(function Header({ opened, saving }: { opened: Opened; saving: Saving }) {
  const store = useBenchStore();
  const { shortcuts, phrases } = useBench((state) => kindOf(state.document.figures[state.figure]));
  const asked = useBench((state) => state.document.asks.length > 0);
  const title = useBench((state) => state.document.title);
  return (
    <PageHeader>
      <h1 className="min-w-40 grow">
        <TextInPlace
          value={title}
          label="Title"
          placeholder="Untitled problem"
          className="w-full border-transparent! bg-transparent! text-lg! font-semibold hover:border-rule!"
          onCommit={(text) => {
            const state = store.getState();
            state.commit({ ...state.document, title: text.trim().slice(0, 200) });
          }}
        />
      </h1>
      <SavedSign saving={saving} />
      <UndoButtons />
      <EarlierVersions id={opened.id} />
      <SettingsButton />
      <Button
        title="The working before a class, step by step"
        onClick={() => store.getState().set({ stepping: true })}
        disabled={!asked}
      >
        Step through
      </Button>
      <Button
        title="The whole problem as a page: to print, to copy, to hand out"
        onClick={() => store.getState().set({ paging: true })}
      >
        Page
      </Button>
      <a
        href={api.fileAddress(opened.id)}
        download
        className="inline-flex min-h-8 items-center rounded-md border border-rule bg-sheet px-2.5 py-1 text-sm hover:bg-pine-wash"
      >
        Download
      </a>
      <Shortcuts of={shortcuts} phrases={phrases} />
    </PageHeader>
  );
});

function SavedSign({ saving }: { saving: Saving }) {
  const document = useBench((state) => state.document);
  const words = {
    saved: saving.state === "saved" && saving.of !== document ? "Saving …" : "Saved",
    saving: "Saving …",
    failed: "Not saved yet",
    gone: "Kept here",
    conflict: "Waiting for your choice",
  }[saving.state];
  return (
    <span role="status" className={`px-1 text-sm ${saving.state === "failed" ? "text-alarm" : "text-soft"}`}>
      {words}
    </span>
  );
}
