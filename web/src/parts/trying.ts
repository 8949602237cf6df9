import { api } from "../api/client";
import type { ProblemDocument, Results } from "../api/types";

/** What a document would come to; null where that is not known just now. */
export const tried = (document: ProblemDocument): Promise<Results | null> =>
  api.evaluate(document, "").catch(() => null);

/** Why what stands at a place of a document can't be; null where it can. */
export function impossible(results: Results | null, where: string): string | null {
  const at = (place: string) => place === where || place.startsWith(`${where}.`);
  return results?.complaints.find((each) => each.level === "error" && at(each.where))?.says ?? null;
}
