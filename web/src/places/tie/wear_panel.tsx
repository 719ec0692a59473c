import { useState } from "react";
import { api, Refused, type TieView, taken } from "../../api/client";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { say } from "../../ui/toast";
import { TypedField } from "../../ui/typed_field";
import { phrase, rich } from "../../words/phrase";

type Props = { tie: TieView; onChanged: () => void };
type Kind = "retied" | "cut back" | "broke" | "renewed" | "wind knot" | "cut out";
const SAID: Record<Kind, string> = {
  retied: phrase("Re-tied"),
  "cut back": phrase("Cut back"),
  broke: phrase("Broke off"),
  renewed: phrase("New line from the spool"),
  "wind knot": phrase("A stray knot: half as strong until it is cut out"),
  "cut out": phrase("The stray knot is cut out"),
};

/** What an afternoon has left of the leader: every re-tie, cut-back and break, and the fly changes still in it. */
export function WearPanel({ tie, onChanged }: Props) {
  const [span, setSpan] = useState(tie.worn.at(-1)?.span ?? "");
  const [lost, setLost] = useState("");
  const [fault, setFault] = useState("");
  const now = tie.worn.find((w) => w.span === span) ?? tie.worn.at(-1);
  const last = tie.wear.at(-1);
  const send = async (work: () => Promise<unknown>, done: string) => {
    try {
      await work();
      setFault("");
      setLost("");
      onChanged();
      say(done);
    } catch (error) {
      const first = error instanceof Refused ? error.problem?.faults[0] : undefined;
      setFault(
        first?.reason ??
          (error instanceof Refused ? error.message : phrase("The server does not answer; nothing was changed.")),
      );
    }
  };
  const note = (kind: Kind) =>
    send(
      async () =>
        taken(
          await api.POST("/api/v1/ties/{tie_id}/wear", {
            params: { path: { tie_id: tie.id } },
            body: { id: crypto.randomUUID(), kind, span, lost: kind === "cut back" || kind === "broke" ? lost : "" },
          }),
        ),
      `${SAID[kind]}.`,
    );
  const back = () =>
    last &&
    send(
      async () =>
        taken(
          await api.POST("/api/v1/ties/{tie_id}/wear/{wear_id}/undo", {
            params: { path: { tie_id: tie.id, wear_id: last.id } },
          }),
        ),
      phrase("Taken back."),
    );
  if (!now) return null;
  return (
    <details className="w-full text-[13px]" data-testid="wear">
      <summary className="hit cursor-pointer py-1">
        {rich("What is left of it: {now} {left}{changes}", {
          now: now.name.toLowerCase(),
          left: <span className="figure">{now.left}</span>,
          changes:
            now.changes != null
              ? phrase(", {changes, plural, one {# fly change} other {# fly changes}} left", { changes: now.changes })
              : "",
        })}
        {now.knotted ? (
          <strong className="text-float"> {phrase("· stray knot, holds {holds}", { holds: now.holds })}</strong>
        ) : null}
      </summary>
      <div className="flex flex-wrap items-end gap-2 pb-1">
        <Choice
          label={phrase("Which span")}
          width="w-44"
          value={span}
          groups={[
            {
              label: "",
              options: tie.worn.map((w) => ({ value: w.span, label: w.name, note: `${w.left} · ${w.tip}` })),
            },
          ]}
          onChoose={setSpan}
        />
        <TypedField
          label={phrase("How much")}
          width="w-24"
          shown={lost}
          hint="20 cm"
          empty
          onCommit={setLost}
          fault={fault}
          onTouched={() => setFault("")}
        />
        <Button onClick={() => void note("retied")}>{phrase("Fly re-tied")}</Button>
        <Button disabled={!lost} onClick={() => void note("cut back")}>
          {phrase("Cut back")}
        </Button>
        <Button disabled={!lost} onClick={() => void note("broke")}>
          {phrase("Broke off")}
        </Button>
        <Button onClick={() => void note("renewed")}>{phrase("New piece")}</Button>
        <Button onClick={() => void note(now.knotted ? "cut out" : "wind knot")}>
          {now.knotted ? phrase("Knot cut out") : phrase("Stray knot")}
        </Button>
        {last ? (
          <Button onClick={() => void back()}>
            {phrase("Take back: {kind}", { kind: SAID[last.kind as Kind].toLowerCase().split(":")[0] })}
          </Button>
        ) : null}
      </div>
    </details>
  );
}
