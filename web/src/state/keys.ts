import { useEffect } from "react";
import { create } from "zustand";
import { openSheet, typeAhead, useSheets } from "./open_sheets";

/** Something a person can do by key or by name. */
export type Action = {
  id: string;
  /** What it does, as the palette and the list of keys say it. */
  does: string;
  /** Other words it is looked for by. */
  also?: string;
  /** The key it has unless the person gave it another; empty for none. */
  keys: string;
  /** Where it belongs in the lists. */
  group: string;
  run: () => void;
};

type Keys = {
  on: boolean;
  own: Record<string, string>;
  actions: Record<string, Action[]>;
  register: (source: string, actions: Action[]) => void;
  forget: (source: string) => void;
  switchOn: (on: boolean) => void;
  /** Gives an action a key of one's own; returns the action that has it already, if any. */
  remap: (id: string, keys: string) => Action | null;
  reset: () => void;
};

const KEPT = "jarana.keys";

function read(): { on: boolean; own: Record<string, string> } {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? "{}");
    const own = Object.entries(kept.own ?? {}).filter((e): e is [string, string] => typeof e[1] === "string");
    return { on: kept.on !== false, own: Object.fromEntries(own) };
  } catch {
    return { on: true, own: {} };
  }
}

export const useKeys = create<Keys>((set, get) => {
  const keep = (change: { on?: boolean; own?: Record<string, string> }) => {
    set(change);
    const { on, own } = get();
    try {
      localStorage.setItem(KEPT, JSON.stringify({ on, own }));
    } catch {}
  };
  return {
    ...read(),
    actions: {},
    register: (source, actions) => set({ actions: { ...get().actions, [source]: actions } }),
    forget: (source) => {
      const { [source]: _, ...rest } = get().actions;
      set({ actions: rest });
    },
    switchOn: (on) => keep({ on }),
    remap: (id, keys) => {
      const taken = allActions().find((a) => a.id !== id && keysOf(a) === keys);
      if (!taken) keep({ own: { ...get().own, [id]: keys } });
      return taken ?? null;
    },
    reset: () => keep({ own: {}, on: true }),
  };
});

export function allActions(): Action[] {
  return Object.values(useKeys.getState().actions).flat();
}

/** The key an action has now. */
export function keysOf(action: Action): string {
  return useKeys.getState().own[action.id] ?? action.keys;
}

/** How a key is written on screen: "ctrl+shift+z" → "Ctrl Shift Z". */
export function keyText(keys: string): string {
  return keys
    .split(/\+(?=.)/)
    .map((part) => (part.length === 1 ? part.toUpperCase() : `${part[0]?.toUpperCase()}${part.slice(1)}`))
    .join(" ");
}

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Whether a list is dropped down: its letters look for a name. */
function choosing(): boolean {
  return document.querySelector('[role="listbox"][data-state="open"], [role="menu"][data-state="open"]') !== null;
}

/** Whether a sheet was opened that is still on its way: what is typed is meant for it. */
function coming(): boolean {
  const { open, here } = useSheets.getState();
  return open !== null && !here;
}

/** Whether the sign was made with AltGr (or Option), as brackets are on many keyboards: then the sign is what counts. */
function made(event: KeyboardEvent): boolean {
  if (event.getModifierState("AltGraph")) return true;
  return event.altKey && !event.ctrlKey && !event.metaKey && event.key.length === 1 && !/[a-z0-9]/i.test(event.key);
}

/** The name of a pressed key as shortcuts write it: "ctrl+z", "]", "j"; empty for one that is left to the browser. */
export function keyName(event: KeyboardEvent): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (made(event)) return key;
  if (event.altKey) return "";
  const control = event.ctrlKey || event.metaKey ? "ctrl+" : "";
  const shift = event.shiftKey && control ? "shift+" : "";
  return control + shift + key;
}

/** Offers actions while a place is shown. */
export function useActions(source: string, actions: Action[]): void {
  const register = useKeys((s) => s.register);
  const forget = useKeys((s) => s.forget);
  useEffect(() => {
    register(source, actions);
    return () => forget(source);
  }, [source, actions, register, forget]);
}

/** Runs the offered actions by their keys anywhere on the page, but never while a person types, chooses or reads a dialog. */
export function useKeyboard(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.isComposing || !useKeys.getState().on) return;
      const name = keyName(event);
      if (!name || document.querySelector('[role="dialog"]')) return;
      if (coming()) {
        if (name === "Escape") openSheet(null);
        else if (!name.startsWith("ctrl+") && typeAhead(event.key)) event.preventDefault();
        return;
      }
      if (choosing()) return;
      if (typing(event.target) && name !== "ctrl+k") return;
      const found = allActions().find((a) => keysOf(a) === name);
      if (!found) return;
      event.preventDefault();
      found.run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
