import { Ruler, X } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import type { Answer, UnitSystem } from "../../api/client";
import { text } from "../../model/format";
import { useBench } from "../../state/bench_store";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";

type Where = "pool" | "water" | "leaf";
const WHERE: Record<Where, string> = {
  pool: phrase("at a pool's wall"),
  water: phrase("in this water"),
  leaf: phrase("parted from a leaf"),
};
const FIELD = "measured";

/** What one saw oneself, noted to stand beside what is computed: a marked line at a pool's wall, a look from a bridge. */
export function Measured({ answer, system }: { answer: Answer; system: UnitSystem }) {
  const edit = useBench((s) => s.edit);
  const faults = useBench((s) => s.faults);
  const clear = useBench((s) => s.clearFault);
  const { rig, roles } = answer;
  const flies = rig.attachments.filter((a) => a.body.kind === "fly");
  const [where, setWhere] = useState<Where>("pool");
  const [at, setAt] = useState<string | null>(null);
  const [after, setAfter] = useState("");
  const [depth, setDepth] = useState("");
  const fly = flies.find((a) => a.id === at) ?? flies.at(-1);
  const checks = rig.checks ?? [];
  const told = answer.readings.find((r) => r.key === "checked");
  const said = [FIELD, `${FIELD}.after`, `${FIELD}.depth`, `${FIELD}.at`].flatMap((f) =>
    faults[f] ? [faults[f]] : [],
  );
  const note = () => {
    for (const field of ["after", "depth", "at"]) clear(`${FIELD}.${field}`);
    if (fly) edit({ op: "add_check", where, at: fly.id, after, depth }, FIELD);
  };
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={
          checks.length > 0
            ? phrase("Measured by yourself: {times}", { times: checks.length })
            : phrase("Measured by yourself")
        }
        title={phrase("Measured by yourself: put a depth you saw beside the computed one")}
        className="flex hit items-center gap-1.5 rounded-s border border-rule bg-sheet px-2 text-[13px] hover:border-ink"
      >
        <Ruler size={15} aria-hidden /> {checks.length > 0 ? checks.length : null}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={3}
          aria-label={phrase("Measured by yourself")}
          className="z-50 w-[min(26rem,calc(100vw-1rem))] space-y-2 rounded-s border border-ink bg-sheet p-3 text-[13px]"
        >
          <p>
            {phrase(
              "Hang the rig in at a pool's wall beside a marked line, its upper end at the surface, and read how deep a fly is. Or look down from a bridge: how deep it goes, and when a dry parts from a leaf that landed with it.",
            )}
          </p>
          {checks.length > 0 ? (
            <ul aria-label={phrase("What you measured")}>
              {checks.map((c, i) => (
                <li key={`${i} ${c.after_s}`} className="flex items-center gap-2 border-t border-hair py-1">
                  <span className="flex-1">
                    {WHERE[c.where]}
                    {": "}
                    {kindName(roles[c.fly] ?? phrase("a fly that is off"))}{" "}
                    {c.where === "leaf" ? null : (
                      <span className="figure">{text(system, "depth", c.depth_m ?? 0)}</span>
                    )}{" "}
                    {phrase("after {afters} s", { afters: c.after_s })}
                  </span>
                  <Button
                    aria-label={phrase("Take it away: {i}", { i: i + 1 })}
                    onClick={() => edit({ op: "drop_check", index: i }, FIELD)}
                  >
                    <X size={14} aria-hidden />
                  </Button>
                </li>
              ))}
            </ul>
          ) : null}
          {told ? (
            <p>
              <b>{told.title}.</b> {told.sentence}
            </p>
          ) : null}
          <div className="flex flex-wrap items-end gap-2">
            <Choice
              label={phrase("Where")}
              width="w-36"
              value={where}
              shown={WHERE[where]}
              groups={[
                {
                  label: "",
                  options: (["pool", "water", "leaf"] as const).map((w) => ({ value: w, label: WHERE[w] })),
                },
              ]}
              onChoose={(w) => setWhere(w as Where)}
            />
            {flies.length > 1 ? (
              <Choice
                label={phrase("Fly")}
                width="w-28"
                value={fly?.id ?? ""}
                shown={fly ? kindName(roles[fly.id] ?? "") : ""}
                groups={[
                  { label: "", options: flies.map((a) => ({ value: a.id, label: kindName(roles[a.id] ?? a.id) })) },
                ]}
                onChoose={setAt}
              />
            ) : null}
            <Plain label={phrase("After")} value={after} hint="4 s" onType={setAfter} onEnter={note} />
            {where === "leaf" ? null : (
              <Plain
                label={phrase("Depth")}
                value={depth}
                hint={text(system, "depth", 0.8)}
                onType={setDepth}
                onEnter={note}
              />
            )}
            <Button strong onClick={note}>
              {phrase("Note it")}
            </Button>
          </div>
          {said.length > 0 ? (
            <p role="alert" className="text-[12px] text-float">
              {said.join(" ")}
            </p>
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

type PlainProps = { label: string; value: string; hint: string; onType: (v: string) => void; onEnter: () => void };
function Plain({ label, value, hint, onType, onEnter }: PlainProps) {
  return (
    <label>
      <span className="block text-[12px] text-soft">{label}</span>
      <input
        value={value}
        placeholder={hint}
        onChange={(event) => onType(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && onEnter()}
        className="figure hit w-20 rounded-s border border-edge bg-sheet px-1 text-center"
      />
    </label>
  );
}
