/** A short sentence on what has just been done, shown for a while in the frame around every screen. */
import { useSyncExternalStore } from "react";

/** Milliseconds that it stands there: long enough to be read twice. */
const SHOWN = 5000;

let words = "";
let over: ReturnType<typeof setTimeout> | undefined;
const changed = new EventTarget();

function put(sentence: string): void {
  words = sentence;
  changed.dispatchEvent(new Event("change"));
}

export function notify(sentence: string): void {
  clearTimeout(over);
  put(sentence);
  over = setTimeout(() => put(""), SHOWN);
}

/** What is to be read now; empty where nothing is. */
export function useNotice(): string {
  return useSyncExternalStore(
    (heard) => {
      changed.addEventListener("change", heard);
      return () => changed.removeEventListener("change", heard);
    },
    () => words,
  );
}
