import { api } from "../api/client";
import type { ProblemDocument } from "../api/types";

/** Why what stands at a place of a document can't be; null where it can, or where that is not known just now. */
export async function impossible(document: ProblemDocument, where: string): Promise<string | null> {
  const results = await api.evaluate(document, "").catch(() => null);
  const at = (place: string) => place === where || place.startsWith(`${where}.`);
  return results?.complaints.find((each) => each.level === "error" && at(each.where))?.says ?? null;
}
