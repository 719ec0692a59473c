import { createBrowserRouter, Navigate, useRouteError } from "react-router";
import { RouterProvider } from "react-router/dom";
import { Button } from "../ui/button";
import { phrase } from "../words/phrase";
import { Enter } from "./enter";
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

/** A place that did not arrive, or failed while it was shown: what was typed is kept, a reload brings it back. */
function NotLoaded() {
  const error = useRouteError();
  return (
    <main className="p-6" role="alert">
      <h1 className="text-xl font-bold">{phrase("This place could not be shown")}</h1>
      <p className="mt-2 mb-4 max-w-prose">
        {phrase("Nothing is lost; what you changed is kept in this tab. {error}", {
          error: error instanceof Error ? error.message : "",
        })}
      </p>
      <Button strong onClick={() => window.location.reload()}>
        {phrase("Load it again")}
      </Button>
    </main>
  );
}
