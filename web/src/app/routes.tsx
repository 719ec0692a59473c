import { createBrowserRouter, Navigate, useRouteError } from "react-router";
import { RouterProvider } from "react-router/dom";
import { Enter } from "./enter";
import { NotShown } from "./not_shown";
import { Shell } from "./shell";

/** Every place is loaded when it is first gone to. */
const router = createBrowserRouter([
  { path: "/enter", element: <Enter /> },
  { path: "/join", lazy: async () => ({ Component: (await import("./join")).Join }) },
  { path: "/shared/:secret", lazy: async () => ({ Component: (await import("./shared")).Shared }) },
  {
    element: <Shell />,
    HydrateFallback: () => null,
    children: [
      {
        ErrorBoundary: NotLoaded,
        children: [
          { path: "/water/:water?", lazy: async () => ({ Component: (await import("../places/water")).WaterPlace }) },
          { path: "/rig/:rig?", lazy: async () => ({ Component: (await import("../places/rig")).RigPlace }) },
          ...["/rig/taper", "/rig/:rig/taper"].map((path) => ({
            path,
            lazy: async () => ({ Component: (await import("../places/taper")).TaperPlace }),
          })),
          { path: "/tie/:rig?", lazy: async () => ({ Component: (await import("../places/tie")).TiePlace }) },
          { path: "/fish", lazy: async () => ({ Component: (await import("../places/fish")).FishPlace }) },
          { path: "/begin", lazy: async () => ({ Component: (await import("./begin")).Begin }) },
          { path: "/learn", lazy: async () => ({ Component: (await import("../places/learn")).LearnPlace }) },
          { path: "/tackle/:kind?", lazy: async () => ({ Component: (await import("../places/tackle")).TacklePlace }) },
          { path: "*", element: <Navigate to="/rig" replace /> },
        ],
      },
    ],
  },
]);

export function Routes() {
  return <RouterProvider router={router} />;
}

function NotLoaded() {
  const error = useRouteError();
  return <NotShown error={error instanceof Error ? error.message : ""} />;
}
