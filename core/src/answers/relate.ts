/** The contract's `relate`: how the sets of whole texts that two patterns accept lie to each other. */
import { drained, OBSTACLES, type Program, type Reading, type Relation, relate as relateSlices, type Source } from "../index.ts";
import { takesTooLong, untilTimeLimit } from "./limits.ts";
import { type Answer, compiledOf, readingOf } from "./request.ts";

export interface RelateRequest {
  readonly id?: string;
  readonly left: Source;
  readonly right: Source;
}

export interface RelateAnswer extends Omit<Answer, "id" | "elapsedMs">, Partial<Omit<Relation, "obstacle">> {
  /** Where the pattern of a failed request is wrong: an addition to the contract. */
  readonly side?: "left" | "right";
  /** Why it is undecided, as a code and a sentence: an addition to the contract. */
  readonly reason?: { readonly code: string; readonly message: string };
}

export function relate(request: RelateRequest): RelateAnswer {
  const stop = untilTimeLimit();
  const readings: Reading[] = [];
  for (const name of ["left", "right"] as const) {
    const read = readingOf(request[name]);
    if ("refused" in read) return { ...read.refused, side: name };
    readings.push(read.reading);
  }
  if (readings.some(takesTooLong)) {
    const unknown = { relation: "undecided", onlyLeft: null, onlyRight: null, both: null } as const;
    return { status: "ok", ...unknown, reason: { code: "time", message: OBSTACLES.time } };
  }
  const programs: Program[] = [];
  for (const [i, name] of (["left", "right"] as const).entries()) {
    const made = compiledOf(readings[i] as Reading);
    if ("refused" in made) return { ...made.refused, side: name };
    programs.push(made.program);
  }
  const { obstacle, ...relation } = drained(relateSlices(programs[0] as Program, programs[1] as Program, stop));
  return { status: "ok", ...relation, ...(obstacle ? { reason: { code: obstacle, message: OBSTACLES[obstacle] } } : {}) };
}
