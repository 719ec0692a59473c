import type { ReactNode } from "react";
import { Term } from "../../features/help/term";
import { Button } from "../../ui/button";
import { phrase } from "../../words/phrase";

/** A titled group of fields. */
type Props = {
  title: string;
  /** The word of the trade it is about: its heading says what that means. */
  word?: string;
  children: ReactNode;
};

export function Group({ title, word, children }: Props) {
  return (
    <section aria-label={title} className="mt-3 border-t border-rule pt-2">
      <h2 className="pb-1 text-[13px] font-semibold text-soft">{word ? <Term word={word}>{title}</Term> : title}</h2>
      {children}
    </section>
  );
}

/** What the server refused, until it is taken notice of. */
export function Refusal({ fault, onTouched }: { fault: string | undefined; onTouched: () => void }) {
  return fault ? (
    <p role="alert" className="flex items-center justify-between gap-2 py-1 text-[13px] text-float">
      {fault}
      <Button onClick={onTouched}>{phrase("All right")}</Button>
    </p>
  ) : null;
}
