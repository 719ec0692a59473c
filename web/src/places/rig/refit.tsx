import { useState } from "react";
import { type Answer, api, type Edit, type RefitAnswer, taken } from "../../api/client";
import { useBench } from "../../state/bench_store";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

/** The rig follows the water: told where the water differs, what would be changed, and done by one press. */
export function Refit({ answer }: { answer: Answer }) {
  const [found, setFound] = useState<{ of: string; refit: RefitAnswer } | null>(null);
  const [asking, setAsking] = useState(false);
  const { rig, water, drift, differs } = answer;
  const told = found?.of === drift.key ? found.refit : null;
  if (!differs && !told) return null;
  const ask = async () => {
    setAsking(true);
    try {
      setFound({ of: drift.key, refit: taken(await api.POST("/api/v1/workbench/refit", { body: { rig, water } })) });
    } catch (error) {
      useBench.getState().tell(error instanceof Error ? error.message : "");
    } finally {
      setAsking(false);
    }
  };
  return (
    <div
      role="note"
      aria-label={phrase("The rig and today's water")}
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-paper px-3 py-1.5 text-[13px]"
    >
      {told ? (
        <>
          <p className="min-w-0 flex-1">
            {told.changes.length > 0
              ? told.changes.join(" · ")
              : phrase("It fits as it is: its method would tie the same.")}
            {told.takes ? <span className="text-soft"> ({told.takes})</span> : null}
            {told.better ? <span className="block">{told.better}</span> : null}
          </p>
          <Button
            strong
            onClick={() => {
              useBench.getState().editAll(told.edits as unknown as Edit[], "rig.refit");
              setFound(null);
            }}
          >
            {told.changes.length > 0 ? phrase("Do it") : phrase("It fits")}
          </Button>
          <Button onClick={() => setFound(null)}>{phrase("Leave it")}</Button>
        </>
      ) : (
        <>
          <p className="min-w-0 flex-1">{differs}</p>
          <Button onClick={() => void ask()} aria-busy={asking}>
            {phrase("Fit it to this water")}
          </Button>
        </>
      )}
    </div>
  );
}
