import { useState } from "react";

export type Theme = "day" | "dusk";

/** The theme in force and how to change it; public/theme.js sets it before the first paint. */
export function useTheme(): [Theme, () => void] {
  const [theme, setTheme] = useState<Theme>(document.documentElement.dataset.theme === "dusk" ? "dusk" : "day");
  const toggle = () => {
    const next = theme === "day" ? "dusk" : "day";
    document.documentElement.dataset.theme = next;
    try {
      localStorage.setItem("jarana.theme", next);
    } catch {}
    setTheme(next);
  };
  return [theme, toggle];
}
