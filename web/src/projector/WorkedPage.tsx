import { Suspense, useEffect, useRef, useState } from "react";
import { createPortal } from "react-dom";
import { api, type PageForm, type PageSheet } from "../api/client";
import { useBench } from "../document/store";
import type { Worked } from "../document/useResults";
import { kindOf } from "../kinds";
import { Button } from "../ui/Button";
import { Maths, large } from "../ui/Maths";
import { save } from "../ui/save";
import { ToggleRow } from "../ui/ToggleRow";
import { asPng, drawnSvg } from "./drawnSvg";

const SHEETS: Record<PageSheet, string> = { worked: "Worked", sheet: "To fill in", key: "Key" };
const FILES: Record<PageForm, { title: string; ending: string; type: string }> = {
  html: { title: "HTML", ending: "html", type: "text/html" },
  markdown: { title: "Markdown", ending: "md", type: "text/markdown" },
  text: { title: "Text", ending: "txt", type: "text/plain" },
};
const ROOM = [1, 2, 3, 4];

/** The whole problem as a page to hand out: printed, copied or downloaded, with or without the answers. */
export default function WorkedPage({ worked, onClose }: { worked: Worked; onClose: () => void }) {
  const problem = useBench((state) => state.document);
  const [what, setWhat] = useState<PageSheet>("worked");
  const [says, setSays] = useState<string | null>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const name = (problem.title || "problem")
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "")
    .toLowerCase();

  useEffect(() => {
    document.body.classList.add("prints-page");
    sheet.current?.focus();
    return () => document.body.classList.remove("prints-page");
  }, []);

  const pictureOf = (figure: string) => {
    const place = sheet.current?.querySelector(`[data-stage="${CSS.escape(figure)}"]`);
    return place ? drawnSvg(place) : null;
  };
  const written = async (form: PageForm) => {
    const text = await api.page(problem, form, what);
    if (form !== "html") return text;
    return problem.figures.reduce((now, { name: figure }) => {
      const empty = `<figure data-figure="${figure}"></figure>`;
      const svg = pictureOf(figure);
      return svg ? now.replace(empty, () => `<figure data-figure="${figure}">${svg}</figure>`) : now.replace(empty, "");
    }, text);
  };
  const tried = (work: () => Promise<string>) => {
    work()
      .then(setSays)
      .catch((error: unknown) => setSays(error instanceof Error ? error.message : String(error)));
  };
  const download = (form: PageForm) =>
    tried(async () => {
      const { ending, type } = FILES[form];
      save(await written(form), `${name}${what === "worked" ? "" : `-${what}`}.${ending}`, type);
      return `${name}.${ending} is saved`;
    });
  const copy = (form: PageForm) =>
    tried(async () => {
      await navigator.clipboard.writeText(await written(form));
      return `copied as ${FILES[form].title}`;
    });
  const picture = (form: "svg" | "png") =>
    tried(async () => {
      for (const figure of problem.figures) {
        const svg = pictureOf(figure.name);
        if (!svg) continue;
        if (form === "svg") save(svg, `${figure.name}.svg`, "image/svg+xml");
        else {
          const png = await asPng(svg);
          if (png) save(png, `${figure.name}.png`, "image/png");
        }
      }
      return `pictures are saved as ${form.toUpperCase()}`;
    });

  return createPortal(
    <div
      ref={sheet}
      role="dialog"
      aria-modal
      aria-label="Page"
      tabIndex={-1}
      className="page-out fixed inset-0 z-40 overflow-auto bg-paper outline-none"
      onKeyDown={(event) => event.key === "Escape" && onClose()}
    >
      <header className="no-print sticky top-0 z-10 flex flex-wrap items-center gap-2 border-b border-edge bg-sheet px-4 py-1.5">
        <ToggleRow label="What the page holds" value={what} options={SHEETS} onChange={setWhat} />
        <Button look="solid" onClick={() => window.print()}>
          Print
        </Button>
        {(Object.keys(FILES) as PageForm[]).map((form) => (
          <span key={form} className="inline-flex">
            <Button className="rounded-r-none" onClick={() => download(form)}>
              {FILES[form].title}
            </Button>
            <Button
              className="rounded-l-none border-l-0 px-1.5"
              aria-label={`Copy as ${FILES[form].title}`}
              title={`Copy as ${FILES[form].title}`}
              onClick={() => copy(form)}
            >
              copy
            </Button>
          </span>
        ))}
        <Button onClick={() => picture("svg")}>Picture SVG</Button>
        <Button onClick={() => picture("png")}>Picture PNG</Button>
        <span role="status" className="text-sm text-soft">
          {says}
        </span>
        <Button className="ml-auto" onClick={onClose} aria-label="Close" title="Close (Esc)">
          ×
        </Button>
      </header>
      <article className="mx-auto my-4 max-w-[190mm] bg-white p-8 text-base shadow-sm print:m-0 print:max-w-none print:p-0 print:shadow-none">
        <h1 className="mb-2 text-2xl font-bold">
          {problem.title || "Untitled problem"}
          {what === "key" ? ": key" : ""}
        </h1>
        {problem.statement && what !== "key" ? <p className="mb-3 whitespace-pre-line">{problem.statement}</p> : null}
        {problem.figures.map((each, index) => {
          const { Stage } = kindOf(each);
          return Stage && worked.results ? (
            <div
              key={each.name}
              data-stage={each.name}
              inert
              className={`stage-on-page mb-3 flex h-90 flex-col break-inside-avoid ${what === "key" ? "hidden" : ""}`}
            >
              <Suspense fallback={null}>
                <Stage figure={index} worked={worked} />
              </Suspense>
            </div>
          ) : null;
        })}
        {problem.asks.map((ask, index) => {
          const answer = worked.answers[index];
          return (
            <section key={index} aria-label={ask.label}>
              <h2 className="mt-4 mb-1 break-after-avoid text-lg font-bold">{ask.label}</h2>
              {what === "sheet" ? ROOM.map((line) => <div key={line} className="h-9 border-b border-rule" />) : null}
              {what === "worked"
                ? answer?.steps.map((line, at) => (
                    <p key={at} className="my-1.5 break-inside-avoid overflow-x-auto">
                      <Maths maths={large(line)} />
                    </p>
                  ))
                : null}
              {what === "sheet" ? null : <p className="font-bold">{answer?.text ?? "can’t be worked out yet"}</p>}
            </section>
          );
        })}
      </article>
    </div>,
    document.body,
  );
}
