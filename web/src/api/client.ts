import type {
  Bed,
  CardRow,
  Edit,
  Edited,
  EntryAnswer,
  Forms,
  ListedEarlier,
  MeshAnswer,
  Opened,
  OpenedEarlier,
  Order,
  Preview,
  ProblemDocument,
  Reference,
  Results,
  Scaling,
  Settled,
  SheetRow,
  SolveDocument,
  Solved,
  ShelfPage,
  ReadReadings,
  ReadTable,
  Removed,
  Sounding,
  Typing,
  Variant,
  Varied,
  Written,
} from "./types";

export type PageForm = "html" | "markdown" | "text";
export type PageSheet = "worked" | "sheet" | "key";

/** A refusal of the server: its sentence, its status, and for a conflict the problem as it is now. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly current?: Opened,
  ) {
    super(message);
  }
}

/** Where all of it is served, with a stroke at its end. */
export const BASE = globalThis.document?.querySelector("base") ? new URL(document.baseURI).pathname : "/";

function csrfToken(): string {
  return /(?:^|;\s*)csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

const ask = <T>(method: string, path: string, body?: unknown, init: RequestInit = {}): Promise<T> =>
  askFor<T>(method, path, body, init, (response) => response.text());

/** A request to the server; ``read`` tells how what is no JSON is read. */
async function askFor<T>(
  method: string,
  path: string,
  body: unknown,
  init: RequestInit,
  read: (response: Response) => Promise<unknown>,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`${BASE}api${path}`, {
      ...init,
      method,
      headers: {
        "Content-Type": body instanceof Blob ? "application/octet-stream" : "application/json",
        "X-CSRFToken": csrfToken(),
      },
      body:
        body === undefined ? undefined : typeof body === "string" || body instanceof Blob ? body : JSON.stringify(body),
    });
  } catch {
    throw new Refused("The server can't be reached. Your work is kept here; it is saved when the server is back.", 0);
  }
  if (response.status === 204) return undefined as T;
  if (response.ok && !response.headers.get("Content-Type")?.startsWith("application/json"))
    return (await read(response)) as T;
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const refusal = answer as { says?: string; current?: Opened } | null;
    throw new Refused(
      refusal?.says ?? `The server answered with an error (${response.status}).`,
      response.status,
      refusal?.current,
    );
  }
  return answer as T;
}

/** The sounding device's readings as they arrive, until there are no more or the signal ends it. */
async function* sounding(bed: string, count: number, seed: number, signal: AbortSignal): AsyncGenerator<Sounding> {
  const response = await fetch(`${BASE}api/sounding?bed=${encodeURIComponent(bed)}&count=${count}&seed=${seed}`, {
    signal,
  });
  if (!response.ok || !response.body) {
    const refusal = (await response.json().catch(() => null)) as { says?: string } | null;
    throw new Refused(refusal?.says ?? `The server answered with an error (${response.status}).`, response.status);
  }
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  for (let rest = ""; ;) {
    const { value, done } = await reader.read();
    const lines = (rest + (value ?? "")).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) yield JSON.parse(line) as Sounding;
    if (done) return;
  }
}

export const api = {
  shelf: (sought: { words?: string; label?: string; order?: Order; start?: number; count?: number }) =>
    ask<ShelfPage>("GET", `/problems?${new URLSearchParams(Object.entries(sought).map(([k, v]) => [k, String(v)]))}`),
  label: (id: number, labels: string[]) => ask<{ labels: string[] }>("PUT", `/problems/${id}/labels`, { labels }),
  bring: (document: unknown, labels: string[]) =>
    ask<{ id: number; already: boolean }>("POST", "/problems/bring", { document, labels }),
  everythingAddress: `${BASE}api/problems/everything`,
  open: (id: number) => ask<Opened>("GET", `/problems/${id}`),
  create: (document: unknown) => ask<Opened>("POST", "/problems", { document }),
  openFile: (text: string) => ask<Opened>("POST", "/problems/file", text),
  save: (id: number, version: number, document: ProblemDocument, leaving = false) =>
    ask<Opened>("PUT", `/problems/${id}`, { version, document }, { keepalive: leaving }),
  loadDemo: () => ask<number>("POST", "/problems/demo"),
  copy: (id: number) => ask<Opened>("POST", `/problems/${id}/copy`),
  earlier: (id: number) => ask<ListedEarlier[]>("GET", `/problems/${id}/earlier`),
  earlierVersion: (id: number, version: number) => ask<OpenedEarlier>("GET", `/problems/${id}/earlier/${version}`),
  bin: () => ask<Removed[]>("GET", "/problems/bin"),
  bringBack: (id: number) => ask<undefined>("POST", `/problems/${id}/bring-back`),
  remove: (id: number) => ask<undefined>("DELETE", `/problems/${id}`),
  evaluate: (document: ProblemDocument, also = "") =>
    ask<Results>("POST", `/evaluate${also ? `?also=${also}` : ""}`, document),
  edit: (document: ProblemDocument, edit: Edit) => ask<Edited>("POST", "/edit", { document, edit }),
  entry: (text: string, shapes: Record<string, string>, of: "plane" | "solid" = "plane") =>
    ask<EntryAnswer>("POST", "/entry", { text, shapes, of }),
  typing: (document: ProblemDocument, text: string, caret: number, figure?: string, within?: string) =>
    ask<Typing>("POST", "/typing", { document, text, caret, figure, within }),
  forms: (document: ProblemDocument, of: { expression: string } | { ask: string }, places: number) =>
    ask<Forms>("POST", "/forms", { document, ...of, places }),
  check: (document: ProblemDocument, label: string, answer: string) =>
    ask<Written>("POST", "/check", { document, label, answer }),
  page: (document: ProblemDocument, form: PageForm, what: PageSheet) =>
    ask<string>("POST", `/page?form=${form}&what=${what}`, document),
  hints: (document: ProblemDocument, label: string) => ask<string[]>("POST", "/hints", { document, label }),
  readings: (text: string) => ask<ReadReadings>("POST", "/readings", { text }),
  beds: () => ask<Bed[]>("GET", "/sounding/beds"),
  sounding,
  reference: () => ask<Reference>("GET", "/reference"),
  cards: () => ask<CardRow[]>("GET", "/cards"),
  readTable: (figure: string, text: string) => ask<ReadTable>("POST", "/cards/table/read", { figure, text }),
  writeTable: (document: ProblemDocument, name: string, delimiter: string, decimal: boolean) =>
    ask<string>(
      "POST",
      `/cards/table/write?name=${encodeURIComponent(name)}&delimiter=${delimiter}&decimal_comma=${decimal}`,
      document,
    ),
  working: (document: ProblemDocument, name: string, form: string, wanted: string) =>
    ask<string>(
      "POST",
      `/cards/working?name=${encodeURIComponent(name)}&form=${form}&wanted=${encodeURIComponent(wanted)}`,
      document,
    ),
  mesh: (document: ProblemDocument, name: string, form: string, fineness: string) =>
    askFor<Blob>(
      "POST",
      `/mesh/write?name=${encodeURIComponent(name)}&form=${form}&fineness=${fineness}`,
      document,
      {},
      (response) => response.blob(),
    ),
  measureMesh: (file: File) => ask<MeshAnswer>("POST", "/mesh/measure", file),
  sheet: () => ask<SheetRow[]>("GET", "/cards/sheet"),
  vary: (document: ProblemDocument, rough = false) => ask<Varied>("POST", `/letters/vary?rough=${rough}`, document),
  scaling: (document: ProblemDocument) => ask<Scaling>("POST", "/letters/scaling", document),
  settled: (document: ProblemDocument, figure: string) =>
    ask<Settled | null>("POST", `/letters/settled?figure=${encodeURIComponent(figure)}`, document),
  solve: (wanted: { document: ProblemDocument } & SolveDocument) => ask<Solved>("POST", "/letters/solve", wanted),
  variants: (wanted: { document: ProblemDocument; seed: number; first: number; count: number; besides: string[] }) =>
    ask<Variant[]>("POST", "/letters/variants", wanted),
  variantTable: (title: string, variants: Variant[]) =>
    ask<string>("POST", "/letters/variants/table", { title, variants }),
  variantSheets: (title: string, variants: Variant[]) =>
    ask<string>("POST", "/letters/variants/sheets", { title, variants }),
  preview: (document: ProblemDocument) => ask<Preview>("POST", "/preview", document),
  fileAddress: (id: number) => `${BASE}api/problems/${id}/file`,
};
