import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Link, useNavigate } from "react-router";
import { api } from "../api/client";
import { Brand } from "../ui/Brand";
import { Button } from "../ui/Button";
import { Places } from "../ui/PageHeader";
import { Arriving, useArriving } from "./Arriving";
import { Bin } from "./Bin";
import { Finding } from "./Finding";
import { ProblemCard } from "./ProblemCard";
import { useShelf } from "./useShelf";

const MAX_FILE = 4_000_000; // an indented file of a problem of 1 MB

/** The home page: the saved problems, each with a small picture of its figure. */
export function Shelf() {
  const { problems, first, pages, ...sought } = useShelf();
  const arriving = useArriving();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const open = (made: { id: number }) => void navigate(`/problems/${made.id}`);
  const create = useMutation({ mutationFn: () => api.create(fresh()), onSuccess: open });
  const openFile = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > MAX_FILE) throw new Error("the file is larger than 1 MB, the most a problem may have");
      return api.openFile(await file.text());
    },
    onSuccess: open,
  });
  const loadDemo = useMutation({
    mutationFn: api.loadDemo,
    onSuccess: () => queries.invalidateQueries({ queryKey: ["shelf"] }),
  });
  useEffect(() => {
    document.title = "Shelf · Tilt Grid";
  }, []);
  const fault = pages.error ?? create.error ?? openFile.error ?? loadDemo.error;

  return (
    <div className="min-h-screen">
      <header className="relative overflow-hidden border-b border-edge bg-sheet">
        <div
          aria-hidden
          className="absolute inset-y-0 -right-10 w-2/5 origin-bottom slant bg-[linear-gradient(var(--color-edge)_1px,transparent_1px),linear-gradient(90deg,var(--color-edge)_1px,transparent_1px)] bg-[size:24px_24px] opacity-60"
        />
        <div className="relative mx-auto flex max-w-7xl flex-wrap items-center gap-3 px-6 py-4">
          <Brand />
          <Places />
          <span className="grow" />
          <Button onClick={() => chooser.current?.click()} disabled={openFile.isPending}>
            Open a file
          </Button>
          <input
            ref={chooser}
            type="file"
            accept=".json,application/json,.zip,application/zip"
            aria-label="Open a problem file or an archive"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file && /\.zip$/i.test(file.name)) void arriving.open(file);
              else if (file) openFile.mutate(file);
              event.target.value = "";
            }}
          />
          <Button look="solid" onClick={() => create.mutate()} disabled={create.isPending}>
            New problem
          </Button>
        </div>
      </header>
      <main className="mx-auto max-w-7xl px-6 py-6">
        <h1 className="text-2xl font-semibold">Shelf</h1>
        <p className="mb-4 text-soft">
          Perimeters, areas, surfaces and volumes of figures and solids, worked out exactly, with every step shown.
        </p>
        {fault ? (
          <p role="alert" className="mb-4 rounded-md border border-alarm bg-alarm-wash px-3 py-2 text-alarm">
            {openFile.error ? "This file could not be opened: " : ""}
            {fault.message}
          </p>
        ) : null}
        <Arriving {...arriving} />
        {first?.on_shelf === 0 ? (
          <Empty onNew={() => create.mutate()} onDemo={() => loadDemo.mutate()} />
        ) : (
          <>
            <Finding
              {...sought}
              labels={first?.labels ?? []}
              onWords={sought.look}
              onLabel={sought.under}
              onOrder={sought.inOrder}
            />
            {first?.found === 0 ? (
              <p className="py-4">
                No problem{sought.label ? ` under “${sought.label}”` : ""}
                {sought.words.trim() ? ` has “${sought.words.trim()}” in its title, its words or its labels` : ""}.
              </p>
            ) : null}
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(15.5rem,1fr))] gap-5">
              {problems.map((problem) => (
                <ProblemCard key={problem.id} problem={problem} labels={first?.labels.map(({ name }) => name) ?? []} />
              ))}
            </ul>
            {pages.hasNextPage ? (
              <More
                left={(first?.found ?? 0) - problems.length}
                onMore={() => (pages.isFetching ? undefined : void pages.fetchNextPage())}
              />
            ) : null}
          </>
        )}
        <div className="mt-6 flex flex-wrap items-start gap-x-6 gap-y-2">
          <Bin />
          {first?.on_shelf ? (
            <a
              href={api.everythingAddress}
              download
              className="inline-flex min-h-8 items-center rounded-md px-2.5 text-sm text-soft hover:bg-pine-wash"
            >
              Download everything ({first.on_shelf})
            </a>
          ) : null}
        </div>
      </main>
    </div>
  );
}

/** The rest of what was found: it comes when it is scrolled to, or at a press. */
function More({ left, onMore }: { left: number; onMore: () => void }) {
  const end = useRef<HTMLDivElement>(null);
  const more = useRef(onMore);
  useEffect(() => {
    more.current = onMore;
  });
  useEffect(() => {
    const watching = new IntersectionObserver(([seen]) => (seen?.isIntersecting ? more.current() : undefined), {
      rootMargin: "600px",
    });
    if (end.current) watching.observe(end.current);
    return () => watching.disconnect();
  }, [left]);
  return (
    <div ref={end} className="mt-5 grid place-items-center">
      <Button onClick={onMore}>{left} more</Button>
    </div>
  );
}

function Empty({ onNew, onDemo }: { onNew: () => void; onDemo: () => void }) {
  return (
    <section className="flex max-w-xl flex-col items-start gap-3 rounded-md border border-dashed border-rule p-6">
      <h2 className="text-lg font-semibold">The shelf is empty</h2>
      <p>
        A problem has a figure, built from parts, and something it asks: how much edging, how much turf. Start one of
        your own, or put the worked problems of Brindle Yard, a wheel park, on the shelf and change their numbers.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button look="solid" onClick={onNew}>
          Draw a figure
        </Button>
        <Link
          to="/cards"
          className="inline-flex min-h-8 items-center rounded-md border border-rule bg-sheet px-2.5 py-1 text-sm hover:bg-pine-wash"
        >
          Solve one figure
        </Link>
        <Button onClick={onDemo}>Open the examples: Brindle Yard problems</Button>
      </div>
    </section>
  );
}

function fresh() {
  return {
    format: "tilt-grid/problem",
    version: 1,
    title: "Untitled problem",
    settings: { unit: "m", angle: "deg", pi: "exact", rounding: { places: 2 } },
    figures: [{ name: "figure", kind: "plane", parts: [] }],
    asks: [
      { label: "Perimeter", expression: "figure.perimeter" },
      { label: "Area", expression: "figure.area" },
    ],
  };
}
