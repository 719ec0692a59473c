import type { Attachment, Drawer, Joint, Rig, Span, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { tailOf } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { Menu, type MenuItem } from "../../ui/menu";
import { phrase } from "../../words/phrase";
import { FlyChoice } from "./fly_choice";

/** What a new piece, and a line behind a fly, are tied at first; typed to length afterwards. */
const PIECE_M = 0.5;
const PIECE = `${PIECE_M} m`;

/** How far above the end of a span a shot is pinched at first, mm. */
const ABOVE_END_MM = 200;

/** Cut it in two, tie a piece in below it, take it out. */
export function SpanStructure({ span, rig }: { span: Span; rig: Rig }) {
  const edit = useBench((s) => s.edit);
  const last = rig.spans.at(-1)?.id === span.id;
  const field = `${span.id}.structure`;
  const above = Math.min(ABOVE_END_MM, span.length_mm / 2);
  const items: MenuItem[] = [
    { label: phrase("cut it in two, and knot it"), run: () => edit({ op: "split_span", span: span.id }, field) },
    {
      label: last ? phrase("tie tippet on its end") : phrase("tie a piece in below it"),
      run: () => edit({ op: "put_in", below: span.id, length: PIECE }, field),
    },
  ];
  items.push(
    {
      label: phrase("pinch a shot on it"),
      run: () => edit({ op: "pinch_shot", span: span.id, above_mm: above, mass_mg: 200 }, field),
    },
    {
      label: phrase("peg a bead on it"),
      run: () => edit({ op: "peg_bead", span: span.id, above_mm: Math.min(60, above) }, field),
    },
  );
  if (rig.spans.length > 1)
    items.push({ label: phrase("take it out"), run: () => edit({ op: "take_out", span: span.id }, field) });
  return <InTheLine part={span.id} items={items} />;
}

/** A ring between, or no knot at all. */
export function JointStructure({ joint, hung }: { joint: Joint; hung: boolean }) {
  const edit = useBench((s) => s.edit);
  const field = `${joint.id}.structure`;
  const items: MenuItem[] = [
    {
      label: joint.ring ? phrase("tie it without the ring") : phrase("tie it on a ring"),
      run: () => edit({ op: "set_ring", joint: joint.id, ring: !joint.ring }, field),
    },
  ];
  if (!hung)
    items.push({ label: phrase("no knot: one piece"), run: () => edit({ op: "join_spans", joint: joint.id }, field) });
  return <InTheLine part={joint.id} items={items} />;
}

type PointProps = { attachment: Attachment; rig: Rig; drawer: Drawer; system: UnitSystem };

/** The fly at the end gets another behind it, or is lost with its tippet. */
export function PointStructure({ attachment, rig, drawer, system }: PointProps) {
  const edit = useBench((s) => s.edit);
  const field = `${attachment.id}.structure`;
  const above = rig.attachments.some((a) => a.at.kind === "joint" && a.body.kind === "fly");
  return (
    <>
      <Behind
        drawer={drawer}
        system={system}
        onChoose={(weight) => edit({ op: "tie_behind", weight, length: PIECE }, field)}
      />
      <Wound at={attachment.id} drawer={drawer} system={system} />
      {above ? (
        <InTheLine
          part={attachment.id}
          items={[
            {
              label: phrase("lost: the fly above is the point"),
              note: "X",
              run: () => edit({ op: "lose_point" }, field),
            },
          ]}
        />
      ) : null}
    </>
  );
}

/** A dropper, or a fly that trails one, gets another behind it. */
export function TailStructure({ attachment, rig, drawer, system }: PointProps) {
  const edit = useBench((s) => s.edit);
  if (!attachment.link || tailOf(rig, attachment)) return null;
  return (
    <>
      <Behind
        drawer={drawer}
        system={system}
        onChoose={(weight) =>
          edit({ op: "hang_behind", at: attachment.id, weight, length: PIECE }, `${attachment.id}.structure`)
        }
      />
      <Wound at={attachment.id} drawer={drawer} system={system} />
    </>
  );
}

type BehindProps = { drawer: Drawer; system: UnitSystem; onChoose: (weight: string) => void };
/** A fly of the box that is tied behind another, on half a metre at first. */
function Behind({ drawer, system, onChoose }: BehindProps) {
  return (
    <FlyChoice
      label={phrase("Behind it, on {short}", { short: text(system, "short", PIECE_M) })}
      shown={phrase("tie a fly")}
      drawer={drawer}
      system={system}
      width="w-36"
      onChoose={onChoose}
    />
  );
}

type WoundProps = { at: string; drawer: Drawer; system: UnitSystem };

/** What was tied beforehand, put on here off its winder; nothing where no winder holds anything. */
export function Wound({ at, drawer, system }: WoundProps) {
  const edit = useBench((s) => s.edit);
  const fault = useBench((s) => s.faults[`${at}.winder`]);
  const items = (drawer.winders ?? [])
    .filter((w) => (w.count ?? 0) > 0)
    .map((w) => ({
      label: `${w.name}: ${w.fly}`,
      note: text(system, "short", w.length_m),
      run: () => edit({ op: "off_winder", at, winder: w.id }, `${at}.winder`),
    }));
  if (items.length === 0) return null;
  return <Menu label={phrase("Tied beforehand")} shown={phrase("off a winder")} items={items} fault={fault} />;
}

function InTheLine({ part, items }: { part: string; items: MenuItem[] }) {
  const fault = useBench((s) => Object.entries(s.faults).find(([field]) => field.startsWith(`${part}.structure`))?.[1]);
  return <Menu label={phrase("In the line")} shown={phrase("change")} width="w-28" items={items} fault={fault} />;
}
