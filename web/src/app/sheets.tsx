import { type ComponentType, type LazyExoticComponent, lazy, Suspense, useEffect, useState } from "react";
import { type SheetName, useSheets } from "../state/open_sheets";

/** What differs between schools belongs to the rig's own place. */
type Over = Exclude<SheetName, "schools">;
type Load = () => Promise<{ default: ComponentType }>;
/** Every sheet over the places; each is fetched when it is first opened, or once the page rests. */
const LOADS: Record<Over, Load> = {
  rigs: async () => ({ default: (await import("../features/library/rig_library")).RigLibrary }),
  start: async () => ({ default: (await import("../features/start/start_sheet")).StartSheet }),
  find: async () => ({ default: (await import("../features/find/find_sheet")).FindSheet }),
  ladder: async () => ({ default: (await import("../features/ladder/ladder_sheet")).LadderSheet }),
  rerig: async () => ({ default: (await import("../features/rerig/rerig_sheet")).RerigSheet }),
  shopping: async () => ({ default: (await import("../features/shopping/shopping_sheet")).ShoppingSheet }),
  practice: async () => ({ default: (await import("../features/practice/practice_sheet")).PracticeSheet }),
  account: async () => ({ default: (await import("../features/account/account_sheet")).AccountSheet }),
  clubs: async () => ({ default: (await import("../features/clubs/clubs_sheet")).ClubsSheet }),
  units: async () => ({ default: (await import("../features/units/units_sheet")).UnitsSheet }),
  history: async () => ({ default: (await import("../features/history/rig_history")).RigHistory }),
  palette: async () => ({ default: (await import("../features/palette/palette")).Palette }),
  keys: async () => ({ default: (await import("../features/keys/key_sheet")).KeySheet }),
  help: async () => ({ default: (await import("../features/help/help_sheet")).HelpSheet }),
};
const NAMES = Object.keys(LOADS) as Over[];
const SHEETS = Object.fromEntries(NAMES.map((name) => [name, lazy(LOADS[name])])) as Record<
  Over,
  LazyExoticComponent<ComponentType>
>;
const REST_MS = 2000;

/** The sheets that were opened; one that was stays, so that what was typed in it does. */
export function Sheets() {
  const open = useSheets((s) => s.open);
  const [opened, setOpened] = useState<Over[]>([]);
  if (open && open !== "schools" && !opened.includes(open)) setOpened([...opened, open]);
  useEffect(() => {
    const timer = window.setTimeout(() => {
      for (const name of NAMES) void LOADS[name]().catch(() => undefined);
    }, REST_MS);
    return () => window.clearTimeout(timer);
  }, []);
  return opened.map((name) => {
    const Sheet = SHEETS[name];
    return (
      <Suspense key={name} fallback={null}>
        <Sheet />
      </Suspense>
    );
  });
}
