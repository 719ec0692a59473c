import { useQuery } from "@tanstack/react-query";
import { api, type GaugeView, type Reach, taken, type UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { ageOf } from "../../model/moment";
import { useBench } from "../../state/bench_store";
import { useNumber } from "../../state/units";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { phrase, rich } from "../../words/phrase";

type Props = { water: Reach; system: UnitSystem };
const EVERY_MS = 5 * 60_000;
const NONE = "none";

/** The river gauge a water follows: what it says, how old that is, and what taking it would change. */
export function GaugeStrip({ water, system }: Props) {
  const edit = useBench((s) => s.edit);
  const fault = useBench((s) => s.faults["water.gauge"]);
  const stations = useQuery({
    queryKey: ["gauges"],
    queryFn: async () => taken(await api.GET("/api/v1/gauges")),
    staleTime: EVERY_MS,
  });
  const gauge = useQuery({
    queryKey: ["gauge", water.gauge],
    enabled: Boolean(water.gauge),
    refetchInterval: EVERY_MS,
    queryFn: async () =>
      taken(await api.GET("/api/v1/gauges/{station}", { params: { path: { station: water.gauge ?? "" } } })),
  });
  const known = stations.data?.stations ?? [];
  if (known.length === 0 && !water.gauge) return null;
  const options = [
    { value: NONE, label: phrase("none") },
    ...known.map((s) => ({ value: s.key, label: s.name })),
    ...(water.gauge && !known.some((s) => s.key === water.gauge) ? [{ value: water.gauge, label: water.gauge }] : []),
  ];
  return (
    <div className="mt-2" data-testid="gauge">
      <Choice
        label={phrase("Gauge it follows")}
        width="w-full"
        value={water.gauge ?? NONE}
        groups={[{ label: "", options }]}
        onChoose={(key) => edit({ op: "set_gauge", station: key === NONE ? "" : key }, "water.gauge")}
        fault={fault}
      />
      {water.gauge && gauge.data ? <Says water={water} system={system} gauge={gauge.data} /> : null}
      {water.gauge && gauge.isError ? (
        <p role="status" className="mt-1 text-[13px] text-soft">
          {phrase("The server does not answer; trying again.")}
        </p>
      ) : null}
    </div>
  );
}

function Says({ water, system, gauge }: Props & { gauge: GaugeView }) {
  const number = useNumber();
  const edit = useBench((s) => s.edit);
  const reading = gauge.reading;
  const took = reading && water.gauged?.at === reading.at;
  const risen = reading && water.gauged ? reading.level_m - water.gauged.level_m : 0;
  return (
    <div className="mt-1 text-[13px]">
      {reading ? (
        <p>
          {rich("{depth} level · {flowm3s} · {temperature}{span4}", {
            depth: <span className="figure">{text(system, "depth", reading.level_m)}</span>,
            flowm3s: <span className="figure">{number(reading.flow_m3_s, 1)} m³/s</span>,
            temperature: <span className="figure">{text(system, "temperature", reading.temperature_c)}</span>,
            span4: <span className="text-soft"> {phrase("· {ageOf} old", { ageOf: ageOf(gauge.age_s) })}</span>,
          })}
        </p>
      ) : null}
      {gauge.trouble ? (
        <p role="status" className="text-look">
          {reading
            ? phrase("Last good reading: {trouble}.", { trouble: gauge.trouble })
            : phrase("No reading: {trouble}.", { trouble: gauge.trouble })}
        </p>
      ) : null}
      {reading && !took ? (
        <div className="mt-1 flex items-center gap-2">
          <Button onClick={() => edit({ op: "take_gauge", reading }, "water.gauge")}>
            {water.gauged ? phrase("Take it") : phrase("Today's depth belongs to this level")}
          </Button>
          {Math.abs(risen) >= 0.005 ? (
            <span className="text-soft">
              {risen > 0 ? phrase("up") : phrase("down")} {text(system, "short", Math.abs(risen))}
              {Math.abs(risen) > 0.1 ? phrase(": pace it again") : ""}
            </span>
          ) : null}
        </div>
      ) : null}
      {took ? <p className="text-soft">{phrase("Taken: depth and temperature go with it.")}</p> : null}
    </div>
  );
}
