import type { Answer, Rig, UnitSystem } from "../../api/client";
import { BodyDrawing } from "../../drawings/fly_drawing";
import { INK } from "../../drawings/material_ink";
import { bodyName } from "../../model/bodies";
import { stepOf, text } from "../../model/format";
import { floatPlace, type Part, partsOf, rootOf, unbroken } from "../../model/line_layout";
import { useBench } from "../../state/bench_store";
import { Stepper } from "../../ui/stepper";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";

type Props = { answer: Answer; system: UnitSystem };

/** The line from the point up, flies and tippet first: every row has the step a finger wants, and opens to all of its controls. */
export function PhoneLine({ answer, system }: Props) {
  const { rig } = answer;
  const select = useBench((s) => s.select);
  const faults = useBench((s) => s.faults);
  const rows = inOrder(rig);
  const float = floatPlace(rig);
  return (
    <section aria-label={phrase("Line")} className="bg-sheet">
      <ul>
        {rows.map((part) => {
          const fault = Object.entries(faults).find(([field]) => field.startsWith(`${part.id}.`))?.[1];
          return (
            <li key={part.id} className="border-b border-hair px-2 py-1">
              <div className="flex items-center gap-2">
                <button
                  type="button"
                  className="flex min-h-[48px] min-w-0 flex-1 items-center gap-2 text-left"
                  onClick={() => select(part.id)}
                >
                  <Mark part={part} />
                  <span className="min-w-0">
                    <Name part={part} rig={rig} system={system} roles={answer.roles} />
                  </span>
                </button>
                <Steps part={part} system={system} />
              </div>
              {fault ? (
                <p role="alert" className="pb-1 text-[13px] text-float">
                  {fault}
                </p>
              ) : null}
            </li>
          );
        })}
        {float ? (
          <li className="flex items-center gap-2 border-b border-hair px-2 py-1">
            <span className="flex-1 pl-10 font-semibold">{phrase("float, above the point")}</span>
            <FloatSteps shown={text(system, "length", float.above / 1000)} step_mm={1000 * stepOf(system, "length")} />
          </li>
        ) : null}
      </ul>
    </section>
  );
}

/** From the point up; knots between pieces, those of a ready-made leader left out. */
function inOrder(rig: Rig): Part[] {
  const parts = partsOf(rig).filter((p) => p.kind !== "joint" || !unbroken(p.joint));
  const points = parts.filter((p) => p.kind === "fly" && rootOf(rig, p.attachment).at.kind !== "joint");
  return [...points.reverse(), ...parts.filter((p) => !points.includes(p)).reverse()];
}

function Mark({ part }: { part: Part }) {
  return (
    <svg width={32} height={32} viewBox="0 0 32 32" aria-hidden="true" className="shrink-0">
      {part.kind === "span" ? (
        <rect x={14} y={0} width={4} height={32} fill={INK[part.span.material.look] ?? "var(--ink)"} />
      ) : part.kind === "joint" ? (
        <>
          <rect x={15} y={0} width={2} height={32} fill="var(--rule)" />
          <circle cx={16} cy={16} r={4} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />
        </>
      ) : (
        <g transform="translate(8 16)">
          <BodyDrawing body={part.attachment.body} scale={2.2} />
        </g>
      )}
    </svg>
  );
}

function Name({
  part,
  rig,
  system,
  roles,
}: {
  part: Part;
  rig: Rig;
  system: UnitSystem;
  roles: Record<string, string>;
}) {
  if (part.kind === "span")
    return (
      <>
        <span className="block truncate font-semibold">{part.span.name}</span>
        <span className="figure block truncate text-[12px] text-soft">
          {text(system, "diameter", part.span.d0_mm / 1000)} {part.span.material.name.toLowerCase()}
        </span>
      </>
    );
  if (part.kind === "joint")
    return (
      <span className="block truncate text-[13px] text-soft">
        {part.joint.ring ? phrase("ring, ") : ""}
        {(part.joint.loop ?? part.joint.knot).name.toLowerCase()}
        {rig.attachments.some((a) => a.at.kind === "joint" && a.at.joint === part.id)
          ? phrase(", a dropper hangs here")
          : ""}
      </span>
    );
  return (
    <>
      <span className="block truncate font-semibold">{kindName(roles[part.id] ?? phrase("fly"))}</span>
      <span className="block truncate text-[12px] text-soft">{bodyName(part.attachment.body)}</span>
    </>
  );
}

function Steps({ part, system }: { part: Part; system: UnitSystem }) {
  const edit = useBench((s) => s.edit);
  if (part.kind === "span" && !part.span.ready) {
    const field = `${part.id}.length`;
    const step_mm = 1000 * stepOf(system, "length");
    const by = (by_mm: number) => () => edit({ op: "change_length", span: part.id, by_mm }, field);
    return (
      <Stepper
        name={phrase("{spanName} length", { spanName: part.span.name })}
        value={text(system, "length", part.span.length_mm / 1000)}
        less={by(-step_mm)}
        more={by(step_mm)}
      />
    );
  }
  if (part.kind === "fly" && part.attachment.body.kind === "fly") {
    const bead = part.attachment.body.bead;
    const step = (heavier: boolean) => () => edit({ op: "step_bead", at: part.id, heavier }, `${part.id}.bead`);
    return (
      <Stepper
        name="bead"
        value={bead ? text(system, "bead", bead.diameter_mm / 1000) : "none"}
        less={step(false)}
        more={step(true)}
      />
    );
  }
  return null;
}

function FloatSteps({ shown, step_mm }: { shown: string; step_mm: number }) {
  const edit = useBench((s) => s.edit);
  const slide = (deeper_mm: number) => () => edit({ op: "set_float", deeper_mm }, "float");
  return <Stepper name="float" value={shown} less={slide(-step_mm)} more={slide(step_mm)} />;
}
