import { useState } from "react";
import type { PackRig, Tap } from "../../api/client";
import type { Outing } from "../../model/outing";
import { happened } from "../../state/bank";
import type { KeptPack } from "../../state/bank_db";
import { flipTheme } from "../../state/theme_now";
import type { Packing } from "../../state/use_pack";
import { notePlaces, standNow, useStand } from "../../state/where_i_stand";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";
import { Cards } from "./cards";
import { isQuiet, setQuiet } from "./use_rhythm";

type Props = {
  open: boolean;
  onClose: () => void;
  kept: KeptPack;
  rig: PackRig;
  outing: Outing;
  at: { rig: number; option: number; lane: string; step: number };
  hand: "left" | "right";
  setHand: (hand: "left" | "right") => void;
  onTap: (tap: Tap) => Promise<void>;
  packing: Packing;
};

/** Everything else that can be told, by a tap or two. */
export function MoreSheet(props: Props) {
  return (
    <BottomSheet open={props.open} onClose={props.onClose} title={phrase("More")}>
      {props.open ? <More {...props} /> : null}
    </BottomSheet>
  );
}

function More({ onClose, kept, rig, outing, at, hand, setHand, onTap, packing }: Props) {
  const { pack } = kept;
  const batchSize = pack.batch ?? 1;
  const [losing, setLosing] = useState<Tap | null>(null);
  const [touched, setTouched] = useState<readonly [number, number | null] | null>(null);
  const [quiet, mute] = useState(isQuiet);
  const stand = useStand();
  const tap = async (one: Tap) => {
    if (one.loses && rig.flies.length > 0) return setLosing(one);
    onClose();
    await onTap(one);
  };
  const lost = async (one: Tap, fly: PackRig["flies"][number]) => {
    onClose();
    await happened("drift", { at: { ...at, ...standNow() }, tap: one.key, fly: fly.id, source: fly.source ?? null });
  };
  const batch = async (takes: number, range = touched) => {
    if (!range) return;
    onClose();
    await happened("batch", {
      at: { ...at, ...standNow() },
      drifts: batchSize,
      low: range[0],
      high: Math.min(range[1] ?? batchSize, batchSize),
      takes,
    });
  };
  const last = outing.ended.findLast((e) => e.tap === "");
  if (losing)
    return (
      <Group label={phrase("{losingLabel}: which fly", { losingLabel: losing.label })}>
        {rig.flies.map((f) => (
          <Big key={f.id} onClick={() => void lost(losing, f)}>
            <b>{kindName(f.role)}</b>
            <span className="block text-[12px]">{f.name}</span>
          </Big>
        ))}
      </Group>
    );
  return (
    <div className="flex flex-col gap-4">
      <Group label={phrase("The last {drifts} drifts: touched", { drifts: batchSize })}>
        {(pack.how_many ?? []).map(([low, high]) => (
          <Big key={low} on={touched?.[0] === low} onClick={() => setTouched([low ?? 0, high ?? null])}>
            {high === null || high === undefined ? phrase("most") : low === high ? `${low}` : `${low}–${high}`}
          </Big>
        ))}
        {last ? <Big onClick={() => void batch(last.takes, [last.low, last.high])}>{phrase("as the last")}</Big> : null}
      </Group>
      {touched ? (
        <Group label={phrase("and took")}>
          {[0, 1, 2].map((n) => (
            <Big key={n} onClick={() => void batch(n)}>
              {n}
            </Big>
          ))}
        </Group>
      ) : null}
      <Group label={phrase("This drift")}>
        {(pack.more ?? []).map((one) => (
          <Big key={one.key} onClick={() => void tap(one)}>
            {one.label}
          </Big>
        ))}
      </Group>
      <Group label={phrase("The phone")}>
        <Big on={hand === "left"} onClick={() => setHand(hand === "left" ? "right" : "left")}>
          {phrase("left-handed")}
        </Big>
        <Big
          on={quiet}
          onClick={() => {
            setQuiet(!quiet);
            mute(!quiet);
          }}
        >
          {phrase("no tones")}
        </Big>
        <Big onClick={() => void flipTheme()}>{phrase("day or dusk")}</Big>
        <Big on={stand.on} onClick={() => notePlaces(!stand.on)}>
          {phrase("note my place")}
        </Big>
      </Group>
      {stand.trouble ? (
        <p role="status" className="text-look">
          {stand.trouble}
        </p>
      ) : null}
      <Cards rig={rig} system={kept.system} />
      <p className="text-[13px] text-soft">
        {phrase("The pack is of {toLocaleString}{whole}.", {
          toLocaleString: new Date(pack.made_at).toLocaleString([], { dateStyle: "short", timeStyle: "short" }),
          whole: pack.whole
            ? ""
            : packing.doing
              ? phrase("; the waters around it are being computed")
              : phrase("; for the water as it is written only"),
        })}
      </p>
      {rig.cautions.length > 0 ? (
        <ul className="text-look">
          {rig.cautions.map((c) => (
            <li key={c.key}>{c.short}</li>
          ))}
        </ul>
      ) : null}
      <Button
        className="min-h-14"
        onClick={() => {
          onClose();
          void happened("ended", { note: "" });
        }}
      >
        {phrase("End this outing")}
      </Button>
    </div>
  );
}

function Group({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <fieldset>
      <legend className="mb-1 font-bold">{label}</legend>
      <div className="grid grid-cols-3 gap-1.5">{children}</div>
    </fieldset>
  );
}

function Big({ on, onClick, children }: { on?: boolean; onClick: () => void; children: React.ReactNode }) {
  return (
    <Button
      strong={on ?? false}
      aria-pressed={on}
      className="min-h-14 flex-col gap-0 whitespace-normal px-1 leading-tight"
      onClick={onClick}
    >
      {children}
    </Button>
  );
}
