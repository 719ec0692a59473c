import { useQuery } from "@tanstack/react-query";
import { api, taken } from "../api/client";

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
