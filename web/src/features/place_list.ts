import type { ComponentType } from "react";
import { FishIcon, LearnIcon, RigIcon, TackleIcon, TieIcon, WaterIcon } from "../drawings/place_icons";

/** The places, in the order of the work; some are nothing without a water. */
export const PLACES: { to: string; name: string; icon: ComponentType; needsWater: boolean }[] = [
  { to: "/water", name: "Water", icon: WaterIcon, needsWater: true },
  { to: "/rig", name: "Rig", icon: RigIcon, needsWater: true },
  { to: "/tie", name: "Tie", icon: TieIcon, needsWater: true },
  { to: "/fish", name: "Fish", icon: FishIcon, needsWater: false },
  { to: "/learn", name: "Learn", icon: LearnIcon, needsWater: false },
  { to: "/tackle", name: "Tackle", icon: TackleIcon, needsWater: false },
];
