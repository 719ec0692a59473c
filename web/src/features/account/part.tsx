import type { ReactNode } from "react";

/** A part of the sheet, with its heading. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-col gap-2 border-t border-rule pt-3 first:border-t-0 first:pt-0">
      <h3 className="font-bold">{title}</h3>
      {children}
    </section>
  );
}
