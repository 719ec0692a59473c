import type { ReactNode } from "react";
import { createPortal } from "react-dom";
import { usePrinting } from "../state/use_printing";

type Props = { title: string; beside: string; children: ReactNode };

/** What a place looks like on paper, instead of itself: by day whatever the theme, and only while it is printed. */
export function Paper({ title, beside, children }: Props) {
  if (!usePrinting()) return null;
  return createPortal(
    <article className="paper" data-theme="day" data-testid="paper">
      <header>
        <h1>{title}</h1>
        <p>{beside}</p>
      </header>
      {children}
    </article>,
    document.body,
  );
}
