import type { Drawer, UnitSystem } from "../../api/client";
import { hookLabel, weightWords } from "../../model/bodies";
import { useLastFlies } from "../../state/last_flies";
import { FlyPicker, type Found } from "../../ui/fly_picker";
import { phrase } from "../../words/phrase";

type Props = {
  label: string;
  shown: string;
  drawer: Drawer;
  system: UnitSystem;
  width?: string;
  onChoose: (weight: string) => void;
};

/** A fly of one's box, found by name, hook size, bead, dressing. */
export function FlyChoice({ label, shown, drawer, system, onChoose, width = "w-44" }: Props) {
  const { last, used } = useLastFlies();
  return (
    <FlyPicker
      label={label}
      shown={shown}
      options={picksOf(drawer, system)}
      last={last}
      width={width}
      onChoose={(weight) => {
        used(weight);
        onChoose(weight);
      }}
    />
  );
}

export function picksOf(drawer: Drawer, system: UnitSystem): Found[] {
  return (drawer.patterns ?? []).flatMap((pattern) =>
    pattern.weights.map((weight) => {
      const bead = weightWords(weight, system);
      const told = [pattern.colour, pattern.looks, pattern.role, pattern.stands_for].filter(Boolean).join(" ");
      const material = weight.bead?.material ?? "";
      return {
        value: weight.id,
        name: `${pattern.name} #${hookLabel(pattern.hook.size)}, ${bead}`,
        note: phrase("{count} in the box", { count: weight.count }),
        words: `${pattern.name} #${hookLabel(pattern.hook.size)} ${hookLabel(pattern.hook.size)} ${bead} ${material} ${pattern.dressing.name} ${told}`,
      };
    }),
  );
}
