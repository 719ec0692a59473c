import { Popover } from "radix-ui";
import { type ReactNode, useState } from "react";
import { WordFigure } from "../../drawings/word_figure";
import { lookUp, useWords } from "../../state/words";
import { phrase } from "../../words/phrase";

type Props = { word: string; children: ReactNode; className?: string };

/** A word that says what it means where it stands. */
export function Term({ word, children, className = "" }: Props) {
  const [open, setOpen] = useState(false);
  const words = useWords(open);
  const found = words.data?.find((w) => w.key === word);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className={`in-text cursor-help underline decoration-dotted underline-offset-2 hover:text-ink ${className}`}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          align="start"
          collisionPadding={8}
          aria-label={found?.name ?? phrase("What it means")}
          className="z-[60] w-[min(19rem,calc(100vw-1rem))] rounded-s border border-ink bg-sheet p-3 text-[13px] text-ink"
        >
          {found ? (
            <>
              <p className="font-semibold">{found.name}</p>
              <p>{found.text}</p>
              {found.figure ? <WordFigure figure={found.figure} name={found.name} /> : null}
              <button
                type="button"
                className="mt-1 hit underline"
                onClick={() => {
                  setOpen(false);
                  lookUp(word);
                }}
              >
                {phrase("Other words")}
              </button>
            </>
          ) : (
            <p role="status">
              {words.isError ? phrase("The server does not answer; trying again.") : phrase("Looking it up …")}
            </p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
