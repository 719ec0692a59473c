import { useRef } from "react";
import type { Reading, WorthView } from "../../api/client";
import { phrase } from "../../words/phrase";

type Props = { story: string; worth: WorthView | null; worst: (Reading & { waiting?: boolean }) | undefined };

/** What a change came to, said once to who listens, when it is known: where the flies go, what it is worth, what is worst. */
export function Spoken({ story, worth, worst }: Props) {
  const said = useRef("");
  if (worth && worst && !worst.waiting)
    said.current = [
      story,
      worth.excluded
        ? phrase("Ruled out: {excluded}.", { excluded: worth.excluded })
        : phrase("{minutes, plural, one {# good minute} other {# good minutes}} in the hour.", {
            minutes: Math.round(worth.minutes),
          }),
      worst.severity === "fine"
        ? phrase("Nothing it says asks for a change.")
        : phrase("{title}: {figure} {unit}.", { title: worst.title, figure: worst.figure, unit: worst.unit }),
    ].join(" ");
  return (
    <p role="status" aria-label={phrase("What it came to")} className="sr-only">
      {said.current}
    </p>
  );
}
