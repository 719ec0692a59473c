import { Timer, X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Reach, Section, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { useNumber } from "../../state/units";
import { Button } from "../../ui/button";
import { TypedField } from "../../ui/typed_field";
import { phrase, rich } from "../../words/phrase";
import { Group, Refusal } from "./group";
import { useWaterField } from "./use_water_field";

type Props = { water: Reach; section: Section; system: UnitSystem };

/** A leaf over a paced distance, a few times: the surface pace and its spread. */
export function PaceIt({ water, section, system }: Props) {
  const pace = useWaterField("pace");
  const throws = useWaterField("throws");
  const [distance, setDistance] = useState("");
  const [seconds, setSeconds] = useState("");
  const far = water.paced?.[water.paced.length - 1]?.distance_m;
  const last = far ? text(system, "travel", far) : "";
  const add = (time: string) => {
    if (!(distance || last) || !time) return;
    throws.onTouched();
    throws.edit({ op: "add_throw", distance: distance || `${far} m`, seconds: time });
    setSeconds("");
  };
  return (
    <Group title={phrase("Pace it")} word="surface-pace">
      {section.throws.length > 0 ? (
        <ol aria-label={phrase("Throws")} className="mb-1">
          {section.throws.map((t, i) => (
            <li key={i} className={`flex items-center gap-2 border-b border-hair ${t.outlier ? "text-soft" : ""}`}>
              <span className="figure flex-1 font-normal">
                {phrase("{distance} in {seconds}", { distance: t.distance, seconds: t.seconds })}
              </span>
              {t.outlier ? <span className="text-[12px]">{phrase("does not agree, left out")}</span> : null}
              <span className={`figure ${t.outlier ? "line-through" : ""}`}>{t.speed}</span>
              <button
                type="button"
                aria-label={phrase("Take throw {i} away", { i: i + 1 })}
                onClick={() => throws.edit({ op: "drop_throw", index: i })}
                className="grid size-8 place-items-center"
              >
                <X size={13} aria-hidden />
              </button>
            </li>
          ))}
          <li className="flex justify-between py-1 font-semibold">
            {rich("Surface {paced}", { paced: <span className="figure">{section.paced}</span> })}
          </li>
        </ol>
      ) : null}
      <div className="flex items-end gap-2">
        <TypedField label={phrase("Over")} width="w-20" hint="5 m" shown={distance || last} onCommit={setDistance} />
        <TypedField label={phrase("Took")} width="w-20" hint="8.1 s" shown={seconds} onCommit={setSeconds} />
        <Button onClick={() => add(seconds)} disabled={!seconds}>
          {phrase("Add")}
        </Button>
        <Stopwatch onStop={(s) => add(`${s.toFixed(1)} s`)} ready={Boolean(distance || last)} />
      </div>
      <Refusal fault={throws.fault} onTouched={throws.onTouched} />
      <div className="mt-2 grid grid-cols-2 gap-x-3">
        <TypedField
          label={phrase("Surface pace, or type it")}
          width="w-full"
          shown={text(system, "speed", water.pace_m_s)}
          onCommit={(value) => pace.edit({ op: "set_pace", value })}
          fault={pace.fault}
          onTouched={pace.onTouched}
        />
        <dl className="text-[13px]">
          {section.lines.map((line) => (
            <div key={line.name}>
              <dt className="inline text-soft">{line.name} </dt>
              <dd className="figure inline">{line.figure}</dd>
            </div>
          ))}
        </dl>
      </div>
    </Group>
  );
}

function Stopwatch({ onStop, ready }: { onStop: (seconds: number) => void; ready: boolean }) {
  const number = useNumber();
  const [since, setSince] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  const tick = useRef(0);
  useEffect(() => {
    if (since === null) return;
    const beat = () => {
      setNow(performance.now());
      tick.current = requestAnimationFrame(beat);
    };
    tick.current = requestAnimationFrame(beat);
    return () => cancelAnimationFrame(tick.current);
  }, [since]);
  if (since === null) {
    return (
      <Button
        disabled={!ready}
        title={ready ? undefined : phrase("First the distance")}
        onClick={() => {
          setNow(performance.now());
          setSince(performance.now());
        }}
      >
        <Timer size={15} aria-hidden /> {phrase("Time")}
      </Button>
    );
  }
  return (
    <Button
      strong
      aria-label={phrase("Stop")}
      onClick={() => {
        onStop((performance.now() - since) / 1000);
        setSince(null);
      }}
    >
      {rich("{now} stop", {
        now: <span className="figure w-12 text-right">{number(Math.max((now - since) / 1000, 0), 1)}</span>,
      })}
    </Button>
  );
}
