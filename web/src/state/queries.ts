import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, Refused, type SystemKey, taken } from "../api/client";
import { useBench } from "./bench_store";

const JUST_NOW_MS = 3000;

export const useMe = () =>
  useQuery({ queryKey: ["me"], queryFn: async () => taken(await api.GET("/api/v1/me")), retry: false });

/** What is looked up; with the units one reads in, whatever they are. */
export const useBook = () =>
  useQuery({
    queryKey: ["book", useBench((s) => s.units)],
    queryFn: async () => {
      try {
        return taken(await api.GET("/api/v1/book"));
      } catch (error) {
        // Units kept in this browser that are known no more.
        if (error instanceof Refused && error.problem?.faults?.some((f) => f.path === "units"))
          useBench.getState().setUnits("metric");
        throw error;
      }
    },
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });

/** The drawer; what came just now is not asked for again by the next that shows it (own changes say that it is old), but by who looks again after another tab or machine was worked at. */
export const useDrawer = () =>
  useQuery({
    queryKey: ["drawer"],
    queryFn: async () => taken(await api.GET("/api/v1/drawer")).drawer,
    staleTime: JUST_NOW_MS,
    refetchOnWindowFocus: true,
  });

export const useReaches = () =>
  useQuery({ queryKey: ["reaches"], queryFn: async () => taken(await api.GET("/api/v1/reaches")).reaches });

export const useInHand = () =>
  useQuery({ queryKey: ["in-hand"], queryFn: async () => taken(await api.GET("/api/v1/in-hand")), staleTime: 0 });

export const useRigs = () =>
  useQuery({
    queryKey: ["rigs"],
    refetchOnWindowFocus: true,
    queryFn: async () => taken(await api.GET("/api/v1/rigs")).rigs,
  });

export const useRuleSets = (units: SystemKey) =>
  useQuery({
    queryKey: ["rule-sets", units],
    queryFn: async () => taken(await api.GET("/api/v1/rule-sets")).rule_sets,
  });

export const useDays = (reachId: string, enabled: boolean) =>
  useQuery({
    queryKey: ["days", reachId],
    enabled,
    queryFn: async () =>
      taken(await api.GET("/api/v1/reaches/{reach_id}/days", { params: { path: { reach_id: reachId } } })).days,
  });

export const useHistory = (rigId: string | null, units: SystemKey) =>
  useQuery({
    queryKey: ["history", rigId, units],
    enabled: rigId !== null,
    queryFn: async () =>
      taken(await api.GET("/api/v1/rigs/{rig_id}/history", { params: { path: { rig_id: rigId ?? "" } } })).revisions,
  });

export const useMeasures = () =>
  useQuery({ queryKey: ["measures"], queryFn: async () => taken(await api.GET("/api/v1/measures")) });

/** What outings taught of a water. */
export const useLesson = (reachId: string, units: SystemKey) =>
  useQuery({
    queryKey: ["lesson", reachId, units],
    queryFn: async () =>
      taken(await api.GET("/api/v1/reaches/{reach_id}/lesson", { params: { path: { reach_id: reachId } } })),
    retry: false,
  });
