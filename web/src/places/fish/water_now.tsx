import { useState } from "react";
import { type Kind, stepOf, text } from "../../model/format";
import type { Outing } from "../../model/outing";
import { happened } from "../../state/bank";
import type { KeptPack } from "../../state/bank_db";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

type Props = { open: boolean; onClose: () => void; kept: KeptPack; outing: Outing };

/** How the water is now: stepped, or sounded; clock, plan and depths follow at once. */
export function WaterNow({ open, onClose, kept, outing }: Props) {
  return (
    <BottomSheet open={open} onClose={onClose} title={phrase("The water now")}>
      {open ? <Now kept={kept} outing={outing} onClose={onClose} /> : null}
    </BottomSheet>
  );
}

function Now({ kept, outing, onClose }: Omit<Props, "open">) {
  const { pack, system } = kept;
  const step = (kind: Kind) => stepOf(system, kind);
  const [depth, setDepth] = useState(outing.where.depth);
  const [pace, setPace] = useState(outing.where.pace);
  const [warmth, setWarmth] = useState(outing.temperature ?? 10);
  const keep = async (sounded: boolean) => {
    onClose();
    const changed = {
      ...(sounded || depth !== outing.where.depth ? { depth_m: depth } : {}),
      ...(pace !== outing.where.pace ? { pace_m_s: pace } : {}),
      ...(warmth !== outing.temperature ? { temperature_c: warmth } : {}),
    };
    if (Object.keys(changed).length > 0) await happened("seen", { ...changed, sounded });
  };
  return (
    <div className="flex flex-col gap-3">
      <Stepper
        name="depth"
        value={text(system, "depth", depth)}
        less={() => setDepth(round(Math.max(depth - step("depth"), 0.1)))}
        more={() => setDepth(round(depth + step("depth")))}
      />
      {pack.flows ? (
        <Stepper
          name="pace"
          value={text(system, "speed", pace)}
          less={() => setPace(round(Math.max(pace - step("speed"), 0.05)))}
          more={() => setPace(round(pace + step("speed")))}
        />
      ) : null}
      <Stepper
        name="water"
        value={text(system, "temperature", warmth)}
        less={() => setWarmth(warmth - step("temperature"))}
        more={() => setWarmth(warmth + step("temperature"))}
      />
      <Button strong className="min-h-14" onClick={() => void keep(false)}>
        {phrase("It looks like this")}
      </Button>
      <Button className="min-h-14" onClick={() => void keep(true)}>
        {phrase("I sounded {depth}", { depth: text(system, "depth", depth) })}
      </Button>
      <p className="text-soft">
        {phrase("A sounding: a weight on the fly, line stripped until it stands, then measured against the rod.")}
      </p>
    </div>
  );
}

const round = (v: number) => Math.round(v * 10_000) / 10_000;

function Stepper({ name, value, less, more }: { name: string; value: string; less: () => void; more: () => void }) {
  return (
    <div className="grid grid-cols-[4rem_1fr_2fr_1fr] items-center gap-1.5">
      <span>{name}</span>
      <Button className="min-h-14 text-xl" aria-label={phrase("Less {name}", { name })} onClick={less}>
        −
      </Button>
      <output className="figure text-center text-2xl">{value}</output>
      <Button className="min-h-14 text-xl" aria-label={phrase("More {name}", { name })} onClick={more}>
        +
      </Button>
    </div>
  );
}
