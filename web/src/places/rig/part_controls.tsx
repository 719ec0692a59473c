import { X } from "lucide-react";
import type { Attachment, Drawer, Rig, Span, Strength, UnitSystem } from "../../api/client";
import { bodyName, flyOf, weightOf } from "../../model/bodies";
import { stepOf, text } from "../../model/format";
import type { Part } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Tick } from "../../ui/tick";
import { TypedField } from "../../ui/typed_field";
import { phrase } from "../../words/phrase";
import { DropperChoice } from "./dropper_choice";
import { FlyChoice } from "./fly_choice";
import { KnotChoice } from "./knot_choice";
import { JointStructure, PointStructure, SpanStructure, TailStructure, Wound } from "./structure_controls";

type Props = { part: Part; drawer: Drawer; system: UnitSystem; strength: readonly Strength[] };
/** How far a press slides a shot or a bead, mm. */
const SLIDE_MM = 50;
type Dressing = NonNullable<Span["dressing"]>;
const DRESSINGS: Record<Dressing, string> = {
  none: phrase("none"),
  greased: phrase("greased"),
  degreased: phrase("degreased"),
};

/** The few controls of one part of the line. */
export function PartControls(props: Props) {
  const { part } = props;
  if (part.kind === "span") return <SpanControls {...props} span={part.span} />;
  if (part.kind === "fly") return <FlyControls {...props} attachment={part.attachment} />;
  return <JointControls {...props} part={part} />;
}

function useField(field: string) {
  const fault = useBench((s) => s.faults[field]);
  const clearFault = useBench((s) => s.clearFault);
  return { fault, onTouched: () => clearFault(field) };
}

function SpanControls({ span, drawer, system, strength }: Props & { span: Span }) {
  const edit = useBench((s) => s.edit);
  const rig = useBench((s) => s.docs?.rig);
  const length = `${span.id}.length`;
  const step_mm = 1000 * stepOf(system, "length");
  const diameter = `${span.id}.diameter`;
  const end = useField(`${span.id}.end`);
  const holds = strength.find((s) => s.part === span.id && s.kind === "span");
  const spool = (drawer.spools ?? []).find((s) => s.id === span.spool?.id);
  return (
    <>
      <Head
        title={span.name}
        note={`${span.material.name}${holds ? phrase(" · breaks at {shown} wet", { shown: holds.shown }) : ""}`}
      />
      <TypedField
        label={phrase("Length")}
        width="w-36"
        shown={text(system, "length", span.length_mm / 1000)}
        onCommit={(value) => edit({ op: "set_length", span: span.id, value }, length)}
        less={{
          label: phrase("Shorter"),
          run: () => edit({ op: "change_length", span: span.id, by_mm: -step_mm }, length),
        }}
        more={{
          label: phrase("Longer"),
          run: () => edit({ op: "change_length", span: span.id, by_mm: step_mm }, length),
        }}
        {...useField(length)}
      />
      <TypedField
        label={phrase("Diameter")}
        width="w-36"
        shown={text(system, "diameter", span.d0_mm / 1000)}
        onCommit={(value) => edit({ op: "set_diameter", span: span.id, value }, diameter)}
        less={{
          label: phrase("Finer spool"),
          run: () => edit({ op: "step_diameter", span: span.id, finer: true }, diameter),
        }}
        more={{
          label: phrase("Stouter spool"),
          run: () => edit({ op: "step_diameter", span: span.id, finer: false }, diameter),
        }}
        {...useField(diameter)}
      />
      <Choice
        label={
          span.ready
            ? phrase("Ready made")
            : spool
              ? phrase("Spool · {leftm} m left", { leftm: spool.left_m })
              : phrase("Spool · none of yours")
        }
        value={span.spool?.id ?? ""}
        shown={
          span.ready
            ? phrase("of the wallet")
            : span.spool
              ? `${span.spool.number} · ${span.spool.label}`
              : phrase("choose a spool")
        }
        groups={[
          {
            label: "",
            options: (drawer.spools ?? []).map((s) => ({
              value: s.id,
              label: `${s.number} · ${s.label}`,
              note: `${text(system, "diameter", s.diameter_mm / 1000)} · ${s.left_m} m`,
            })),
          },
        ]}
        onChoose={(spoolId) => edit({ op: "use_spool", span: span.id, spool: spoolId }, `${span.id}.spool`)}
      />
      <Choice
        label={phrase("Dressing")}
        width="w-28"
        value={span.dressing ?? "none"}
        shown={DRESSINGS[span.dressing ?? "none"]}
        groups={[{ label: "", options: Object.entries(DRESSINGS).map(([value, label]) => ({ value, label })) }]}
        onChoose={(to) => edit({ op: "set_dressing", span: span.id, dressing: to as Dressing }, `${span.id}.dressing`)}
      />
      {(span.dressing ?? "none") === "none" ? null : (
        <TypedField
          label={phrase("Only its last")}
          width="w-28"
          shown=""
          hint={text(system, "length", 0.3)}
          onCommit={(value) => edit({ op: "dress_end", span: span.id, length: value }, `${span.id}.end`)}
          {...end}
        />
      )}
      <Tick
        on={span.wind_knot ?? false}
        onChange={(on) => edit({ op: "set_wind_knot", span: span.id, knotted: on }, `${span.id}.knot`)}
        className="self-end text-[13px]"
      >
        {phrase("wind knot in it")}
      </Tick>
      {rig ? <SpanStructure span={span} rig={rig} /> : null}
    </>
  );
}

function FlyControls({ attachment, drawer, system, strength }: Props & { attachment: Attachment }) {
  const rig = useBench((s) => s.docs?.rig);
  const edit = useBench((s) => s.edit);
  const fly = flyOf(attachment.body);
  const id = attachment.id;
  const holds = strength.find((s) => s.part === id && s.kind === "eye");
  const count = (drawer.patterns ?? []).flatMap((p) => p.weights).find((w) => w.id === fly?.source)?.count;
  const owned = fly?.source ? phrase("{count} in the box", { count: count ?? 0 }) : phrase("not in your box");
  const bead = `${id}.bead`;
  const tag = `${id}.tag`;
  const beadField = useField(bead);
  const tagField = useField(tag);
  return (
    <>
      <Head
        title={bodyName(attachment.body)}
        note={
          fly
            ? `${fly.dressing.name} · ${owned}${holds ? phrase(" · knot holds {shown}", { shown: holds.shown }) : ""}`
            : attachment.body.kind === "shot"
              ? phrase("pinched on: it pulls off before the fly is lost")
              : phrase("pegged on the line")
        }
      />
      {fly?.bead ? (
        <Stepper
          label={phrase("Bead")}
          shown={text(system, "bead", fly.bead.diameter_mm / 1000)}
          less={{ label: phrase("One bead down"), run: () => edit({ op: "step_bead", at: id, heavier: false }, bead) }}
          more={{ label: phrase("One bead up"), run: () => edit({ op: "step_bead", at: id, heavier: true }, bead) }}
          {...beadField}
        />
      ) : null}
      {fly ? (
        <FlyChoice
          label={phrase("Fly")}
          shown={`${fly?.pattern ?? phrase("shot")} ${weightOf(attachment.body, system)}`}
          drawer={drawer}
          system={system}
          onChoose={(weight) => edit({ op: "swap_fly", at: id, weight }, `${id}.fly`)}
        />
      ) : null}
      {fly ? null : <OnTheLine attachment={attachment} rig={rig ?? null} system={system} />}
      {attachment.link ? (
        <TypedField
          label={phrase("Tag")}
          width="w-20"
          shown={text(system, "short", attachment.link.length_mm / 1000)}
          onCommit={(value) => edit({ op: "set_tag", at: id, value }, tag)}
          {...tagField}
        />
      ) : null}
      {rig && attachment.at.kind === "joint" && fly ? (
        <DropperChoice attachment={attachment} rig={rig} system={system} />
      ) : null}
      {rig ? <KnotChoice part={id} knot={attachment.knot} rig={rig} /> : null}
      {attachment.at.kind === "point" ? (
        rig && fly ? (
          <PointStructure attachment={attachment} rig={rig} drawer={drawer} system={system} />
        ) : null
      ) : null}
      {rig && fly && attachment.at.kind !== "point" ? (
        <TailStructure attachment={attachment} rig={rig} drawer={drawer} system={system} />
      ) : null}
      {attachment.at.kind === "point" ? null : (
        <Button
          className="mt-[18px] px-2"
          aria-label={phrase("Take this fly off")}
          title={phrase("Take this fly off")}
          onClick={() => edit({ op: "remove_fly", at: id }, `${id}.fly`)}
        >
          <X size={15} aria-hidden />
        </Button>
      )}
    </>
  );
}

/** A shot or a bead: its weight or size, and where it sits above the lower end of its span. */
function OnTheLine({ attachment, rig, system }: { attachment: Attachment; rig: Rig | null; system: UnitSystem }) {
  const edit = useBench((s) => s.edit);
  const { id, at, body } = attachment;
  const size = `${id}.bead`;
  const place = `${id}.place`;
  const step = (heavier: boolean) => edit({ op: "step_bead", at: id, heavier }, size);
  const sizeField = useField(`${size}.${body.kind === "shot" ? "mass" : "diameter"}`);
  const stepField = useField(size);
  const placeField = useField(`${place}.above`);
  const span = at.kind === "span" ? rig?.spans.find((s) => s.id === at.span) : undefined;
  return (
    <>
      <TypedField
        label={body.kind === "shot" ? phrase("Weight") : phrase("Size")}
        width="w-36"
        shown={weightOf(body, system)}
        onCommit={(typed) =>
          edit(
            body.kind === "shot"
              ? { op: "set_shot", at: id, mass: typed }
              : { op: "set_bead", at: id, diameter: typed },
            size,
          )
        }
        less={{ label: phrase("One size lighter"), run: () => step(false) }}
        more={{ label: phrase("One size heavier"), run: () => step(true) }}
        fault={sizeField.fault ?? stepField.fault}
        onTouched={sizeField.fault ? sizeField.onTouched : stepField.onTouched}
      />
      {body.kind === "pegged bead" ? (
        <TypedField
          label={phrase("Its colour, its name")}
          width="w-40"
          plain
          shown={bodyName(body)}
          onCommit={(name) => edit({ op: "set_bead", at: id, name }, `${id}.name`)}
        />
      ) : null}
      {span && at.kind === "span" ? (
        <TypedField
          label={phrase("Above the lower end")}
          width="w-36"
          shown={text(system, "short", (span.length_mm - at.mm) / 1000)}
          onCommit={(above) => edit({ op: "slide_on", at: id, above }, place)}
          less={{ label: phrase("Lower"), run: () => edit({ op: "slide_on", at: id, lower_mm: SLIDE_MM }, place) }}
          more={{ label: phrase("Higher"), run: () => edit({ op: "slide_on", at: id, lower_mm: -SLIDE_MM }, place) }}
          {...placeField}
        />
      ) : null}
    </>
  );
}

function JointControls({ part, drawer, system, strength }: Props) {
  const edit = useBench((s) => s.edit);
  const docs = useBench((s) => s.docs);
  if (part.kind !== "joint" || !docs?.rig) return null;
  const { joint, index } = part;
  const holds = strength.find((s) => s.part === joint.id);
  const hung = docs.rig.attachments.some((a) => a.at.kind === "joint" && a.at.joint === joint.id);
  return (
    <>
      <Head
        title={joint.ring ? phrase("Ring") : index === 0 ? phrase("To the fly line") : phrase("Joint")}
        note={holds ? phrase("holds {shown}: {why}", { shown: holds.shown, why: holds.why }) : ""}
      />
      <KnotChoice part={joint.id} knot={joint.loop ?? joint.knot} rig={docs.rig} />
      <p className="max-w-80 self-center text-[12px] text-soft">
        {phrase("{remark} Ease with cold hands: {ease} of 5.", { remark: joint.knot.remark, ease: joint.knot.ease })}
      </p>
      {index > 0 ? <JointStructure joint={joint} hung={hung} /> : null}
      {index > 0 && !hung ? <Wound at={joint.id} drawer={drawer} system={system} /> : null}
      {index > 0 && !hung ? (
        <FlyChoice
          label={phrase("Dropper here")}
          shown={phrase("hang a fly")}
          drawer={drawer}
          system={system}
          onChoose={(weight) =>
            edit({ op: "add_dropper", joint: joint.id, weight, tag_mm: 120 }, `${joint.id}.dropper`)
          }
        />
      ) : null}
    </>
  );
}

function Head({ title, note }: { title: string; note: string }) {
  return (
    <div className="min-w-36 max-w-52 flex-1 self-center">
      <p className="truncate font-semibold">{title}</p>
      <p className="text-[12px] leading-snug text-soft">{note}</p>
    </div>
  );
}

type StepAction = { label: string; run: () => void };
function Stepper(props: {
  label: string;
  shown: string;
  less: StepAction;
  more: StepAction;
  fault?: string | undefined;
}) {
  return (
    <div>
      <span className="block text-[12px] text-soft">{props.label}</span>
      <div className="flex w-36 items-stretch rounded-s border border-edge bg-sheet">
        <button type="button" aria-label={props.less.label} onClick={props.less.run} className="hit w-8">
          −
        </button>
        <output className="figure flex-1 self-center text-center">{props.shown}</output>
        <button type="button" aria-label={props.more.label} onClick={props.more.run} className="hit w-8">
          +
        </button>
      </div>
      {props.fault ? (
        <p role="alert" className="mt-1 max-w-48 text-[12px] text-float">
          {props.fault}
        </p>
      ) : null}
    </div>
  );
}
