import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { forGood, signedOut } from "../api/client";
import { staySame } from "../state/same_person";
import { askAnewInOtherUnits } from "../state/units";

const client = new QueryClient({
  defaultOptions: {
    queries: {
      refetchOnWindowFocus: false,
      retry: (count, error) => !forGood(error) && !signedOut(error) && count < 8,
    },
  },
});

askAnewInOtherUnits(client);
staySame();

export function Providers({ children }: { children: ReactNode }) {
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}
