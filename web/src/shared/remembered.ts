/** Choices that a browser remembers: of all windows, from one visit to the next. */
import { useSyncExternalStore } from "react";

const changed = new EventTarget();

function stored(key: string): string | null {
  try {
    return localStorage.getItem(`lamprey.${key}`);
  } catch {
    // A browser that keeps nothing forgets the choice.
    return null;
  }
}

/** A switch and what sets it. */
export function useSwitch(key: string): readonly [on: boolean, set: (on: boolean) => void] {
  const on = useSyncExternalStore(
    (notify) => {
      changed.addEventListener(key, notify);
      return () => changed.removeEventListener(key, notify);
    },
    () => isOn(key),
  );
  const set = (wanted: boolean) => {
    held.set(key, wanted);
    try {
      localStorage.setItem(`lamprey.${key}`, wanted ? "on" : "off");
    } catch {
      // As above; it is on for now all the same.
    }
    changed.dispatchEvent(new Event(key));
  };
  return [on, set];
}

/** What was chosen in this window. */
const held = new Map<string, boolean>();
const isOn = (key: string): boolean => held.get(key) ?? stored(key) === "on";
