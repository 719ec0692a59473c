import { Collapsible } from "radix-ui";
import type { WorthView } from "../../api/client";
import { FactorBars } from "../../drawings/factor_bars";
import { Term } from "../../features/help/term";
import { range } from "../../model/minutes";
import { openSheet } from "../../state/open_sheets";
import { useLadder, usesLadders } from "../../state/use_ladder";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

/** ms without a change after which the ladder is climbed behind what is done, to be there when it is opened. */
const LADDER_REST_MS = 8_000;

/** What the rig is worth here, with its factors on opening; and the way to better ones. */
export function WorthLine({
  worth,
  measure,
  members,
}: {
  worth: WorthView | null;
  measure: readonly string[];
  members: number;
}) {
  useLadder(worth !== null && usesLadders(), LADDER_REST_MS);
  return (
    <div className="border-b border-rule px-4 pt-2 pb-2">
      <Collapsible.Root>
        <div className="flex items-baseline gap-2">
          <Collapsible.Trigger
            disabled={!worth}
            className="hit flex-1 text-left hover:underline disabled:no-underline"
            data-testid="worth"
          >
            {worth === null ? (
              <span className="text-soft">{phrase("good minutes in the hour: …")}</span>
            ) : worth.excluded ? (
              <span className="text-float">{phrase("Ruled out: {excluded}", { excluded: worth.excluded })}</span>
            ) : (
              <>
                <span className="figure text-[20px] font-bold">{Math.round(worth.minutes)}</span>{" "}
                <span className="text-[13px]">{phrase("good minutes in the hour")}</span>{" "}
                <span className="figure text-[12px] whitespace-nowrap text-soft">{range(worth.p10, worth.p90)}</span>
              </>
            )}
          </Collapsible.Trigger>
          <Button onClick={() => openSheet("ladder")} title={phrase("Ladder (L)")}>
            {phrase("Ladder")}
          </Button>
          <Button onClick={() => openSheet("find")} title={phrase("Find a better rig (F)")}>
            {phrase("Find")}
          </Button>
        </div>
        <Collapsible.Content className="pt-1 pb-1">
          {worth ? <FactorBars factors={worth.factors} /> : null}
          <p className="mt-1 text-[12px] text-soft">
            <Term word="good-minutes">{phrase("Good minutes")}</Term>
            {phrase(", from {members} drifts in waters like this one; hung up on {share}.", {
              members,
              share: share(worth?.factors.hangs ?? 0),
            })}
          </p>
          {measure.map((line) => (
            <p key={line} className="mt-1 text-[13px]">
              {line}
            </p>
          ))}
        </Collapsible.Content>
      </Collapsible.Root>
    </div>
  );
}

/** A small share as one in so many. */
function share(of: number): string {
  if (of < 0.005) return "none";
  return phrase("1 in {of}", { of: Math.max(Math.round(1 / of), 1) });
}
