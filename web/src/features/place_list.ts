import type { ComponentType } from "react";
import { FishIcon, LearnIcon, RigIcon, TackleIcon, TieIcon, WaterIcon } from "../drawings/place_icons";
import { phrase } from "../words/phrase";

/** The places, in the order of the work; some are nothing without a water. */
export const PLACES: { to: string; name: string; icon: ComponentType; needsWater: boolean }[] = [
  { to: "/water", name: phrase("Water"), icon: WaterIcon, needsWater: true },
  { to: "/rig", name: phrase("Rig"), icon: RigIcon, needsWater: true },
  { to: "/tie", name: phrase("Tie"), icon: TieIcon, needsWater: true },
  { to: "/fish", name: phrase("Fish"), icon: FishIcon, needsWater: false },
  { to: "/learn", name: phrase("Learn"), icon: LearnIcon, needsWater: false },
  { to: "/tackle", name: phrase("Tackle"), icon: TackleIcon, needsWater: false },
];
