import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { create } from "zustand";
import { api, type LeaderAnswer, type LeaderRequest, Refused, type Rig, type SystemKey, taken } from "../../api/client";

/** What was chosen and typed for a leader; empty texts leave it to the rig in hand and the school. */
export type Asked = {
  school: string;
  total: string;
  tippet: string;
  tippet_length: string;
  wind: string;
  stroke: "gentle" | "usual" | "hard";
  joint: string;
  ring: boolean;
  optimise: boolean;
  shares: [number, number, number] | null;
  packet: string;
  cut_to: string;
  /** Spools left out; null for the reference ladder. */
  without: string[] | null;
};

export const FIRST: Asked = {
  school: "",
  total: "",
  tippet: "",
  tippet_length: "",
  wind: "",
  stroke: "usual",
  joint: "",
  ring: false,
  optimise: true,
  shares: null,
  packet: "",
  cut_to: "",
  without: [],
};

type State = { asked: Asked; ghost: LeaderAnswer | null };

/** The leader being designed and the one pinned to compare it with; they outlive a look at another place. */
export const useTaper = create<State>(() => ({ asked: FIRST, ghost: null }));

export function ask(change: Partial<Asked>): void {
  useTaper.setState({ asked: { ...useTaper.getState().asked, ...change } });
}

export const useLeaderBook = () =>
  useQuery({
    queryKey: ["leader-book"],
    queryFn: async () => taken(await api.GET("/api/v1/leader/book")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The leader of what is asked; the last one stays while the next is designed. */
export function useLeader(
  rig: Rig,
  water: LeaderRequest["water"],
  asked: Asked,
  spools: readonly string[],
  units: SystemKey,
) {
  const { without, ...rest } = asked;
  const own = without === null ? [] : spools.filter((id) => !without.includes(id));
  const body: LeaderRequest = { rig, water, ...rest, spools: own, quarter_inch: units !== "metric" };
  return useQuery({
    queryKey: ["leader", body],
    placeholderData: keepPreviousData,
    retry: (count, error) => !(error instanceof Refused) && count < 3,
    staleTime: 60_000,
    queryFn: async ({ signal }) => taken(await api.POST("/api/v1/leader", { body, signal })),
  });
}

/** What was refused, by field. */
export function faultsOf(error: unknown): Record<string, string> {
  if (!(error instanceof Refused)) return {};
  const out: Record<string, string> = {};
  for (const fault of error.problem?.faults ?? [])
    out[fault.path] = fault.value ? `“${fault.value}”: ${fault.reason}` : fault.reason;
  return out;
}
