import { useQuery } from "@tanstack/react-query";
import { api } from "./client";

/* What never changes while the server runs is asked for once. */

export const useReference = () => useQuery({ queryKey: ["reference"], queryFn: api.reference, staleTime: Infinity });
export const useCards = () => useQuery({ queryKey: ["cards"], queryFn: api.cards, staleTime: Infinity });
export const useSheet = () => useQuery({ queryKey: ["sheet"], queryFn: api.sheet, staleTime: Infinity });
