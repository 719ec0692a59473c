import { useState } from "react";
import { flipTheme, type Theme, themeNow } from "../state/theme_now";

/** The theme in force and how to change it. */
export function useTheme(): [Theme, () => void] {
  const [theme, setTheme] = useState<Theme>(themeNow);
  return [theme, () => setTheme(flipTheme())];
}
