import { useEffect } from "react";
import { api } from "../api/client";
import type { VaryDocument } from "../api/types";
import { useBench, useBenchStore } from "../document/store";
import type { Worked } from "../document/useResults";
import { useAsked } from "./useAsked";
import { Held, ranged, Ranges, Watch } from "./VaryFields";
import { Shown } from "./VaryShown";

/** One letter or two with a range, what is watched meanwhile, the figure moving along. */
export function VaryTab({ worked }: { worked: Worked }) {
  const store = useBenchStore();
  const document = useBench((state) => state.document);
  const figure = useBench((state) => state.figure);
  const vary = document.vary ?? null;
  const put = (changed: VaryDocument | null) => {
    const state = store.getState();
    state.commit({ ...state.document, vary: changed });
  };
  const first = (document.letters ?? [])[0];
  useEffect(() => {
    if (vary || !first) return;
    const measure = Object.keys(worked.results?.inLetters ?? {})[0];
    if (measure) put({ letters: [ranged(document, first.name)], watch: [measure] });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a beginning is made once
  }, [vary === null]);
  const rough = useAsked(document, () => api.vary(document, true), vary !== null, 0);
  const full = useAsked(
    document,
    () => api.vary(document),
    vary !== null && !rough.busy && (rough.answer ?? rough.fault) !== null,
    0,
  );
  const answer = full.answer && !full.busy ? full.answer : (rough.answer ?? full.answer);
  const { fault, busy } = full;
  if (!vary) return null;
  return (
    <div className="grid grow gap-4 p-4 lg:grid-cols-[24rem_1fr]">
      <div className="flex min-h-0 flex-col gap-3">
        <Ranges document={document} vary={vary} onChange={put} />
        <Watch vary={vary} onChange={put} />
        <Held document={document} />
        {fault ? (
          <p className="says" role="alert">
            {fault}
          </p>
        ) : null}
        {busy ? <p className="text-soft">Working it out …</p> : null}
      </div>
      {answer && vary ? (
        <Shown
          key={answer.letters.join()}
          varied={answer}
          rough={answer !== full.answer}
          document={document}
          figure={figure}
        />
      ) : null}
    </div>
  );
}
