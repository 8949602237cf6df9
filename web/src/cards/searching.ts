import type { CardRow } from "../api/types";

export interface Found {
  row: CardRow;
  /** The other word by which it was found. */
  by: string | null;
}

const plain = (text: string) => text.toLowerCase().normalize("NFD").replace(/\p{M}/gu, "");

/** Figures whose name, family or synonyms begin a word with every word that is looked for. */
export function found(rows: CardRow[], words: string): Found[] {
  const wanted = plain(words)
    .split(/[\s,-]+/)
    .filter(Boolean);
  if (wanted.length === 0) return rows.map((row) => ({ row, by: null }));
  const fits = (text: string) => {
    const parts = plain(text).split(/[\s,-]+/);
    return wanted.every((word) =>
      parts.some((part) => part.startsWith(word) || (word.endsWith("s") && part === word.slice(0, -1))),
    );
  };
  return rows.flatMap((row): Found[] => {
    if (fits(row.title) || fits(row.name)) return [{ row, by: null }];
    const by = row.synonyms.find(fits);
    return by !== undefined ? [{ row, by }] : fits(row.family) ? [{ row, by: null }] : [];
  });
}
