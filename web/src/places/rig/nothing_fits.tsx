import type { TriesAnswer } from "../../api/client";
import { Help } from "../../features/find/help";
import { openSheet } from "../../state/open_sheets";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

/** Where nothing that is owned betters the rig: that, and what would; another method is started from there. */
export function NothingFits({ tries }: { tries: TriesAnswer | null }) {
  if (!tries?.nothing_fits) return null;
  const would = tries.what_would ?? [];
  return (
    <section aria-label={phrase("Nothing fits")} className="mx-4 mb-2 border-t border-rule pt-2 text-[13px]">
      <p className="font-semibold">{tries.nothing_fits}</p>
      <Help would={would} />
      {would.some((row) => row.method) ? (
        <Button className="mt-2" onClick={() => openSheet("start")}>
          {phrase("Start another method")}
        </Button>
      ) : null}
    </section>
  );
}
