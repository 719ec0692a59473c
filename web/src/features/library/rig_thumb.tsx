import type { RigHereView, RigRides } from "../../api/client";
import { RideDrawing } from "../../drawings/ride_drawing";
import { ridesText } from "../../model/rides";
import { useBench } from "../../state/bench_store";
import { useSystem } from "../../state/units";
import { phrase } from "../../words/phrase";

type Props = {
  name: string;
  /** Not looked at yet: undefined. */
  here: RigHereView | null | undefined;
  /** Drawn under it, as it was before. */
  before?: RigRides | null | undefined;
  width?: number;
  height?: number;
};

/** A rig as it rides in today's water, small. */
export function RigThumb({ name, here, before, width = 150, height = 76 }: Props) {
  const water = useBench((s) => s.docs?.water);
  const system = useSystem();
  if (!water || !here?.here)
    return <div aria-hidden className="shrink-0 rounded-s bg-hair" style={{ width, maxWidth: "100%", height }} />;
  const { rides } = here.here;
  const said = ridesText(system, rides);
  return (
    <div className="shrink-0" style={{ width, maxWidth: "100%" }}>
      <RideDrawing
        rides={rides}
        before={before?.rides}
        water={water}
        head={here.head}
        width={width}
        height={height}
        name={phrase("{name} in today's water: {said}", { name, said })}
      />
    </div>
  );
}
