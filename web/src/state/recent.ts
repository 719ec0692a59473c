const KEPT = "jarana.recent";
const MOST = 6;

/** What was last chosen by name, the last first. */
export function recent(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? "[]");
    return Array.isArray(kept) ? kept.filter((v): v is string => typeof v === "string").slice(0, MOST) : [];
  } catch {
    return [];
  }
}

/** Remembers what was chosen by name. */
export function chose(key: string): void {
  try {
    localStorage.setItem(KEPT, JSON.stringify([key, ...recent().filter((k) => k !== key)].slice(0, MOST)));
  } catch {}
}
