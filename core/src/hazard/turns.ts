/**
 * Whether an attack turns the quantifiers that are blamed for what it does. A text that is dear for another reason
 * proves nothing of them.
 */

import { KIND_MASK, Kind, PC_SHIFT } from "../machine/events.ts";
import { steppedMachine } from "../machine/stepped.ts";
import type { Program } from "../program/program.ts";
import type { Span } from "../syntax/tree.ts";
import { type Attack, textOf } from "./confirm.ts";
import { HAZARD_MODES, type HazardMode } from "./modes.ts";

/** Enough for every loop to have turned, short enough to be run. */
const PUMPS = 8;
/** Steps looked at: some milliseconds. */
const STEPS = 20_000;

/** Whether each of the quantifiers finishes an iteration early in the run. */
export function turnsAll(program: Program, attack: Attack, mode: HazardMode, parts: readonly Span[]): boolean {
  const waiting = new Set(parts.map(keyOf));
  if (waiting.size === 0) return true;
  const recorder = {
    write: (_to: number, word: number): void => {
      if ((word & KIND_MASK) === Kind.Loop) waiting.delete(keyOf(program.nodes[word >>> PC_SHIFT] as Span));
    },
    mark: (): void => {},
    watch: (): void => {},
  };
  const machine = steppedMachine(program, textOf(attack, PUMPS), { mode: HAZARD_MODES[mode].asks, recorder });
  machine.advance(STEPS);
  return waiting.size === 0;
}

const keyOf = ({ start, end }: Span): string => `${start} ${end}`;
