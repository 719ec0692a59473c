import { useQuery } from "@tanstack/react-query";
import { api, type SystemKey, taken } from "../api/client";

export const useMe = () =>
  useQuery({ queryKey: ["me"], queryFn: async () => taken(await api.GET("/api/me")), retry: false });

export const useBook = () =>
  useQuery({
    queryKey: ["book"],
    queryFn: async () => taken(await api.GET("/api/book")),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useDrawer = () =>
  useQuery({ queryKey: ["drawer"], queryFn: async () => taken(await api.GET("/api/drawer")).drawer });

export const useReaches = () =>
  useQuery({ queryKey: ["reaches"], queryFn: async () => taken(await api.GET("/api/reaches")).reaches });

export const useRigs = () =>
  useQuery({ queryKey: ["rigs"], queryFn: async () => taken(await api.GET("/api/rigs")).rigs });

export const useRuleSets = () =>
  useQuery({ queryKey: ["rule-sets"], queryFn: async () => taken(await api.GET("/api/rule-sets")).rule_sets });

export const useDays = (reachId: string, enabled: boolean) =>
  useQuery({
    queryKey: ["days", reachId],
    enabled,
    queryFn: async () =>
      taken(await api.GET("/api/reaches/{reach_id}/days", { params: { path: { reach_id: reachId } } })).days,
  });

export const useHistory = (rigId: string | null, units: SystemKey) =>
  useQuery({
    queryKey: ["history", rigId, units],
    enabled: rigId !== null,
    queryFn: async () =>
      taken(
        await api.GET("/api/rigs/{rig_id}/history", { params: { path: { rig_id: rigId ?? "" }, query: { units } } }),
      ).revisions,
  });

export const useMeasures = () =>
  useQuery({ queryKey: ["measures"], queryFn: async () => taken(await api.GET("/api/measures")).measures });
