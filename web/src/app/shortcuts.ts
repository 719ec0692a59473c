import { useEffect } from "react";

export type Shortcut = { keys: string; does: string; run: () => void };

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** The name of a pressed key as shortcuts write it: "ctrl+z", "]", "j". */
export function keyName(event: KeyboardEvent): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const control = event.ctrlKey || event.metaKey ? "ctrl+" : "";
  const shift = event.shiftKey && control ? "shift+" : "";
  return control + shift + key;
}

/** Runs shortcuts anywhere on the page, but never while a person types or a dialog is open. */
export function useShortcuts(shortcuts: Shortcut[]): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || typing(event.target)) return;
      if (document.querySelector('[role="dialog"]')) return;
      const found = shortcuts.find((s) => s.keys === keyName(event));
      if (!found) return;
      event.preventDefault();
      found.run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [shortcuts]);
}
