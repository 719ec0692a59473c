import { useQuery } from "@tanstack/react-query";
import { Check } from "lucide-react";
import { useState } from "react";
import { api, type Knot, type Rig, type SystemKey, taken } from "../../api/client";
import { CardButton } from "../../features/knots/knot_card";
import { useBench } from "../../state/bench_store";
import { useSystem } from "../../state/units";
import { Pick } from "../../ui/pick";
import { Tick } from "../../ui/tick";
import { phrase } from "../../words/phrase";

type Props = { part: string; knot: Knot; rig: Rig };

/** What can be tied here, best first: what each holds as a bar, what it eats and how long it takes. */
export function KnotChoice({ part, knot, rig }: Props) {
  const units = useBench((s) => s.units);
  const fault = useBench((s) => s.faults[`${part}.knot`]);
  return (
    <Pick
      label={phrase("Knot")}
      shown={knot.name}
      says={phrase("Knot: {knotName}. What else can be tied here", { knotName: knot.name })}
      opens={phrase("What can be tied here")}
      width="w-52"
      fault={fault}
    >
      {(done) => <Choices part={part} rig={rig} units={units} onDone={done} />}
    </Pick>
  );
}

function Choices({ part, rig, units, onDone }: { part: string; rig: Rig; units: SystemKey; onDone: () => void }) {
  const edit = useBench((s) => s.edit);
  const [hard, setHard] = useState(false);
  const system = useSystem();
  const choices = useQuery({
    queryKey: ["knots", rig, part, hard, units],
    placeholderData: (before) => before,
    queryFn: async () => taken(await api.POST("/api/v1/workbench/knots", { body: { rig, part, hard } })).choices,
  });
  return (
    <>
      <Tick on={hard} onChange={setHard} className="text-[13px]">
        {phrase("Cold hands or wind: what is easy counts for more")}
      </Tick>
      {choices.isError ? <p role="alert">{phrase("The server does not answer; trying again.")}</p> : null}
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
                {phrase("eats {eats} · {seconds} s", { eats: choice.eats, seconds: choice.seconds })}
              </span>
              <span />
              <span className="col-span-2 text-[12px] text-soft">{choice.reason}</span>
            </button>
            <CardButton of={choice.key} system={system} />
          </li>
        ))}
      </ul>
      <p className="mt-2 border-t border-rule pt-2 text-[12px] text-soft">
        {phrase("Tied fairly, wet. Moisten, seat and test every knot; nippers, not teeth.")}
      </p>
    </>
  );
}
