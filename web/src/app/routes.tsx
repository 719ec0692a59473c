import { createBrowserRouter, Navigate } from "react-router";
import { RouterProvider } from "react-router/dom";
import { RigPlace } from "../places/rig";
import { TacklePlace } from "../places/tackle";
import { TaperPlace } from "../places/taper";
import { TiePlace } from "../places/tie";
import { WaterPlace } from "../places/water";
import { Enter } from "./enter";
import { Shell } from "./shell";

const router = createBrowserRouter([
  { path: "/enter", element: <Enter /> },
  {
    element: <Shell />,
    children: [
      { path: "/water", element: <WaterPlace /> },
      { path: "/rig", element: <RigPlace /> },
      { path: "/rig/taper", element: <TaperPlace /> },
      { path: "/tie", element: <TiePlace /> },
      { path: "/tackle/:kind?", element: <TacklePlace /> },
      { path: "*", element: <Navigate to="/rig" replace /> },
    ],
  },
]);

export function Routes() {
  return <RouterProvider router={router} />;
}
