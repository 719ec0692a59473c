import { AccountSheet } from "../features/account/account_sheet";
import { ClubsSheet } from "../features/clubs/clubs_sheet";
import { FindSheet } from "../features/find/find_sheet";
import { HelpSheet } from "../features/help/help_sheet";
import { RigHistory } from "../features/history/rig_history";
import { KeySheet } from "../features/keys/key_sheet";
import { LadderSheet } from "../features/ladder/ladder_sheet";
import { RigLibrary } from "../features/library/rig_library";
import { Palette } from "../features/palette/palette";
import { PracticeSheet } from "../features/practice/practice_sheet";
import { RerigSheet } from "../features/rerig/rerig_sheet";
import { ShoppingSheet } from "../features/shopping/shopping_sheet";
import { StartSheet } from "../features/start/start_sheet";
import { UnitsSheet } from "../features/units/units_sheet";

/** What opens over any place. */
export function EverySheet() {
  return (
    <>
      <RigLibrary />
      <StartSheet />
      <FindSheet />
      <LadderSheet />
      <RerigSheet />
      <ShoppingSheet />
      <PracticeSheet />
      <AccountSheet />
      <ClubsSheet />
      <UnitsSheet />
      <RigHistory />
      <Palette />
      <KeySheet />
      <HelpSheet />
    </>
  );
}
