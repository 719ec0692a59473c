import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link2 } from "lucide-react";
import { useState } from "react";
import { api, type LinkKind, taken } from "../../api/client";
import { useCardCode } from "../../state/card_code";
import { BottomSheet } from "../../ui/bottom_sheet";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Tick } from "../../ui/tick";
import { phrase } from "../../words/phrase";

const DAYS = ["7", "30", "365"] as const;
const SAID: Record<LinkKind, string> = {
  rig: phrase("Whoever has the link sees this rig as it is then, and nothing else of yours."),
  water: phrase("Whoever has the link sees this water: what it is called, its depths and where the fish sit."),
  leader: phrase("Whoever has the link sees this leader, its lengths and diameters."),
  outing: phrase("Whoever has the link sees what was counted and caught, not where it was."),
};

type Props = { kind: LinkKind; subject: string; name: string; before?: () => Promise<void> };

/** Shows one thing of one's own to whoever has a link. */
export function ShareButton({ kind, subject, name, before }: Props) {
  const [open, setOpen] = useState(false);
  const [days, setDays] = useState<(typeof DAYS)[number]>("30");
  const [vague, setVague] = useState(false);
  const putOnCard = useCardCode((s) => s.put);
  const onCard = useCardCode((s) => s.pictures[subject]);
  const queries = useQueryClient();
  const link = useMutation({
    mutationFn: async () => {
      await before?.();
      return taken(await api.POST("/api/v1/links", { body: { kind, subject, days: Number(days), vague } }));
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ["links"] }),
  });
  const [copied, setCopied] = useState(false);
  const copy = async (address: string) => {
    await navigator.clipboard?.writeText(address).then(
      () => setCopied(true),
      () => setCopied(false),
    );
  };
  return (
    <>
      <Button
        onClick={() => {
          link.reset();
          setCopied(false);
          setOpen(true);
        }}
        aria-label={phrase("Share {name}", { name })}
        title={phrase("Share by a link")}
      >
        <Link2 size={15} aria-hidden />
      </Button>
      <BottomSheet open={open} onClose={() => setOpen(false)} title={phrase("Share {name}", { name })}>
        {link.data ? (
          <div className="flex flex-col items-center gap-3">
            <img alt={phrase("Code with the link")} className="size-48 border-8 border-white" src={link.data.picture} />
            <p className="figure break-all" data-testid="link">
              {link.data.address}
            </p>
            <Button strong className="min-h-[48px]" onClick={() => void copy(link.data.address)}>
              {copied ? phrase("Copied") : phrase("Copy the link")}
            </Button>
            {kind === "rig" ? (
              <Button className="min-h-[48px]" onClick={() => putOnCard(subject, link.data.picture)}>
                {onCard === link.data.picture ? phrase("It is on the card you print") : phrase("Put it on the card")}
              </Button>
            ) : null}
            <p className="text-soft">
              {phrase("It is shown this once. Take it back under Account, whenever you like.")}
            </p>
          </div>
        ) : (
          <div className="flex flex-col gap-3">
            <p>{SAID[kind]}</p>
            <Choice
              label={phrase("It stands for")}
              value={days}
              groups={[
                {
                  label: "",
                  options: DAYS.map((d) => ({
                    value: d,
                    label: d === "365" ? phrase("a year") : phrase("{d} days", { d }),
                  })),
                },
              ]}
              onChoose={(v) => setDays(v as (typeof DAYS)[number])}
            />
            {kind === "water" ? (
              <Tick on={vague} onChange={setVague}>
                {phrase("without its name, its river and its gauge")}
              </Tick>
            ) : null}
            <Button strong className="min-h-[48px] self-start" onClick={() => link.mutate()} disabled={link.isPending}>
              {phrase("Make the link")}
            </Button>
            {link.error ? <p role="alert">{link.error.message}</p> : null}
          </div>
        )}
      </BottomSheet>
    </>
  );
}
