/** Choices that a browser remembers: of all windows, from one visit to the next. */
import { useSyncExternalStore } from "react";

const changed = new EventTarget();

/** What was chosen in this window, also where the browser keeps nothing. */
const chosen = new Map<string, unknown>();

/** What is remembered under a name; undefined where there is nothing, or nothing that reads. */
export function recalled(name: string): unknown {
  if (!chosen.has(name)) chosen.set(name, stored(name));
  return chosen.get(name);
}

function stored(name: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(`lamprey.${name}`) ?? "null") ?? undefined;
  } catch {
    // A browser that keeps nothing, or something else under this name, forgets the choice.
    return undefined;
  }
}

/** Remembers a value that JSON can hold. */
export function remember(name: string, value: unknown): void {
  chosen.set(name, value);
  try {
    localStorage.setItem(`lamprey.${name}`, JSON.stringify(value));
  } catch {
    // As above; it holds for now all the same.
  }
  changed.dispatchEvent(new Event(name));
}

/** What is remembered under a name, as it changes in this window. */
export function useRecalled(name: string): unknown {
  return useSyncExternalStore(
    (notify) => {
      changed.addEventListener(name, notify);
      return () => changed.removeEventListener(name, notify);
    },
    () => recalled(name),
  );
}

/** A switch and what sets it. */
export function useSwitch(name: string): readonly [on: boolean, set: (on: boolean) => void] {
  return [useRecalled(name) === true, (wanted) => remember(name, wanted)];
}
