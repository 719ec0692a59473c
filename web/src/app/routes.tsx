import { createBrowserRouter, Navigate } from "react-router";
import { RouterProvider } from "react-router/dom";
import { RigPlace } from "../places/rig";
import { Enter } from "./enter";
import { Shell } from "./shell";

const router = createBrowserRouter([
  { path: "/enter", element: <Enter /> },
  {
    element: <Shell />,
    children: [
      { path: "/rig", element: <RigPlace /> },
      { path: "*", element: <Navigate to="/rig" replace /> },
    ],
  },
]);

export function Routes() {
  return <RouterProvider router={router} />;
}
