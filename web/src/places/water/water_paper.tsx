import type { Book, Reach, Section, UnitSystem } from "../../api/client";
import { LanesPlan } from "../../drawings/lanes_plan";
import { WaterSection } from "../../drawings/water_section";
import { text } from "../../model/format";
import { today } from "../../model/moment";
import { isStill, paceText } from "../../model/water";
import { useBench } from "../../state/bench_store";
import { useRuleSets } from "../../state/queries";
import { Paper } from "../../ui/paper";
import { phrase } from "../../words/phrase";

const WIDTH = 500;
const HEIGHT = 290;
/** Lines to write on at the water. */
const NOTES = [1, 2, 3];
type Props = { water: Reach; section: Section; book: Book; system: UnitSystem };

/** A water on paper: drawn, with the figures of the day, its rules, its cautions, and lines to write on. */
export function WaterPaper({ water, section, book, system }: Props) {
  const sets = useRuleSets(useBench((s) => s.units));
  const rules = sets.data?.find((r) => r.rules.id === water.rules);
  const nature = book.waters.find((w) => w.key === water.kind);
  const bed = book.beds.find((b) => b.key === water.bed)?.name ?? "";
  const { zone } = water;
  const rows: [string, string][] = [
    [phrase("Depth there"), text(system, "depth", water.depth_m)],
    [phrase("Surface"), isStill(water) ? "still" : paceText(system, water)],
    [phrase("How far off"), text(system, "travel", water.off_m ?? 0)],
    [
      phrase("They take"),
      (water.zone_known ?? true)
        ? phrase("{short} to {short2} {datum}", {
            short: text(system, "short", zone.low_m),
            short2: text(system, "short", zone.high_m),
            datum: zone.datum === "surface" ? phrase("down") : phrase("up"),
          })
        : phrase("nobody knows where"),
    ],
    [phrase("Water"), `${text(system, "temperature", water.temperature_c)}, ${water.clarity}`],
    [
      phrase("Wind"),
      `${text(system, "wind", water.wind_m_s ?? 0)} ${water.wind_m_s ? (water.blows ?? nature?.winds[0] ?? "") : ""}`,
    ],
    [phrase("Fish"), `${water.fish?.species ?? ""}, ${text(system, "fish", water.fish?.mass_kg ?? 0)}`],
    [phrase("About"), water.about || "–"],
  ];
  return (
    <Paper title={water.name} beside={[water.river, bed, today()].filter(Boolean).join(" · ")}>
      {nature?.flows ? <LanesPlan water={water} system={system} width={WIDTH} /> : null}
      <WaterSection
        water={water}
        section={section}
        system={system}
        bedName={bed}
        width={WIDTH}
        height={HEIGHT}
        selected={null}
        onSelect={() => undefined}
        onMove={() => undefined}
      />
      <dl>
        {rows.map(([name, figure]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{figure}</dd>
          </div>
        ))}
      </dl>
      {section.cautions.map((c) => (
        <p key={c.key}>
          <b>{c.short}</b>
        </p>
      ))}
      {rules ? (
        <p>
          {phrase("{rulesName}: {said}. Check the licence and the local rules.", {
            rulesName: rules.rules.name,
            said: rules.said.join(" · "),
          })}
        </p>
      ) : null}
      {NOTES.map((n) => (
        <p key={n} className="paper-line" />
      ))}
    </Paper>
  );
}
