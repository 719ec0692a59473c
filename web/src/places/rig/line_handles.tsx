import type { Rig, UnitSystem } from "../../api/client";
import { DragHandle } from "../../drawings/drag_handle";
import { LEAST_WIDTH, LINE_HEIGHT } from "../../drawings/line_drawing";
import { LINE_Y } from "../../drawings/line_marks";
import { stepOf, text } from "../../model/format";
import { drawnAt, floatPlace, layoutLine, placeAt } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { phrase } from "../../words/phrase";

type Props = { rig: Rig; system: UnitSystem; width: number; selected: string | null };
/** Nearest to its neighbours a joint is dragged, mm. */
const NEAREST_MM = 20;

/** What is moved along the line by hand: the float, and the joint that is picked. It lies over the drawing. */
export function LineHandles({ rig, system, width: given, selected }: Props) {
  const edit = useBench((s) => s.edit);
  const width = Math.max(given, LEAST_WIDTH);
  const layout = layoutLine(rig, width);
  const floating = floatPlace(rig);
  const whole = rig.spans.reduce((sum, span) => sum + span.length_mm, 0);
  const index = rig.joints.findIndex((joint, i) => i > 0 && joint.id === selected);
  const above = rig.spans.slice(0, index).reduce((sum, span) => sum + span.length_mm, 0);
  const [before, after] = [rig.spans[index - 1], rig.spans[index]];
  /** How far an arrow key moves a joint or a float, mm. */
  const step_mm = 1000 * stepOf(system, "short");
  const length = (mm: number) => text(system, "length", mm / 1000);
  return (
    <svg
      width={width}
      height={LINE_HEIGHT}
      role="group"
      aria-label={phrase("Moved along the line")}
      className="pointer-events-none absolute top-0 left-0 [&_circle]:pointer-events-auto"
    >
      {floating ? (
        <DragHandle
          x={drawnAt(layout, floating.down)}
          y={LINE_Y - 14}
          label={phrase("Where the float sits")}
          value={floating.above}
          written={(mm) => phrase("{length} above the point", { length: length(mm) })}
          least={100}
          most={whole}
          step={step_mm}
          at={(x) => whole - placeAt(layout, x)}
          onSet={(mm) => edit({ op: "set_float", above: `${mm} mm` }, "float")}
        />
      ) : null}
      {index > 0 && before && after ? (
        <DragHandle
          x={drawnAt(layout, above)}
          y={LINE_Y + 22}
          label={phrase("Knot below {beforeName}", { beforeName: before.name })}
          value={before.length_mm}
          written={(mm) => `${length(mm)} / ${length(before.length_mm + after.length_mm - mm)}`}
          least={NEAREST_MM}
          most={before.length_mm + after.length_mm - NEAREST_MM}
          step={step_mm}
          at={(x) => placeAt(layout, x) - (above - before.length_mm)}
          onSet={(mm) =>
            edit({ op: "move_joint", joint: selected ?? "", by_mm: mm - before.length_mm }, `${selected}.structure`)
          }
        />
      ) : null}
    </svg>
  );
}
