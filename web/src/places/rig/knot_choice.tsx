import { useQuery } from "@tanstack/react-query";
import { Check, ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { api, type Knot, type Rig, type SystemKey, taken } from "../../api/client";
import { useBench } from "../../app/bench_store";
import { CardButton } from "../../app/knot_card";
import { useBook } from "../../app/queries";

type Props = { part: string; knot: Knot; rig: Rig };

/** What can be tied here, best first: what each holds as a bar, what it eats and how long it takes. */
export function KnotChoice({ part, knot, rig }: Props) {
  const units = useBench((s) => s.units);
  const fault = useBench((s) => s.faults[`${part}.knot`]);
  const [open, setOpen] = useState(false);
  return (
    <div>
      <span className="block text-[12px] text-soft">Knot</span>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          aria-label={`Knot: ${knot.name}. What else can be tied here`}
          className="flex min-h-8 w-52 items-center justify-between gap-2 rounded-s border border-edge bg-sheet px-2 text-left"
        >
          <span className="truncate">{knot.name}</span>
          <ChevronDown size={14} aria-hidden className="shrink-0" />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            sideOffset={4}
            align="start"
            aria-label="What can be tied here"
            className="z-40 max-h-[min(30rem,var(--radix-popover-content-available-height))] w-[min(30rem,calc(100vw-1rem))] overflow-y-auto rounded-s border border-ink bg-sheet p-3"
          >
            {open ? <Choices part={part} rig={rig} units={units} onDone={() => setOpen(false)} /> : null}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {fault ? (
        <p role="alert" className="mt-1 max-w-52 text-[12px] text-float">
          {fault}
        </p>
      ) : null}
    </div>
  );
}

function Choices({ part, rig, units, onDone }: { part: string; rig: Rig; units: SystemKey; onDone: () => void }) {
  const edit = useBench((s) => s.edit);
  const [hard, setHard] = useState(false);
  const system = useBook().data?.units.find((u) => u.key === units);
  const choices = useQuery({
    queryKey: ["knots", rig, part, hard, units],
    placeholderData: (before) => before,
    queryFn: async () => taken(await api.POST("/api/workbench/knots", { body: { rig, part, hard, units } })).choices,
  });
  return (
    <>
      <label className="flex min-h-8 items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="size-6 accent-[var(--ink)]"
          checked={hard}
          onChange={(e) => setHard(e.target.checked)}
        />
        Cold hands or wind: what is easy counts for more
      </label>
      {choices.isError ? <p role="alert">The server does not answer; trying again.</p> : null}
      <ul className="mt-1">
        {(choices.data ?? []).map((choice) => (
          <li key={choice.key} className="flex gap-1 border-t border-hair">
            <button
              type="button"
              aria-current={choice.now ? "true" : undefined}
              className="grid flex-1 grid-cols-[1.2rem_minmax(0,1fr)_auto] items-center gap-x-2 rounded-s px-1 py-1.5 text-left hover:bg-hair"
              onClick={() => {
                if (!choice.now) edit({ op: "use_knot", part, knot: choice.key }, `${part}.knot`);
                onDone();
              }}
            >
              {choice.now ? <Check size={15} aria-hidden /> : <span />}
              <span className="font-semibold">{choice.name}</span>
              <span className="figure text-[13px]">{choice.holds}</span>
              <span />
              <span aria-hidden className="h-1.5 rounded-s bg-hair">
                <span className="block h-full rounded-s bg-ink" style={{ width: `${choice.of_best * 100}%` }} />
              </span>
              <span className="figure text-[12px] text-soft">
                eats {choice.eats} · {choice.seconds} s
              </span>
              <span />
              <span className="col-span-2 text-[12px] text-soft">{choice.reason}</span>
            </button>
            <CardButton of={choice.key} system={system} />
          </li>
        ))}
      </ul>
      <p className="mt-2 border-t border-rule pt-2 text-[12px] text-soft">
        Tied fairly, wet. Moisten, seat and test every knot; nippers, not teeth.
      </p>
    </>
  );
}
