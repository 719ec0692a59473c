import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { CutList } from "../../api/client";

/** What to pull out, cut and tie; figures include what the knots eat and the ends held while tying. */
export function CutListSheet({ sheet, name, children }: { sheet: CutList; name: string; children: React.ReactNode }) {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>{children}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-50 flex w-[min(46rem,100vw)] flex-col overflow-y-auto border-l border-ink bg-sheet p-5"
        >
          <div className="flex items-start justify-between gap-4">
            <div>
              <Dialog.Title className="text-xl font-bold">Cut list</Dialog.Title>
              <p className="text-soft">{name}</p>
            </div>
            <Dialog.Close aria-label="Close" className="grid size-9 place-items-center rounded-s border border-rule">
              <X size={18} aria-hidden />
            </Dialog.Close>
          </div>
          <section aria-label="Pieces" tabIndex={0} className="mt-4 overflow-x-auto">
            <table className="w-full border-collapse text-left">
              <thead>
                <tr className="border-b border-rule text-[12px] text-soft">
                  <th className="py-1 pr-3 font-normal">Piece</th>
                  <th className="py-1 pr-3 font-normal">From</th>
                  <th className="py-1 pr-3 text-right font-normal">Finished</th>
                  <th className="py-1 pr-3 text-right font-normal">Knots and ends</th>
                  <th className="py-1 text-right font-normal">Cut</th>
                </tr>
              </thead>
              <tbody>
                {sheet.cuts.map((cut) => (
                  <tr key={cut.span} className="border-b border-hair" data-testid={`cut-${cut.span}`}>
                    <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                      {cut.name}
                    </th>
                    <td className="py-1.5 pr-3 text-[13px]">
                      {cut.spool ? <span className="font-semibold">{cut.spool} </span> : null}
                      <span className="text-soft">{cut.line}</span>
                    </td>
                    <td className="figure py-1.5 pr-3 text-right">{cut.finished_shown}</td>
                    <td className="figure py-1.5 pr-3 text-right text-soft">{cut.extra_shown}</td>
                    <td className="figure py-1.5 text-right text-[16px]">{cut.cut_shown}</td>
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr>
                  <th scope="row" colSpan={4} className="py-1.5 text-left font-normal text-soft">
                    Line off the spools
                  </th>
                  <td className="figure py-1.5 text-right">{sheet.total_shown}</td>
                </tr>
              </tfoot>
            </table>
          </section>
          <h3 className="mt-5 font-bold">In this order</h3>
          <ol className="mt-1">
            {sheet.steps.map((step, i) => (
              <li key={step.part} className="flex gap-3 border-t border-hair py-2">
                <span className="figure w-6 text-right text-soft">{i + 1}</span>
                <div className="flex-1">
                  <p className="font-semibold">{step.title}</p>
                  <p className="text-[13px] text-soft">{step.detail}</p>
                </div>
                {step.eats_shown ? (
                  <span className="text-[12px] whitespace-nowrap text-soft">
                    eats <span className="figure">{step.eats_shown}</span>
                  </span>
                ) : null}
              </li>
            ))}
          </ol>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
