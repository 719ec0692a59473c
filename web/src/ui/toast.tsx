import { Toast } from "radix-ui";
import { create } from "zustand";
import { phrase } from "../words/phrase";
import { Button } from "./button";

type Said = { id: number; text: string; undo: (() => void) | null };
type State = { said: Said | null };

const useSaid = create<State>(() => ({ said: null }));
let count = 0;

/** Says that something was done, with a way back where there is one. */
export function say(text: string, undo: (() => void) | null = null): void {
  count += 1;
  useSaid.setState({ said: { id: count, text, undo } });
}

const LONG_MS = 12000;

/** Where things done are said. */
export function Toasts() {
  const said = useSaid((s) => s.said);
  return (
    <Toast.Provider label={phrase("Notice")} swipeDirection="down" duration={LONG_MS}>
      {said ? (
        <Toast.Root
          key={said.id}
          className="flex items-center gap-3 rounded-s border border-ink bg-sheet px-4 py-2"
          onOpenChange={(open) => !open && useSaid.setState({ said: null })}
        >
          <Toast.Description>{said.text}</Toast.Description>
          {said.undo ? (
            <Toast.Action asChild altText={phrase("Undo with Ctrl Z where it is shown")}>
              <Button onClick={said.undo} aria-label={phrase("Undo: {said}", { said: said.text })}>
                {phrase("Undo")}
              </Button>
            </Toast.Action>
          ) : null}
        </Toast.Root>
      ) : null}
      <Toast.Viewport
        label={phrase("Notices ({key})", { key: "{hotkey}" })}
        className="fixed bottom-16 left-1/2 z-50 -translate-x-1/2 outline-none lg:bottom-16 print:hidden"
      />
    </Toast.Provider>
  );
}
