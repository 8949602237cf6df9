import type { api } from "../api/client";

/** One problem of an archive. */
export interface Brought {
  file: string;
  document: unknown;
  labels: string[];
}

/** What became of an archive's problems. */
export interface Outcome {
  opened: number;
  already: number;
  refused: { file: string; says: string }[];
}

export const LARGEST = 400_000_000; // bytes of an archive
const LARGEST_FILE = 4_000_000; // an indented file of a problem of 1 MB
const MOST_FILES = 20_000;

/** The problems in an archive, in its order, the last one first, so that the newest ends on top. Files that can't be read are told. */
export async function problemsIn(archive: Uint8Array): Promise<{ found: Brought[]; refused: Outcome["refused"] }> {
  const { unzipSync, strFromU8 } = await import("fflate");
  const refused: Outcome["refused"] = [];
  let count = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(archive, {
      filter: ({ name, originalSize }) => {
        if (!name.endsWith(".json")) return false;
        count += 1;
        if (originalSize <= LARGEST_FILE && count <= MOST_FILES) return true;
        const says =
          originalSize > LARGEST_FILE
            ? "is larger than 1 MB, the most a problem may have"
            : "comes after 20,000 files, the most that are opened at once";
        refused.push({ file: name, says });
        return false;
      },
    });
  } catch {
    throw new Error("this is not an archive (ZIP) that can be read");
  }
  const read = (name: string): unknown => JSON.parse(strFromU8(files[name] ?? new Uint8Array()));
  const labels = labelsIn(files["shelf.json"] ? attempt(() => read("shelf.json")) : null);
  const names = Object.keys(files).filter((name) => name !== "shelf.json");
  const found = names.flatMap((file): Brought[] => {
    const document = attempt(() => read(file));
    if (document !== null && typeof document === "object" && !Array.isArray(document))
      return [{ file, document, labels: labels.get(file) ?? [] }];
    refused.push({ file, says: "is not a problem file" });
    return [];
  });
  return { found: found.reverse(), refused };
}

/** Put problems on the shelf, one after the other; ``onProgress`` says how far it is, the signal ends it between two of them. */
export async function bringAll(
  found: readonly Brought[],
  bring: typeof api.bring,
  signal: AbortSignal,
  onProgress: (done: number) => void,
): Promise<Outcome> {
  const outcome: Outcome = { opened: 0, already: 0, refused: [] };
  for (const [index, { file, document, labels }] of found.entries()) {
    if (signal.aborted) break;
    try {
      const { already } = await bring(document, labels);
      outcome[already ? "already" : "opened"] += 1;
    } catch (fault) {
      outcome.refused.push({ file, says: fault instanceof Error ? fault.message : "could not be opened" });
    }
    onProgress(index + 1);
  }
  return outcome;
}

function labelsIn(shelf: unknown): Map<string, string[]> {
  const rows = (shelf as { problems?: unknown } | null)?.problems;
  const told = new Map<string, string[]>();
  for (const row of Array.isArray(rows) ? (rows as { file?: unknown; labels?: unknown }[]) : []) {
    if (typeof row?.file !== "string" || !Array.isArray(row.labels)) continue;
    told.set(
      row.file,
      row.labels.filter((name): name is string => typeof name === "string" && name !== ""),
    );
  }
  return told;
}

function attempt<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}
