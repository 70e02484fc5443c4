/** What winds the reel, by what it winds to: one table for the buttons, the keys and what both say. */
import type { EngineControls } from "../run/controls.ts";

export interface Winding {
  readonly sign: string;
  readonly label: string;
  /** The key, as `useTransportKeys` spells it; with Alt wherever text is being edited. */
  readonly keys: string;
  readonly wind: (controls: EngineControls) => void;
}

interface Row {
  readonly name: string;
  readonly windings: readonly Winding[];
}

/** A pair that winds to the nearest of something before and after. */
function pair(name: string, what: string, [back, on]: readonly [back: string, on: string], wind: (c: EngineControls, backwards: boolean) => void): Row {
  return {
    name,
    windings: [
      { sign: "‹", label: `Back to ${what}`, keys: back, wind: (c) => wind(c, true) },
      { sign: "›", label: `On to ${what}`, keys: on, wind: (c) => wind(c, false) },
    ],
  };
}

export const TRANSPORT: readonly Row[] = [
  {
    name: "step",
    windings: [
      { sign: "⇤", label: "To the first step", keys: "Home", wind: (c) => c.wind(0) },
      { sign: "‹", label: "One step back", keys: "ArrowLeft", wind: (c) => c.windBy(-1) },
      { sign: "›", label: "One step on", keys: "ArrowRight", wind: (c) => c.windBy(1) },
      { sign: "⇥", label: "To the last step", keys: "End", wind: (c) => c.wind(Number.MAX_SAFE_INTEGER) },
    ],
  },
  pair("backtrack", "a backtrack", ["Shift+ArrowLeft", "Shift+ArrowRight"], (c, back) => c.windTo([{ what: "backtrack" }], back)),
  pair("attempt", "the beginning of an attempt", ["PageUp", "PageDown"], (c, back) => c.windTo([{ what: "attempt" }], back)),
  pair("capture", "a change of the group chosen in the ledger, or of any", ["Shift+PageUp", "Shift+PageDown"], (c, back) => c.windToCapture(back)),
  pair("stop", "a stop", ["Shift+S", "s"], (c, back) => c.windToStop(back)),
  pair("match", "a match", ["Shift+M", "m"], (c, back) => c.chooseNext(back ? -1 : 1)),
  pair("part", "where the part of the pattern at its caret acts", ["Shift+P", "p"], (c, back) => c.windToPatternCaret(back)),
  pair("offset", "where the machine stands at the caret of the sample", ["Shift+O", "o"], (c, back) => c.windToSampleCaret(back)),
];

/** The keys of a winding as a person reads them. */
export const keysOf = ({ keys }: Winding): string => `Alt+${keys.length === 1 ? keys.toUpperCase() : keys}`;

/** Speeds of playing, in steps a second. */
export const SPEEDS = [2, 10, 60, 1_000, 20_000] as const;
