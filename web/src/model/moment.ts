import { phrase } from "../words/phrase";

const clock = new Intl.DateTimeFormat(undefined, { hour: "2-digit", minute: "2-digit", hour12: false });
const day = new Intl.DateTimeFormat(undefined, { day: "numeric", month: "short" });
const dayOfYear = new Intl.DateTimeFormat(undefined, { day: "numeric", month: "short", year: "numeric" });

/** A moment as it is said today: "09:14", "14 Nov, 09:14", "14 Nov 2025". */
export function when(iso: string, now = new Date()): string {
  const at = new Date(iso);
  if (at.toDateString() === now.toDateString()) return clock.format(at);
  return at.getFullYear() === now.getFullYear() ? `${day.format(at)}, ${clock.format(at)}` : dayOfYear.format(at);
}

/** A calendar day, "2026-11-14", as it is said: "today", "14 Nov", "14 Nov 2025". */
export function onDay(iso: string, now = new Date()): string {
  const [y, m, d] = iso.split("-").map(Number);
  const at = new Date(y ?? 0, (m ?? 1) - 1, d ?? 1);
  if (at.toDateString() === now.toDateString()) return "today";
  return at.getFullYear() === now.getFullYear() ? day.format(at) : dayOfYear.format(at);
}

/** How old something is, in the largest unit that says it: "12 min", "3 h", "2 days". */
export function ageOf(seconds: number): string {
  if (seconds < 90) return `${Math.round(seconds)} s`;
  if (seconds < 90 * 60) return phrase("{seconds} min", { seconds: Math.round(seconds / 60) });
  if (seconds < 36 * 3600) return `${Math.round(seconds / 3600)} h`;
  return phrase("{seconds} days", { seconds: Math.round(seconds / 86400) });
}

/** Today as it stands on paper: "14 Nov 2025". */
export function today(now = new Date()): string {
  return dayOfYear.format(now);
}
