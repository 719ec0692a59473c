import type { Answer, Strength } from "../../api/client";
import type { Load } from "../../drawings/line_marks";
import { bodyName, flyOf } from "../../model/bodies";
import { Choice } from "../../ui/choice";
import { kindName } from "../../words/kinds";
import { phrase } from "../../words/phrase";

export const NOWHERE = "none";

/** Which fly is pulled at in the strength view: by a fish or by a snag the same links bear it. */
export function PullChoice({ answer, pull, onPull }: { answer: Answer; pull: string; onPull: (pull: string) => void }) {
  const flies = answer.rig.attachments.filter((a) => flyOf(a.body));
  return (
    <div className="pr-3">
      <Choice
        label={phrase("Where it parts, pulled at")}
        width="w-56"
        value={pull}
        groups={[
          {
            label: "",
            options: [
              { value: NOWHERE, label: phrase("nothing: each by itself") },
              ...flies.map((a) => ({
                value: a.id,
                label: phrase("the {roles}, {bodyName}", {
                  roles: kindName(answer.roles[a.id] ?? ""),
                  bodyName: bodyName(a.body),
                }),
              })),
            ],
          },
        ]}
        onChoose={onPull}
      />
    </div>
  );
}

/** The links a pull at a fly goes through: those that would lose it. */
export function loadOn(strength: readonly Strength[], fly: string): Load | null {
  const path = strength.filter((link) => link.loses.includes(fly));
  if (fly === NOWHERE || path.length === 0) return null;
  const goes = path.reduce((a, b) => (b.force_n < a.force_n ? b : a));
  const holds = new Map<string, number>();
  for (const link of path)
    holds.set(link.part, Math.min(holds.get(link.part) ?? Number.POSITIVE_INFINITY, link.force_n));
  return {
    holds,
    goes: goes.part,
    said: phrase("{shown}, and you lose {lost}", { shown: goes.shown, lost: goes.lost }),
  };
}
