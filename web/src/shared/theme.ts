/** The two themes, and which one is on. The first choice is made in public/theme.js, before anything is painted. */
import { useSyncExternalStore } from "react";

export type Theme = "chart" | "deep";

const KEY = "lamprey.theme";
const changed = new EventTarget();

export function currentTheme(): Theme {
  return document.documentElement.dataset.theme === "deep" ? "deep" : "chart";
}

export function chooseTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  try {
    localStorage.setItem(KEY, theme);
  } catch {
    // A browser that keeps nothing forgets the choice; the theme is on all the same.
  }
  changed.dispatchEvent(new Event("change"));
}

export function useTheme(): Theme {
  return useSyncExternalStore((notify) => {
    changed.addEventListener("change", notify);
    return () => changed.removeEventListener("change", notify);
  }, currentTheme);
}
