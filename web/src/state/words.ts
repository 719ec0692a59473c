import { useQuery } from "@tanstack/react-query";
import { create } from "zustand";
import { api, taken } from "../api/client";
import { useBench } from "./bench_store";
import { openSheet } from "./open_sheets";

/** Every word of the trade and of the screens, told in the person's units. */
export const useWords = (enabled = true) => {
  const units = useBench((s) => s.units);
  return useQuery({
    queryKey: ["words", units],
    enabled,
    queryFn: async () => taken(await api.GET("/api/v1/words")).words,
    staleTime: Number.POSITIVE_INFINITY,
  });
};

/** The word that is looked up. */
export const useAsked = create<{ word: string }>(() => ({ word: "" }));

/** Opens what a word means, among the others. */
export function lookUp(word: string): void {
  useAsked.setState({ word });
  openSheet("help");
}
