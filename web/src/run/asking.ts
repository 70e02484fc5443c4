/** Whenever the draft changes, the page runs what it can at once and asks the worker for the rest; the lanes come first. */
import type { DialectName, MatchMode } from "@lamprey/core";
import { shownSample } from "../draft/draftSlice.ts";
import type { Engine } from "../engine/client.ts";
import type { RunAnswer, RunResult } from "../engine/messages.ts";
import { runQuickly } from "../engine/quick.ts";
import { breath, framed, painted } from "../shared/painted.ts";
import { arrived, asked, ran, reelReady, refused, workKnown } from "../state/benchSlice.ts";
import { type AppDispatch, afterPaint, hearFirst, type RootState, store } from "../state/store.ts";
import { nextGeneration } from "./generations.ts";
import { editsBetween, editsSentUpTo } from "./sampleEdits.ts";
import { seenUntil } from "./seen.ts";

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
  /** The sample as the worker has it. */
  let sent: string | null = null;
  const ask = () => {
    const question = questionOf(store.getState());
    const { id, pattern, flags, dialect, text, asking } = question;
    if (id === null || (last && QUESTION_PARTS.every((part) => last?.[part] === question[part]))) return;
    last = question;
    const generation = nextGeneration();
    dispatch(afterPaint(asked(generation)));
    if (pattern === "") {
      dispatch(afterPaint(ran(nothingAsked(dialect, flags, generation))));
      void engine.leaveOff(generation);
      return;
    }
    const request = { pattern, flags, dialect, asking, generation };
    const known = runQuickly(request, text);
    const send = () => {
      if (sent !== text) {
        const edits = sent === null ? null : editsBetween(sent, text);
        if (edits) void engine.changeSample(edits, generation);
        else void engine.setSample(text, generation);
      }
      sent = text;
      editsSentUpTo(text);
      return engine.run(request);
    };
    if (known?.kind === "refused") dispatch(afterPaint(refused(known)));
    if (known?.kind === "ran" && known.reach >= text.length) {
      dispatch(afterPaint(arrived(known.result)));
      // The frame with the lanes comes first: the worker has nothing to add to it.
      void framed().then(async () => {
        if (!current(generation)) return;
        const run = send();
        await breath();
        if (current(generation)) await goOn(engine, dispatch, known.result, run);
      });
    } else {
      // Half of what is in view would be half an answer: then the lanes wait for the worker.
      if (known?.kind === "ran" && known.reach >= seenUntil()) dispatch(afterPaint(arrived(known.result)));
      void answer(engine, dispatch, send(), generation);
    }
  };
  ask();
  return hearFirst(ask);
}

/** An empty pattern asks for nothing: it is not run, and has no match at every offset. */
function nothingAsked(dialect: DialectName, flags: string, generation: number): RunResult {
  const reading = { diagnostics: [], groups: [], quantifiers: [] };
  const choice = { machine: "linear", reason: "there is nothing to run" } as const;
  return {
    generation,
    source: { dialect, pattern: "", flags },
    reading,
    matches: { groupCount: 0, rows: new Int32Array() },
    mode: "all",
    choice,
    elapsedMs: 0,
    cut: null,
  };
}

const QUESTION_PARTS = ["id", "pattern", "flags", "dialect", "text", "asking"] as const;

const current = (generation: number): boolean => store.getState().bench.asked === generation;

/** What the worker says of a run comes to the lanes, and after the next paint to everything else. */
async function answer(engine: Engine, dispatch: AppDispatch, run: Promise<RunAnswer>, generation: number): Promise<void> {
  const result = await run;
  if (result.kind === "superseded" || !current(generation)) return;
  if (result.kind === "refused") {
    dispatch(refused(result));
    return;
  }
  dispatch(afterPaint(arrived(result)));
  await painted();
  if (current(generation)) await goOn(engine, dispatch, result, run);
}

/** The result is shown; then its reel is recorded, its steps are counted, and a reel that is long is recorded whole when the pattern rests. */
async function goOn(engine: Engine, dispatch: AppDispatch, result: RunResult, run: Promise<RunAnswer>): Promise<void> {
  const { generation } = result;
  dispatch(ran(result));
  // What is on show asks first, such as the contrast: a reel can wait until that is asked.
  await breath();
  if ((await run).kind !== "ran" || !current(generation)) return;
  const reel = await engine.record(generation, "first");
  if (reel && current(generation)) dispatch(reelReady(reel));
  if (!current(generation)) return;
  const work = await engine.work(generation);
  if (!work || !current(generation)) return;
  dispatch(workKnown(work));
  if (reel?.complete !== false || !current(generation)) return;
  // A hundred megabytes are for a pattern that rests, not for every key.
  await new Promise((resolve) => setTimeout(resolve, LONG_REEL_PAUSE));
  if (!current(generation)) return;
  const whole = await engine.record(generation, "whole");
  if (whole && current(generation)) dispatch(reelReady(whole));
}

const LONG_REEL_PAUSE = 600;
