import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { api, Refused } from "../api/client";
import type { ProblemDocument, Variant, VariantsDocument } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import type { Worked } from "../document/useResults";
import { Button } from "../ui/Button";
import { save } from "../ui/save";
import { TextInPlace } from "../ui/TextInPlace";
import { numberIn, tidyNumber } from "../document/letters";
import { SheetPicture, sheetStyle } from "./SheetPicture";

const AT_ONCE = 5;
const NONE: VariantsDocument = { givens: [], whole: [], places: 0, slips: true };

/** Whatever has givens: a card, a part, a piece. */
interface Owner {
  name: string;
  given?: unknown;
  parts?: Owner[];
  pieces?: Owner[];
}

/** Every given that is a number, by the name that variants have for it. */
function givensOf(document: ProblemDocument): [name: string, typed: string][] {
  const letters = (document.letters ?? []).map(({ name, stands }): [string, string] => [name, stands]);
  const given = (owner: string, of: unknown): [string, string][] =>
    Object.entries((of ?? {}) as Record<string, string>).map(([measure, typed]) => [`${owner}.${measure}`, typed]);
  const own = (document.figures as unknown as Owner[]).flatMap((figure) =>
    [figure, ...(figure.parts ?? []), ...(figure.pieces ?? [])].flatMap((each) => given(each.name, each.given)),
  );
  return [...letters, ...own].filter(([, typed]) => /^\s*-?\d[\d.,]*\s*[a-z°]*\s*$/i.test(typed));
}

/** Fresh problems with other numbers: made in small lots, so that one can stop; printed, saved, opened on the bench. */
export function VariantsTab({ worked }: { worked: Worked }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const wish = document.variants ?? NONE;
  const [count, setCount] = useState("20");
  const [seed, setSeed] = useState("1");
  const [made, setMade] = useState<Variant[]>([]);
  const [progress, setProgress] = useState<string | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const stopped = useRef(false);
  const put = (changed: VariantsDocument) => {
    const state = store.getState();
    state.commit({ ...state.document, variants: changed.givens.length > 0 ? changed : null });
  };
  const name = (document.title || "problem").replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase();

  const make = async () => {
    const wanted = Math.min(500, Math.max(1, Number(count) || 1));
    stopped.current = false;
    setSays(null);
    const found: Variant[] = [];
    setMade([]);
    try {
      while (found.length < wanted && !stopped.current) {
        setProgress(`${found.length} of ${wanted}`);
        const lot = await api.variants({
          document: store.getState().document,
          seed: Math.abs(Math.round(Number(seed) || 1)),
          first: found.length + 1,
          count: Math.min(AT_ONCE, wanted - found.length),
          besides: found.map((each) => each.key),
        });
        found.push(...lot);
        setMade([...found]);
        if (lot.length < Math.min(AT_ONCE, wanted - found.length + lot.length)) {
          setSays(`There are no more than ${found.length} that are as they are wanted.`);
          break;
        }
      }
    } catch (error) {
      setSays(error instanceof Refused ? error.message : String(error));
    }
    setProgress(null);
  };
  const sheets = async () => {
    const title = document.title || "Variants";
    let page = await api.variantSheets(title, made);
    for (const variant of made) page = await withPictures(page, variant);
    return page.replace("</style>", `${sheetStyle()}</style>`);
  };
  const print = async () => {
    const frame = window.document.createElement("iframe");
    frame.title = "Sheets to print";
    frame.className = "fixed h-0 w-0";
    frame.srcdoc = await sheets();
    frame.onload = () => {
      frame.contentWindow?.print();
      setTimeout(() => frame.remove(), 60_000);
    };
    window.document.body.append(frame);
  };

  return (
    <div className="mx-auto flex w-full max-w-5xl flex-col gap-3 p-4">
      <section aria-label="What is drawn anew" className="rounded-md border border-edge bg-sheet p-3 text-sm">
        <h2 className="mb-1 font-semibold">Which givens vary</h2>
        <ul className="flex flex-col gap-1">
          {givensOf(document).map(([given, typed]) => {
            const at = wish.givens.findIndex((each) => each.name === given);
            const own = wish.givens[at];
            const change = (changed: Partial<VariantsDocument["givens"][number]>) =>
              put({
                ...wish,
                givens: wish.givens.map((each, index) => (index === at ? { ...each, ...changed } : each)),
              });
            const now = numberIn(typed) ?? 1;
            return (
              <li key={given} className="flex flex-wrap items-center gap-2">
                <label className="inline-flex min-w-48 items-center gap-2">
                  <input
                    type="checkbox"
                    checked={own !== undefined}
                    onChange={(event) =>
                      put({
                        ...wish,
                        givens: event.target.checked
                          ? [
                              ...wish.givens,
                              {
                                name: given,
                                low: tidyNumber(Math.max(1, Math.floor(now / 2))),
                                high: tidyNumber(Math.ceil(2 * now)),
                                step: "1",
                              },
                            ]
                          : wish.givens.filter((each) => each.name !== given),
                      })
                    }
                  />
                  {given} <span className="text-soft">now {typed}</span>
                </label>
                {own ? (
                  <>
                    from
                    <TextInPlace
                      value={own.low}
                      label={`${given} from`}
                      className="w-16"
                      onCommit={(low) => change({ low })}
                    />
                    to
                    <TextInPlace
                      value={own.high}
                      label={`${given} to`}
                      className="w-16"
                      onCommit={(high) => change({ high })}
                    />
                    in steps of
                    <TextInPlace
                      value={own.step ?? "1"}
                      label={`${given} in steps of`}
                      className="w-14"
                      onCommit={(step) => change({ step })}
                    />
                  </>
                ) : null}
              </li>
            );
          })}
        </ul>
        <p className="mt-2 flex flex-wrap items-center gap-2">
          <TextInPlace
            value={(wish.whole ?? []).join(", ")}
            label="What comes out short"
            placeholder="slab.diagonal, bed.area"
            className="w-64"
            onCommit={(text) =>
              put({
                ...wish,
                whole: text
                  .split(",")
                  .map((each) => each.trim())
                  .filter(Boolean),
              })
            }
          />
          comes out
          <select
            className="field"
            aria-label="With how many decimals"
            value={wish.places ?? 0}
            onChange={(event) => put({ ...wish, places: Number(event.target.value) })}
          >
            <option value={0}>whole</option>
            <option value={1}>with one decimal at most</option>
            <option value={2}>with two decimals at most</option>
          </select>
          <label className="inline-flex items-center gap-1">
            <input
              type="checkbox"
              checked={wish.slips ?? true}
              onChange={(event) => put({ ...wish, slips: event.target.checked })}
            />
            slips lead to different answers
          </label>
        </p>
      </section>
      <div className="flex flex-wrap items-center gap-2 text-sm">
        <label>
          How many{" "}
          <input
            className="field w-16"
            aria-label="How many"
            value={count}
            onChange={(event) => setCount(event.target.value)}
          />
        </label>
        <label>
          Seed{" "}
          <input
            className="field w-20"
            aria-label="Seed"
            value={seed}
            onChange={(event) => setSeed(event.target.value)}
          />
        </label>
        {progress === null ? (
          <Button look="solid" disabled={wish.givens.length === 0} onClick={() => void make()}>
            Make them
          </Button>
        ) : (
          <Button onClick={() => (stopped.current = true)}>Stop</Button>
        )}
        <span role="status" className="text-soft">
          {progress ?? (made.length > 0 ? `${made.length} made` : "")}
        </span>
        {made.length > 0 && progress === null ? (
          <>
            <Button onClick={() => void print()}>Print sheets and key</Button>
            <Button onClick={() => void sheets().then((page) => save(page, `${name}-variants.html`, "text/html"))}>
              Sheets as HTML
            </Button>
            <Button
              onClick={() =>
                void api
                  .variantTable(document.title ?? "", made)
                  .then((text) => save(text, `${name}-variants.csv`, "text/csv"))
              }
            >
              Table as CSV
            </Button>
          </>
        ) : null}
      </div>
      {says ? (
        <p className="says" role="alert">
          {says}
        </p>
      ) : null}
      {made.length > 0 ? <Made made={made} worked={worked} /> : null}
    </div>
  );
}

/** The page with the pictures of one variant's figures in their places. */
async function withPictures(page: string, variant: Variant): Promise<string> {
  const results = await api.evaluate(variant.document as unknown as ProblemDocument);
  const { renderToStaticMarkup } = await import("react-dom/server");
  const begin = page.indexOf(`<section data-variant="${variant.number}">`);
  const end = page.indexOf("</section>", begin);
  const own = page.slice(begin, end).replace(/<figure data-figure="([^"]*)"><\/figure>/g, (_, name: string) => {
    const figure = results.figures[name];
    const svg = figure ? renderToStaticMarkup(<SheetPicture results={figure} />) : "";
    return svg ? `<figure>${svg}</figure>` : "";
  });
  return page.slice(0, begin) + own + page.slice(end);
}

function Made({ made }: { made: Variant[]; worked: Worked }) {
  const queries = useQueryClient();
  const [opened, setOpened] = useState<Record<number, number>>({});
  const open = async (variant: Variant) => {
    const problem = await api.create(variant.document);
    setOpened((before) => ({ ...before, [variant.number]: problem.id }));
    await queries.invalidateQueries({ queryKey: ["shelf"] });
  };
  const [first] = made;
  return (
    <div className="overflow-x-auto rounded-md border border-edge bg-sheet p-2">
      <table className="w-full border-collapse text-sm" data-testid="variants">
        <thead>
          <tr className="border-b border-rule text-left">
            <th className="p-1">variant</th>
            {first?.givens.map(([name]) => (
              <th key={name} className="p-1">
                {name}
              </th>
            ))}
            {first?.answers.map((answer) => (
              <th key={answer.label} className="p-1">
                {answer.label}
              </th>
            ))}
            <th />
          </tr>
        </thead>
        <tbody>
          {made.map((variant) => (
            <tr key={variant.number} className="border-b border-edge">
              <td className="p-1">{variant.number}</td>
              {variant.givens.map(([name, text]) => (
                <td key={name} className="p-1">
                  {text}
                </td>
              ))}
              {variant.answers.map((answer) => (
                <td key={answer.label} className="p-1 font-semibold">
                  {answer.text}
                </td>
              ))}
              <td className="p-1">
                {opened[variant.number] ? (
                  <Link className="text-pine underline" to={`/problems/${opened[variant.number]}`}>
                    On the bench
                  </Link>
                ) : (
                  <Button look="quiet" onClick={() => void open(variant)}>
                    Open
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {first && first.unsaid.length > 0 ? (
        <p className="p-1 text-sm text-soft">
          The statement doesn't name {first.unsaid.join(", ")}: there it stays as it is, and the figure tells the new
          numbers.
        </p>
      ) : null}
    </div>
  );
}
