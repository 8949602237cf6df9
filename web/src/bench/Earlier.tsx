import { useQuery } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useState } from "react";
import { api } from "../api/client";
import { useBenchStore } from "../document/store";
import { Button } from "../ui/Button";

const when = (time: string) =>
  new Date(time).toLocaleString("en-GB", {
    weekday: "short",
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

/** Earlier versions of the problem: each can be looked at, and brought back as a change like any other. */
export function EarlierVersions({ id }: { id: number }) {
  const store = useBenchStore();
  const [open, setOpen] = useState(false);
  const [looked, setLooked] = useState<number | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const kept = useQuery({
    queryKey: ["earlier", id],
    queryFn: () => api.earlier(id),
    enabled: open,
    staleTime: 0,
    gcTime: 0,
  });
  const get = (version: number) =>
    api.earlierVersion(id, version).then(
      ({ document }) => {
        setSays(null);
        return document;
      },
      (error: unknown) => {
        setSays(error instanceof Error ? error.message : String(error));
        return null;
      },
    );
  const look = async (version: number) => {
    const document = await get(version);
    if (!document) return;
    setLooked(version);
    store.getState().set({ selected: null }); // its fields would tell of today
    store.getState().preview(document);
  };
  const bringBack = async (version: number) => {
    const document = await get(version);
    if (!document) return;
    store.getState().commit(document);
    store.getState().set({ notice: "The earlier version is back. Undo takes it away again." });
    setLooked(null);
    setOpen(false);
  };
  return (
    <Popover.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        setSays(null);
        if (looked !== null) store.getState().preview(null);
        setLooked(null);
      }}
    >
      <Popover.Trigger asChild>
        <Button title="Earlier versions of this problem">Earlier</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="popover w-96"
          align="end"
          sideOffset={6}
          collisionPadding={8}
          aria-label="Earlier versions"
        >
          <h2 className="mb-1 font-semibold">Earlier versions</h2>
          {kept.data?.length === 0 ? (
            <p className="text-sm text-soft">None yet. As you work, one is kept each minute; older ones are thinned.</p>
          ) : null}
          {(says ?? kept.error?.message) ? (
            <p className="says" role="alert">
              {says ?? kept.error?.message}
            </p>
          ) : null}
          <ul className="max-h-80 overflow-auto">
            {kept.data?.map((each) => (
              <li key={each.version} className="flex items-center gap-2 py-0.5 text-sm">
                <span className="grow">
                  {when(each.saved)}
                  {each.title ? <span className="block truncate text-soft">{each.title}</span> : null}
                </span>
                <Button aria-pressed={looked === each.version} onClick={() => void look(each.version)}>
                  Look
                </Button>
                <Button onClick={() => void bringBack(each.version)}>Bring back</Button>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
