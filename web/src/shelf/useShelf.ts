import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { api } from "../api/client";
import type { Order, ShelfPage } from "../api/types";

const ORDERS: readonly Order[] = ["changed", "created", "title"];

/** What is looked for on the shelf, held in the address, and what is found, as far as it was scrolled to. */
export function useShelf() {
  const [search, setSearch] = useSearchParams();
  const [words, setWords] = useState(search.get("find") ?? ""); // the address follows a moment later
  const label = search.get("label") ?? "";
  const order = ORDERS.find((name) => name === search.get("order")) ?? "changed";
  const put = (key: string, value: string) =>
    setSearch(
      (now) => {
        const next = new URLSearchParams(now);
        if (value) next.set(key, value);
        else next.delete(key);
        return next;
      },
      { replace: true },
    );
  const pages = useInfiniteQuery({
    queryKey: ["shelf", { words: words.trim(), label, order }],
    queryFn: ({ pageParam }) => api.shelf({ words: words.trim(), label, order, start: pageParam }),
    initialPageParam: 0,
    getNextPageParam: (last: ShelfPage, all: ShelfPage[]) => {
      const shown = all.reduce((sum, page) => sum + page.problems.length, 0);
      return last.problems.length > 0 && shown < last.found ? shown : undefined;
    },
    placeholderData: keepPreviousData,
    refetchOnMount: "always",
  });
  const [first] = pages.data?.pages ?? [];
  const seen = new Set<number>();
  const problems = (pages.data?.pages.flatMap((page) => page.problems) ?? []).filter(({ id }) => {
    const known = seen.has(id ?? 0); // one that moved while it was scrolled comes twice
    seen.add(id ?? 0);
    return !known;
  });
  return {
    problems,
    first,
    pages,
    words,
    label,
    order,
    look: (text: string) => {
      setWords(text);
      put("find", text);
    },
    under: (name: string) => put("label", name),
    inOrder: (name: string) => put("order", name === "changed" ? "" : name),
  };
}
