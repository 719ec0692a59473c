import { Minus, Plus } from "lucide-react";
import { phrase } from "../words/phrase";

type Props = { name: string; value: string; less: () => void; more: () => void };
const PRESS =
  "grid size-[48px] place-items-center rounded-s border border-edge bg-sheet active:bg-ink active:text-sheet";

/** A figure between less and more, for a thumb. */
export function Stepper({ name, value, less, more }: Props) {
  return (
    <span className="flex shrink-0 items-center" role="group" aria-label={name}>
      <button type="button" className={PRESS} aria-label={phrase("Less: {name}", { name })} onClick={less}>
        <Minus size={18} aria-hidden />
      </button>
      <output className="figure w-[4.6rem] text-center text-[15px]">{value}</output>
      <button type="button" className={PRESS} aria-label={phrase("More: {name}", { name })} onClick={more}>
        <Plus size={18} aria-hidden />
      </button>
    </span>
  );
}
