import { phrase } from "../words/phrase";

const HEIGHT = 64;
const BOOT = 0.3;
/** Sizes of five stones beside the largest of six. */
const LESS = [0.34, 0.72, 0.22, 0.56, 0.42];
/** The boot's outline on a field of 30 x 30, toe to the right. */
const OUTLINE =
  "M3 0 H15 V15 C15 18 21 19 26 20.5 C29 21.4 30 24 30 27 V29.5 H0.5 V27 C2.5 22 3 18 3 12 Z M0.5 27 H30 M3 4 H15";

type Props = { stones: number; width: number };
/** Six stones of a bed beside a wading boot, all to one scale: the largest, filled, has the size that was told. */
export function StonesByBoot({ stones, width }: Props) {
  const sizes = [...LESS.slice(0, 3), 1, ...LESS.slice(3)].map((share) => share * stones);
  const across = sizes.reduce((sum, size) => sum + size * 1.25, BOOT * 1.2);
  const scale = Math.min(width / across, HEIGHT / Math.max(BOOT, stones * 0.8));
  const foot = HEIGHT - 1;
  let x = BOOT * 1.2 * scale;
  return (
    <svg
      role="img"
      aria-label={phrase("Stones of this bed beside a wading boot, to one scale")}
      width={width}
      height={HEIGHT + 2}
      viewBox={`0 0 ${width} ${HEIGHT + 2}`}
    >
      <g
        transform={`translate(0 ${foot - BOOT * scale}) scale(${(BOOT * scale) / 30})`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={30 / (BOOT * scale)}
      >
        <path d={OUTLINE} />
      </g>
      {sizes.map((size, i) => {
        const rx = (size * scale) / 2;
        const ry = rx * 0.78;
        const cx = x + rx * 1.2;
        x += rx * 2.5;
        return (
          <ellipse
            key={i}
            cx={cx}
            cy={foot - ry}
            rx={rx}
            ry={ry}
            fill={size === stones ? "var(--bed-edge)" : "none"}
            stroke="var(--bed-ink)"
            strokeWidth={1.2}
          />
        );
      })}
      <path d={`M0 ${foot} H${width}`} stroke="var(--bed-ink)" strokeWidth={1} />
    </svg>
  );
}
