import { useState } from "react";
import type { PackRig } from "../../api/client";
import { happened } from "../../state/bank";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";

const ENDED = ["missed", phrase("pulled out"), "straightened", "broke", "landed"] as const;
const WHEN = ["falling", "early", "drift", "swing", "dangle", "pull", "pause", "lift"] as const;
const CM_FIRST = 30;

type Props = {
  rig: PackRig;
  option: number;
  at: { rig: number; option: number; lane: string; step: number };
  taking: { drift: string; second: number | null } | null;
  onDone: () => void;
};

/** After a take: which fly, and how it ended; all of it may be left out. */
export function TakeSheet({ rig, at, taking, onDone }: Props) {
  return (
    <BottomSheet open={taking !== null} onClose={onDone} title={phrase("A take")}>
      {taking ? <Told key={taking.drift} rig={rig} at={at} taking={taking} onDone={onDone} /> : null}
    </BottomSheet>
  );
}

function Told({
  rig,
  at,
  taking,
  onDone,
}: Omit<Props, "taking" | "option"> & { taking: NonNullable<Props["taking"]> }) {
  const [fly, setFly] = useState<string | null>(rig.flies.length === 1 ? (rig.flies[0]?.id ?? null) : null);
  const [when, setWhen] = useState("");
  const [landed, setLanded] = useState(false);
  const [cm, setCm] = useState(CM_FIRST);
  const keep = async (ended: string, size: number | null) => {
    onDone();
    await happened("take", { at, drift: taking.drift, fly, second: taking.second, when, ended, cm: size });
  };
  return (
    <div className="flex flex-col gap-3">
      {rig.flies.length > 1 ? (
        <Row label={phrase("On which fly")}>
          {rig.flies.map((f) => (
            <Pick key={f.id} on={fly === f.id} onPick={() => setFly(f.id)}>
              <b>{kindName(f.role)}</b>
              <span className="block text-[12px]">{f.name}</span>
            </Pick>
          ))}
        </Row>
      ) : null}
      <Row label={phrase("How it ended")}>
        {ENDED.map((ended) => (
          <Pick
            key={ended}
            on={ended === "landed" && landed}
            onPick={() => (ended === "landed" ? setLanded(true) : void keep(ended, null))}
          >
            {ended}
          </Pick>
        ))}
      </Row>
      {landed ? (
        <div className="flex items-center gap-2">
          <Button
            className="min-h-14 min-w-14 text-xl"
            aria-label={phrase("Shorter")}
            onClick={() => setCm(Math.max(cm - 1, 5))}
          >
            −
          </Button>
          <output className="figure min-w-20 text-center text-2xl">{phrase("{cm} cm", { cm })}</output>
          <Button
            className="min-h-14 min-w-14 text-xl"
            aria-label={phrase("Longer")}
            onClick={() => setCm(Math.min(cm + 1, 150))}
          >
            +
          </Button>
          <Button strong className="min-h-14 flex-1" onClick={() => void keep("landed", cm)}>
            {phrase("Keep")}
          </Button>
        </div>
      ) : null}
      <details>
        <summary className="hit cursor-pointer">{phrase("When{when}", { when: when ? `: ${when}` : "" })}</summary>
        <Row label="">
          {WHEN.map((w) => (
            <Pick key={w} on={when === w} onPick={() => setWhen(w)}>
              {w}
            </Pick>
          ))}
        </Row>
      </details>
      <p className="text-soft">{phrase("A fish handled with wet hands, in the water, goes back sooner.")}</p>
    </div>
  );
}

function Row({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <fieldset>
      {label ? <legend className="mb-1 font-bold">{label}</legend> : null}
      <div className="grid grid-cols-3 gap-1.5">{children}</div>
    </fieldset>
  );
}

function Pick({ on, onPick, children }: { on: boolean; onPick: () => void; children: React.ReactNode }) {
  return (
    <Button
      strong={on}
      aria-pressed={on}
      className="min-h-14 flex-col gap-0 whitespace-normal px-1 leading-tight"
      onClick={onPick}
    >
      {children}
    </Button>
  );
}
