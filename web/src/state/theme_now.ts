export type Theme = "day" | "dusk";

/** The theme in force; public/first.js sets it before the first paint. */
export function themeNow(): Theme {
  return document.documentElement.dataset.theme === "dusk" ? "dusk" : "day";
}

/** Takes the other theme, and keeps that it was chosen. */
export function flipTheme(): Theme {
  const next = themeNow() === "day" ? "dusk" : "day";
  document.documentElement.dataset.theme = next;
  try {
    localStorage.setItem("jarana.theme", next);
  } catch {}
  return next;
}
