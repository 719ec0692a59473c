import { useQuery } from "@tanstack/react-query";
import { api, type BothView, type BothWatersView, type KeptReach, type RigRevision, taken } from "../api/client";
import { useBench } from "../state/bench_store";
import type { Keeping } from "../state/use_autosave";
import { goOnWith } from "../state/use_keep_rig";
import { goOnWithWater } from "../state/use_keep_water";
import { Button } from "../ui/button";
import { phrase } from "../words/phrase";

/** A thumb high on touch. */
const PRESS = "hit";

type RigProps = { newest: RigRevision; keeping: Omit<Keeping<RigRevision>, "state"> };

/** A rig that was changed here and elsewhere: what each changed, and both in one where they fit. */
export function RigTwice({ newest, keeping }: RigProps) {
  const rig = useBench((s) => s.docs?.rig);
  const base = useBench((s) => s.saved?.revision);
  const units = useBench((s) => s.units);
  const found = useQuery({
    queryKey: ["both", newest.id, base, units, rig],
    enabled: Boolean(rig && base),
    queryFn: async () =>
      taken(
        await api.POST("/api/v1/rigs/{rig_id}/both", {
          params: { path: { rig_id: newest.rig_id } },
          body: { base: base ?? "", rig: rig as NonNullable<typeof rig> },
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  }).data;
  const both = found?.rig;
  const keepBoth = () => {
    if (!both) return;
    goOnWith(both, found.newest);
    keeping.settled();
  };
  return (
    <Two
      says={phrase("This rig was changed elsewhere too (rev {number}). Nothing is lost: which one shall go on?", {
        number: newest.number,
      })}
      mine={keeping.keepMine}
      theirs={keeping.takeTheirs}
      both={both ? keepBoth : undefined}
    >
      {found ? (
        <Changed found={found} fits={both !== null} none={phrase("They do not make one rig together.")} />
      ) : null}
    </Two>
  );
}

type WaterProps = { name: string; newest: KeptReach; keeping: Omit<Keeping<KeptReach>, "state"> };

/** A water that was changed here and elsewhere: what each changed, and both in one where they fit. */
export function WaterTwice({ name, newest, keeping }: WaterProps) {
  const water = useBench((s) => s.docs?.water);
  const base = useBench((s) => s.waters[newest.reach.id]?.water);
  const units = useBench((s) => s.units);
  const found = useQuery({
    queryKey: ["both", newest.reach.id, newest.number, base, units, water],
    enabled: Boolean(base && water?.id === newest.reach.id),
    queryFn: async () =>
      taken(
        await api.POST("/api/v1/reaches/{reach_id}/both", {
          params: { path: { reach_id: newest.reach.id } },
          body: { base: base as KeptReach["reach"], reach: water as KeptReach["reach"] },
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  }).data;
  const both = found?.reach;
  const keepBoth = () => {
    if (!both) return;
    goOnWithWater(both, found.newest);
    keeping.settled();
  };
  return (
    <Two
      says={phrase("{waterName} was changed elsewhere. Nothing of yours is lost: which one shall go on?", {
        waterName: name,
      })}
      mine={keeping.keepMine}
      theirs={keeping.takeTheirs}
      both={both ? keepBoth : undefined}
    >
      {found ? (
        <Changed found={found} fits={both !== null} none={phrase("They do not make one water together.")} />
      ) : null}
    </Two>
  );
}

/** What was changed on either side, and what of the other would be lost. */
function Changed({ found, fits, none }: { found: BothView | BothWatersView; fits: boolean; none: string }) {
  const said = (rows: BothView["mine"]) => rows.map((row) => row.said).join(", ") || phrase("nothing that can be seen");
  return (
    <dl className="grid basis-full grid-cols-[auto_1fr] gap-x-3">
      <dt className="text-soft">{phrase("Elsewhere")}</dt>
      <dd>{said(found.theirs)}</dd>
      <dt className="text-soft">{phrase("Here")}</dt>
      <dd>{said(found.mine)}</dd>
      {found.clashes.length > 0 ? (
        <>
          <dt className="text-float">{phrase("Clash")}</dt>
          <dd>{fits ? phrase("Yours stands; of the other is lost: {said}", { said: said(found.clashes) }) : none}</dd>
        </>
      ) : null}
    </dl>
  );
}

type Props = {
  says: string;
  mine: () => void;
  theirs: () => void;
  both?: (() => void) | undefined;
  children?: React.ReactNode;
};

/** Asks which of two states shall go on, or both. */
function Two({ says, mine, theirs, both, children }: Props) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-2 rounded-s border border-ink bg-sheet p-3 text-[13px]"
    >
      <span>{says}</span>
      {children}
      {both ? (
        <Button className={PRESS} onClick={both}>
          {phrase("Keep both")}
        </Button>
      ) : null}
      <Button className={PRESS} onClick={mine}>
        {phrase("Keep mine on top")}
      </Button>
      <Button className={PRESS} onClick={theirs}>
        {phrase("Take the other")}
      </Button>
    </div>
  );
}
