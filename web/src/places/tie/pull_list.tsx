import type { TieSheet } from "../../api/client";
import { phrase } from "../../words/phrase";

/** Spools to pull out, metres needed against metres left, and the flies. */
export function PullList({ sheet }: { sheet: TieSheet }) {
  return (
    <section aria-label={phrase("To pull out")}>
      <h2 className="text-[17px] font-bold">
        {phrase("Pull out {pullsCount}", {
          pullsCount:
            sheet.pulls.length === 1
              ? phrase("1 spool")
              : phrase("{pullsCount} spools", { pullsCount: sheet.pulls.length }),
        })}
      </h2>
      <table className="mt-1 w-full border-collapse text-left">
        <thead>
          <tr className="border-b border-rule text-[12px] text-soft">
            <th className="py-1 pr-3 font-normal">{phrase("Spool")}</th>
            <th className="py-1 pr-3 text-right font-normal">{phrase("Takes")}</th>
            <th className="py-1 pr-3 text-right font-normal">{phrase("On it")}</th>
            <th className="py-1 text-right font-normal">{phrase("After")}</th>
          </tr>
        </thead>
        <tbody>
          {sheet.pulls.map((pull) => (
            <tr key={pull.spool_id ?? pull.name} className="border-b border-hair" data-testid={`pull-${pull.spool_id}`}>
              <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                {pull.name}
                {pull.short ? (
                  <span className="ml-2 font-normal text-float">
                    {pull.spool_id ? phrase("not enough on it") : phrase("you own none of it")}
                  </span>
                ) : pull.low ? (
                  <span className="ml-2 font-normal text-look">
                    {phrase("less than the {keepshown} you keep", { keepshown: pull.keep_shown })}
                  </span>
                ) : null}
              </th>
              <td className="figure py-1.5 pr-3 text-right">{pull.needed_shown}</td>
              <td className="figure py-1.5 pr-3 text-right font-normal">{pull.left_shown}</td>
              <td className="figure py-1.5 text-right font-normal text-soft">{pull.after_shown}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1.5 text-[13px] text-soft">
        {sheet.flies
          .map(
            (fly) =>
              `${fly.name} (${fly.owned == null ? phrase("not in your box") : phrase("{owned} in the box{low}", { owned: fly.owned, low: fly.low ? phrase(", fewer than you keep after this") : "" })})`,
          )
          .join(" · ")}
      </p>
    </section>
  );
}
