import { useQueryClient } from "@tanstack/react-query";
import { api, type OutingView, taken } from "../../api/client";
import { ShareButton } from "../../features/share/share_button";
import { happened, sendEvents } from "../../state/bank";
import { Button } from "../../ui/button";
import { CsvLinks } from "../../ui/csv_links";
import { phrase, rich } from "../../words/phrase";

/** An outing that was picked: what it was in a line, and whether anything is learnt from it. */
export function OneOuting({ outing, onClose }: { outing: OutingView; onClose: () => void }) {
  const queries = useQueryClient();
  const takes = outing.fished.reduce((sum, f) => sum + (f.takes ?? 0), 0);
  const landed = outing.fish.filter((f) => f.ended === "landed");
  const keepApart = async () => {
    if (!outing.apart) await happened("apart", { why: "" }, { about: outing.id });
    else {
      const page = taken(await api.GET("/api/v1/outings/{outing_id}", { params: { path: { outing_id: outing.id } } }));
      const undone = new Set(page.events.map((e) => e.undoes));
      const last = page.events.filter((e) => e.kind === "apart" && !undone.has(e.id)).at(-1);
      if (last) await happened("undo", {}, { about: outing.id, undoes: last.id });
    }
    await sendEvents();
    await queries.invalidateQueries({ predicate: (q) => ["season", "outings"].includes(String(q.queryKey[0])) });
  };
  return (
    <section
      aria-label={phrase("The outing picked")}
      className="mt-2 flex flex-wrap items-center gap-3 rounded-s border border-rule bg-sheet p-3"
    >
      <p>
        {rich(
          "{watername}, {toLocaleDateString}: {rigs}. {drifts} drifts, {touched} touched, {takes} takes{landedCount}.",
          {
            watername: <b>{outing.water_name}</b>,
            toLocaleDateString: new Date(outing.begun_at).toLocaleDateString([], { dateStyle: "long" }),
            rigs: outing.rigs.map((r) => r.name).join(", "),
            drifts: <span className="figure">{outing.drifts}</span>,
            touched: <span className="figure">{outing.touched}</span>,
            takes: <span className="figure">{takes}</span>,
            landedCount:
              landed.length > 0
                ? phrase(", {landedCount} landed{some}", {
                    landedCount: landed.length,
                    some: landed.some((f) => f.cm)
                      ? phrase(" to {max} cm", { max: Math.max(...landed.map((f) => f.cm ?? 0)) })
                      : "",
                  })
                : "",
          },
        )}
      </p>
      <Button onClick={() => void keepApart()} aria-pressed={outing.apart ?? false}>
        {outing.apart ? phrase("Learn from it again") : phrase("Keep it apart")}
      </Button>
      <CsvLinks
        className="inline-flex hit items-center rounded-s border border-rule px-3"
        href={`/api/v1/outings/${outing.id}/outing.csv`}
      />
      <ShareButton kind="outing" subject={outing.id} name={phrase("this outing")} />
      <Button onClick={onClose}>{phrase("Close")}</Button>
    </section>
  );
}
