import type { ComponentType } from "react";
import { RigIcon, TackleIcon, TieIcon, WaterIcon } from "../drawings/place_icons";

/** The places, in the order of the work. */
export const PLACES: { to: string; name: string; icon: ComponentType }[] = [
  { to: "/water", name: "Water", icon: WaterIcon },
  { to: "/rig", name: "Rig", icon: RigIcon },
  { to: "/tie", name: "Tie", icon: TieIcon },
  { to: "/tackle", name: "Tackle", icon: TackleIcon },
];
