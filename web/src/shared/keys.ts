/**
 * Every key of the interface, in one table. `anywhere` is pressed wherever the caret stands, text or not; browsers and
 * screen readers leave these alone: no Alt+arrow (Back), no Alt+Home (home page), no Alt+digit (tabs), no letters that
 * open a browser's menu. `outside` are plain keys, wherever no text is being edited.
 */

/** Codes of the keyboard, not letters: Alt makes other letters of them on some systems. Written as `Alt+Shift+Comma`. */
interface KeyPair {
  readonly anywhere: string;
  readonly outside?: string;
}

export const KEYS = {
  stepBack: { anywhere: "Alt+Comma", outside: "ArrowLeft" },
  stepOn: { anywhere: "Alt+Period", outside: "ArrowRight" },
  firstStep: { anywhere: "Alt+Shift+Home", outside: "Home" },
  lastStep: { anywhere: "Alt+Shift+End", outside: "End" },
  backtrackBack: { anywhere: "Alt+Shift+Comma", outside: "Shift+ArrowLeft" },
  backtrackOn: { anywhere: "Alt+Shift+Period", outside: "Shift+ArrowRight" },
  attemptBack: { anywhere: "Alt+PageUp", outside: "PageUp" },
  attemptOn: { anywhere: "Alt+PageDown", outside: "PageDown" },
  captureBack: { anywhere: "Alt+Shift+PageUp", outside: "Shift+PageUp" },
  captureOn: { anywhere: "Alt+Shift+PageDown", outside: "Shift+PageDown" },
  stopBack: { anywhere: "Alt+Shift+KeyN", outside: "Shift+KeyN" },
  stopOn: { anywhere: "Alt+KeyN", outside: "KeyN" },
  matchBack: { anywhere: "Alt+Shift+KeyM", outside: "Shift+KeyM" },
  matchOn: { anywhere: "Alt+KeyM", outside: "KeyM" },
  partBack: { anywhere: "Alt+Shift+KeyP", outside: "Shift+KeyP" },
  partOn: { anywhere: "Alt+KeyP", outside: "KeyP" },
  offsetBack: { anywhere: "Alt+Shift+KeyO", outside: "Shift+KeyO" },
  offsetOn: { anywhere: "Alt+KeyO", outside: "KeyO" },
  play: { anywhere: "Alt+Enter" },
  result: { anywhere: "Alt+Slash", outside: "Backspace" },
  commands: { anywhere: "Ctrl+KeyK" },
  words: { anywhere: "Alt+Shift+Slash", outside: "?" },
  lineWithoutBack: { anywhere: "Alt+Shift+KeyU" },
  lineWithoutOn: { anywhere: "Alt+KeyU" },
  goTo: { anywhere: "Alt+KeyJ" },
  otherEditor: { anywhere: "F2" },
  endPath: { anywhere: "F4" },
  takeOffer: { anywhere: "F8" },
  foldReel: { anywhere: "Alt+KeyR" },
  foldDesk: { anywhere: "Alt+KeyL" },
  foldStrip: { anywhere: "Alt+KeyW" },
  ledger: { anywhere: "Alt+Shift+Digit1" },
  takers: { anywhere: "Alt+Shift+Digit2" },
  contrast: { anywhere: "Alt+Shift+Digit3" },
  dialects: { anywhere: "Alt+Shift+KeyD" },
  drift: { anywhere: "Alt+Shift+Digit4" },
  hazard: { anywhere: "Alt+Shift+Digit5" },
  rewrite: { anywhere: "Alt+Shift+Digit6" },
  calls: { anywhere: "Alt+Shift+Digit7" },
  source: { anywhere: "Alt+Shift+Digit8" },
  engines: { anywhere: "Alt+Shift+Digit9" },
  texts: { anywhere: "Alt+Shift+Digit0" },
  slips: { anywhere: "Alt+Shift+KeyS" },
  expectMatch: { anywhere: "Alt+Shift+KeyE" },
  expectNone: { anywhere: "Alt+Shift+KeyX" },
  holdMatches: { anywhere: "Alt+KeyG" },
  flipExpectation: { anywhere: "Alt+KeyX" },
} as const satisfies Readonly<Record<string, KeyPair>>;

export type KeyName = keyof typeof KEYS;

const pairOf = (name: KeyName): KeyPair => KEYS[name];

/** How a key event is written in the table. On a Mac, Cmd stands for Ctrl. */
function written({ altKey, ctrlKey, metaKey, shiftKey, code, key }: KeyboardEvent): string {
  return `${ctrlKey || metaKey ? "Ctrl+" : ""}${altKey ? "Alt+" : ""}${shiftKey ? "Shift+" : ""}${code || key}`;
}

const byWriting = (which: keyof KeyPair): ReadonlyMap<string, KeyName> =>
  new Map(
    Object.keys(KEYS)
      .flatMap((name) => [[pairOf(name as KeyName)[which] ?? "", name as KeyName] as const])
      .filter(([keys]) => keys !== ""),
  );

const anywhere = byWriting("anywhere");
const outside = byWriting("outside");

/**
 * What a key event asks for; undefined where it asks for nothing.
 * @param inText a text is being edited, or something else that takes plain keys has the focus
 */
export function keyOf(event: KeyboardEvent, inText: boolean): KeyName | undefined {
  const keys = written(event);
  const found = anywhere.get(keys);
  if (found || inText || event.ctrlKey || event.metaKey || event.altKey) return found;
  // A sign is where it is on this keyboard; what has a name of its own goes with what is held down.
  return outside.get(keys) ?? (event.key.length === 1 ? outside.get(event.key) : undefined);
}

const SIGNS: Readonly<Record<string, string>> = {
  Comma: ",",
  Period: ".",
  Slash: "/",
  ArrowLeft: "←",
  ArrowRight: "→",
  PageUp: "PgUp",
  PageDown: "PgDn",
};

/** A key as a person reads it: `Alt+Shift+,`. */
export function keyWords(name: KeyName, which: keyof KeyPair = "anywhere"): string {
  const keys = pairOf(name)[which];
  if (!keys) return "";
  const parts = keys.split("+");
  const last = parts.pop() ?? "";
  return [...parts, SIGNS[last] ?? last.replace(/^(?:Key|Digit)/, "")].join("+");
}
