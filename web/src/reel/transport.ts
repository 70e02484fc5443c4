/** What winds the reel, by what it winds to: one table for the buttons, the keys and what both say. */
import type { EngineControls } from "../run/controls.ts";
import type { KeyName } from "../shared/keys.ts";

export interface Winding {
  readonly sign: string;
  readonly label: string;
  readonly key: KeyName;
  readonly wind: (controls: EngineControls) => void;
}

interface Row {
  readonly name: string;
  readonly windings: readonly Winding[];
}

/** A pair that winds to the nearest of something before and after. */
function pair(name: string, what: string, [back, on]: readonly [back: KeyName, on: KeyName], wind: (c: EngineControls, backwards: boolean) => void): Row {
  return {
    name,
    windings: [
      { sign: "‹", label: `Back to ${what}`, key: back, wind: (c) => wind(c, true) },
      { sign: "›", label: `On to ${what}`, key: on, wind: (c) => wind(c, false) },
    ],
  };
}

export const TRANSPORT: readonly Row[] = [
  {
    name: "step",
    windings: [
      { sign: "⇤", label: "To the first step", key: "firstStep", wind: (c) => c.wind(0) },
      { sign: "‹", label: "One step back", key: "stepBack", wind: (c) => c.windBy(-1) },
      { sign: "›", label: "One step on", key: "stepOn", wind: (c) => c.windBy(1) },
      { sign: "⇥", label: "To the last step", key: "lastStep", wind: (c) => c.wind(Number.MAX_SAFE_INTEGER) },
    ],
  },
  pair("backtrack", "a backtrack", ["backtrackBack", "backtrackOn"], (c, back) => c.windTo([{ what: "backtrack" }], back)),
  pair("attempt", "the beginning of an attempt", ["attemptBack", "attemptOn"], (c, back) => c.windTo([{ what: "attempt" }], back)),
  pair("capture", "a change of the group chosen in the table of matches, or of any", ["captureBack", "captureOn"], (c, back) => c.windToCapture(back)),
  pair("stop", "a stop", ["stopBack", "stopOn"], (c, back) => c.windToStop(back)),
  pair("match", "a match", ["matchBack", "matchOn"], (c, back) => c.chooseNext(back ? -1 : 1)),
  pair("part", "where the part of the pattern at its caret acts", ["partBack", "partOn"], (c, back) => c.windToPatternCaret(back)),
  pair("offset", "where the machine stands at the caret of the sample", ["offsetBack", "offsetOn"], (c, back) => c.windToSampleCaret(back)),
];

/** Every winding, by the name of its key. */
export const WINDINGS: ReadonlyMap<KeyName, Winding> = new Map(TRANSPORT.flatMap(({ windings }) => windings.map((w) => [w.key, w] as const)));

/** Speeds of playing, in steps a second. */
export const SPEEDS = [2, 10, 60, 1_000, 20_000] as const;
