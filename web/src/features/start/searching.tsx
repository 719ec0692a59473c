import { useEffect, useMemo, useRef } from "react";
import type { MethodView, Reach, StartView } from "../../api/client";
import { useJob } from "../../state/use_job";
import { Button } from "../../ui/button";
import { Progress } from "../../ui/progress";
import { phrase } from "../../words/phrase";
import { Help } from "../find/help";

/** The search for the best rig of a method: how far it is, the rig with its reasons, or why it does not suit. */
export function Searching({ method, water, onStarted, onUsual, onInstead, onBack }: SearchingProps) {
  const asked = useMemo(() => ({ kind: "start" as const, method: method.key, water }), [method, water]);
  const { found, share, fault, stop, again } = useJob<"start">(asked);
  const begun = useRef(false);
  const started = found?.started;
  useEffect(() => {
    if (!started || begun.current) return;
    begun.current = true;
    onStarted(started);
  }, [started, onStarted]);
  const declined = found?.declined;
  const instead = declined?.what_would.find((would) => would.method)?.method;
  if (fault)
    return (
      <div role="alert" className="flex flex-wrap items-center gap-3">
        <p>{fault}</p>
        <Button onClick={again}>{phrase("Again")}</Button>
        <Button onClick={onBack}>{phrase("Another method")}</Button>
      </div>
    );
  if (declined)
    return (
      <section aria-label={phrase("It does not suit")}>
        <p className="text-[17px] font-semibold">
          {phrase("{methodName} does not suit this water.", { methodName: method.name })}
        </p>
        <p className="mt-1">{declined.reason}</p>
        <Help would={declined.what_would} />
        <div className="mt-4 flex flex-wrap gap-2">
          {instead ? (
            <Button strong onClick={() => onInstead(instead)}>
              {phrase("Start that method")}
            </Button>
          ) : null}
          <Button strong={!instead} onClick={onBack}>
            {phrase("Another method")}
          </Button>
          <Button onClick={onUsual}>{phrase("Tie it as it is usually tied")}</Button>
        </div>
      </section>
    );
  return (
    <div className="flex items-center gap-3">
      <p role="status">
        {phrase("Looking for the best {method} you can tie …", { method: method.name.toLowerCase() })}
      </p>
      <Progress share={share ?? 0} label={phrase("How far the search is")} className="flex-1" />
      <Button
        onClick={() => {
          stop();
          onBack();
        }}
      >
        {phrase("Stop")}
      </Button>
    </div>
  );
}

type SearchingProps = {
  method: MethodView;
  water: Reach;
  onStarted: (started: StartView) => void;
  onUsual: () => void;
  /** Another method is started in its place. */
  onInstead: (method: string) => void;
  onBack: () => void;
};
