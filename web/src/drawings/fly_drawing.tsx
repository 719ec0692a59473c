import type { Attachment, Fly } from "../api/client";
import { flyOf, sizeOf } from "../model/bodies";

/** A fly or a shot, from its data. The eye is at the origin. */
export function BodyDrawing({ body, scale }: { body: Attachment["body"]; scale: number }) {
  const fly = flyOf(body);
  if (fly) return <FlyDrawing fly={fly} scale={scale} />;
  const r = (sizeOf(body) / 2) * scale;
  return (
    <g>
      <circle cx={r} cy={0} r={r} fill="var(--mat-clear)" stroke="var(--hook)" strokeWidth={1.2} />
      <path d={`M0 0 H${r}`} stroke="var(--hook)" strokeWidth={1.2} />
    </g>
  );
}

type Props = { fly: Fly; scale: number };

/** Side view of a fly made from its data: a bigger bead looks bigger. The eye is at the origin, the bend to the right. */
function FlyDrawing({ fly, scale }: Props) {
  const shank = fly.hook.shank_mm * scale;
  const jig = fly.hook.bend === "jig";
  const gap = shank * 0.42 * (jig ? -1 : 1);
  const bead = fly.bead ? (fly.bead.diameter_mm / 2) * scale : 0;
  const half = Math.max((fly.dressing.width_share * shank) / 2, 1.6);
  const from = bead > 0 ? bead * 1.7 : shank * 0.08;
  const to = shank * 0.93;
  const wire = Math.max(fly.hook.wire_mm * scale * 0.9, 1.3);
  const colour = `var(--fly-${fly.colour})`;
  const hook = `M0 0 H${shank} C${shank * 1.32} 0 ${shank * 1.32} ${gap} ${shank} ${gap} q${-shank * 0.1} 0 ${-shank * 0.24} ${-gap * 0.24}`;
  const body = `M${from} ${-half} Q${(from + to) / 2} ${-half * 1.1} ${to} ${-half * 0.35} V${half * 0.35} Q${(from + to) / 2} ${half * 1.1} ${from} ${half}Z`;
  return (
    <g>
      <path d={hook} fill="none" stroke="var(--hook)" strokeWidth={wire} strokeLinecap="round" />
      <g stroke={colour} strokeWidth={1} strokeLinecap="round" opacity={0.85}>
        {[-0.5, 0, 0.5].map((k) => (
          <path key={k} d={`M${to} 0 q${shank * 0.2} ${k * half} ${shank * 0.4} ${k * half * 2.4}`} fill="none" />
        ))}
      </g>
      <path d={body} fill={colour} />
      <Ribs from={from} to={to} half={half} />
      <Dressing kind={fly.dressing.drawn ?? "slim"} from={from} to={to} half={half} colour={colour} />
      {bead > 0 ? (
        <circle
          cx={bead * 0.95}
          cy={0}
          r={bead}
          fill={fly.bead?.material.startsWith("tungsten") ? "var(--bead)" : "var(--mat-clear)"}
          stroke="var(--hook)"
          strokeWidth={1}
        />
      ) : null}
      <circle cx={-1.2} cy={0} r={1.8} fill="none" stroke="var(--hook)" strokeWidth={wire * 0.8} />
    </g>
  );
}

function Ribs({ from, to, half }: { from: number; to: number; half: number }) {
  const marks = [0.25, 0.45, 0.65, 0.85].map((k) => from + (to - from) * k);
  return (
    <g stroke="var(--sheet)" strokeWidth={0.9} opacity={0.55}>
      {marks.map((x) => (
        <path key={x} d={`M${x} ${-half * 0.8} L${x + half * 0.6} ${half * 0.8}`} />
      ))}
    </g>
  );
}

function Dressing(props: { kind: string; from: number; to: number; half: number; colour: string }) {
  const { kind, from, to, half, colour } = props;
  const along = (count: number) => Array.from({ length: count }, (_, k) => from + ((to - from) * (k + 0.5)) / count);
  const strokes = (xs: number[], reach: number, sweep: number) =>
    xs.flatMap((x) => [`M${x} ${-half * 0.7} l${sweep} ${-reach}`, `M${x} ${half * 0.7} l${sweep} ${reach}`]);
  const paths =
    kind === "rough"
      ? strokes(along(9), half * 0.75, half * 0.5)
      : kind === "bushy"
        ? strokes(along(8), half * 1.7, half * 0.7)
        : kind === "hackled"
          ? strokes([from, from + half * 0.3, from + half * 0.6], half * 1.9, (to - from) * 0.45)
          : kind === "winged"
            ? [`M${from} ${-half} q${to * 0.7} ${-half * 1.6} ${to * 1.6} 0`]
            : [];
  return <path d={paths.join(" ")} fill="none" stroke={colour} strokeWidth={1} strokeLinecap="round" />;
}
