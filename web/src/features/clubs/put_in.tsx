import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type NewThing, taken } from "../../api/client";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Tick } from "../../ui/tick";
import { phrase } from "../../words/phrase";
import type { Change } from "./change";

const KINDS: { value: NewThing["kind"]; label: string }[] = [
  { value: "water", label: phrase("a water") },
  { value: "rules", label: phrase("rules") },
  { value: "rig", label: phrase("a rig") },
  { value: "leader", label: phrase("a leader") },
];
type Own = { value: string; label: string }[];

const OWN: Record<NewThing["kind"], () => Promise<Own>> = {
  water: async () =>
    taken(await api.GET("/api/v1/reaches")).reaches.map(({ reach }) => ({ value: reach.id, label: reach.name })),
  rules: async () =>
    taken(await api.GET("/api/v1/rule-sets")).rule_sets.map(({ rules }) => ({ value: rules.id, label: rules.name })),
  rig: async () => taken(await api.GET("/api/v1/rigs")).rigs.map((rig) => ({ value: rig.id, label: rig.name })),
  leader: async () =>
    (taken(await api.GET("/api/v1/drawer")).drawer.leaders ?? []).map((row) => ({ value: row.id, label: row.name })),
};

/** Puts something of one's own into a club, as it is now; a water without where it is, unless that is told. */
export function PutIn({ club, change }: { club: string; change: Change }) {
  const [kind, setKind] = useState<NewThing["kind"]>("water");
  const [subject, setSubject] = useState("");
  const [named, setNamed] = useState(false);
  const own = useQuery({ queryKey: ["own", kind], queryFn: OWN[kind], staleTime: 0 });
  const options = own.data ?? [];
  const chosen = options.find((o) => o.value === subject);
  const put = () =>
    change(async () => {
      const body = { kind, subject, vague: !named };
      return taken(await api.POST("/api/v1/clubs/{club_id}/things", { params: { path: { club_id: club } }, body }));
    });
  return (
    <section aria-label={phrase("Put in")} className="flex flex-col gap-2 border-t border-rule pt-3">
      <h3 className="font-bold">{phrase("Put something of yours in")}</h3>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label={phrase("What")}
          value={kind}
          width="w-32"
          groups={[{ label: "", options: KINDS }]}
          onChoose={(value) => {
            setKind(value as NewThing["kind"]);
            setSubject("");
          }}
        />
        <Choice
          label={phrase("Which")}
          value={subject}
          shown={chosen?.label ?? (options.length === 0 && own.data ? phrase("you have none") : phrase("choose"))}
          width="w-56"
          groups={[{ label: "", options }]}
          onChoose={setSubject}
        />
        <Button strong className="min-h-[48px]" disabled={!chosen} onClick={() => void put()}>
          {phrase("Put it in")}
        </Button>
      </div>
      {kind === "water" ? (
        <Tick on={named} onChange={setNamed}>
          {phrase("with its name, its river and its gauge")}
        </Tick>
      ) : null}
      <p className="text-[13px] text-soft">{phrase("It is there as it is now. Put in again, it is a newer one.")}</p>
    </section>
  );
}
