/** Asks the worker whenever the draft changes, and puts what it answers into the store, the lanes first. */
import type { DialectName, MatchMode } from "@lamprey/core";
import { shownSample } from "../draft/draftSlice.ts";
import type { Engine } from "../engine/client.ts";
import type { Asked } from "../engine/messages.ts";
import { painted } from "../shared/painted.ts";
import { arrived, asked, ran, reelReady, refused, workKnown } from "../state/benchSlice.ts";
import { type AppDispatch, type RootState, store } from "../state/store.ts";
import { nextGeneration } from "./generations.ts";

/** What a run depends on. */
interface Question {
  readonly id: string | null;
  readonly pattern: string;
  readonly flags: string;
  readonly dialect: DialectName;
  readonly text: string;
  readonly asking: MatchMode | null;
}

function questionOf({ draft, bench }: RootState): Question {
  const { pattern, flags, dialect } = draft.fields;
  return { id: draft.id, pattern, flags, dialect, text: shownSample(draft)?.text ?? "", asking: bench.asking };
}

/**
 * Asks the worker whenever the draft changes, in the very turn of the event loop in which it changes: a frame later
 * would be a frame lost between a key and its lanes. `again` says that the worker takes the place of one that has stopped.
 */
export function askOnChange(engine: Engine, dispatch: AppDispatch, again: boolean): () => void {
  // What made a worker stop is not asked of the next one: only another pattern or sample is.
  let last: Question | null = again ? questionOf(store.getState()) : null;
  let told = false;
  const ask = () => {
    const question = questionOf(store.getState());
    const { id, pattern, flags, dialect, text, asking } = question;
    if (id === null || (last && QUESTION_PARTS.every((part) => last?.[part] === question[part]))) return;
    const newText = !told || last?.text !== text || last.id !== id;
    told = true;
    last = question;
    const generation = nextGeneration();
    dispatch(asked(generation));
    if (newText) void engine.setSample(text, generation);
    void answer(engine, dispatch, { pattern, flags, dialect, asking, generation });
  };
  ask();
  return store.subscribe(ask);
}

const QUESTION_PARTS = ["id", "pattern", "flags", "dialect", "text", "asking"] as const;

async function answer(engine: Engine, dispatch: AppDispatch, question: Asked): Promise<void> {
  const { generation } = question;
  const current = () => store.getState().bench.asked === generation;
  const result = await engine.run(question);
  if (result.kind === "superseded" || !current()) return;
  if (result.kind === "refused") {
    dispatch(refused(result));
    return;
  }
  dispatch(arrived(result));
  await painted();
  if (!current()) return;
  dispatch(ran(result));
  const reel = await engine.record(generation, "first");
  if (reel && current()) dispatch(reelReady(reel));
  if (!current()) return;
  const work = await engine.work(generation);
  if (!work || !current()) return;
  dispatch(workKnown(work));
  if (reel?.complete !== false || !current()) return;
  // A hundred megabytes are for a pattern that rests, not for every key.
  await new Promise((resolve) => setTimeout(resolve, LONG_REEL_PAUSE));
  if (!current()) return;
  const whole = await engine.record(generation, "whole");
  if (whole && current()) dispatch(reelReady(whole));
}

const LONG_REEL_PAUSE = 600;
