/** Winding: the reel to a step, to the next of something, to a match; and the other questions that go with a run. */
import type { Sought } from "@lamprey/core";
import { useCallback, useMemo, useRef } from "react";
import type { Engine } from "../engine/client.ts";
import type { StepView } from "../engine/messages.ts";
import { tableOf } from "../engine/tables.ts";
import { number } from "../shared/words.ts";
import { matchChosen, missedFor, stopAdded, wound, woundTo } from "../state/benchSlice.ts";
import { touched } from "../state/layoutSlice.ts";
import { store, useAppDispatch } from "../state/store.ts";
import type { EngineControls } from "./controls.ts";

/** Whether the run on show has its reel: at once, or when it is recorded; not where another run takes its place before. */
function recorded(): Promise<boolean> {
  const { asked, reel } = store.getState().bench;
  if (reel) return Promise.resolve(true);
  return new Promise((resolve) => {
    const unsubscribe = store.subscribe(() => {
      const { bench } = store.getState();
      if (!bench.reel && bench.asked === asked) return;
      unsubscribe();
      resolve(bench.asked === asked);
    });
  });
}

/** The steps before and after the one that is shown, asked for beforehand: winding by a step is not to wait for the worker. */
class Ahead {
  private readonly engine: Engine;
  /** What the answers are of: another reel, or a chart that is drawn now, makes others. */
  private readonly reel = store.getState().bench.reel;
  private readonly stage = store.getState().bench.stage;
  private views = new Map<number, StepView>();
  private middle = 0;

  constructor(engine: Engine) {
    this.engine = engine;
  }

  isCurrent(): boolean {
    const { reel, stage } = store.getState().bench;
    return reel === this.reel && stage === this.stage;
  }

  of(step: number): StepView | undefined {
    return this.isCurrent() ? this.views.get(step) : undefined;
  }

  /** Asks for the neighbours of a step, and forgets what is not near it any more. */
  lookAround(step: number): void {
    this.middle = step;
    this.views = new Map([...this.views].filter(([known]) => Math.abs(known - step) <= NEAR));
    for (const next of [step + 1, step - 1]) {
      if (this.views.has(next) || next < 0 || next >= (this.reel?.length ?? 0)) continue;
      void this.engine.view(next).then((view) => {
        if (view && Math.abs(next - this.middle) <= NEAR) this.views.set(next, view);
      });
    }
  }
}

/** How often it is asked how far a file is (milliseconds). */
const PROGRESS_EVERY = 200;

/** Steps to either side that are kept. */
const NEAR = 2;

/** The controls of a worker; none of what they ask is answered before there is one. */
export function useControls(engine: Engine | null): EngineControls {
  const dispatch = useAppDispatch();
  // Winding: one question at a time; while it is under way only the newest wish is remembered. Nothing changes on the
  // screen before the answer is there: a step and its sentence are painted in one frame.
  const wish = useRef<number | null>(null);
  const pending = useRef<number | null>(null);
  const asking = useRef(false);
  const ahead = useRef<Ahead | null>(null);
  const show = useCallback(
    async (step: number) => {
      const known = ahead.current?.of(step);
      if (known && !asking.current) {
        // It was asked for when its neighbour was shown: it is there in the task of the key.
        pending.current = null;
        dispatch(woundTo(known));
        ahead.current?.lookAround(step);
        return;
      }
      wish.current = step;
      if (asking.current || !engine) return;
      asking.current = true;
      try {
        while (wish.current !== null) {
          const wanted: number = wish.current;
          wish.current = null;
          const view = await engine.view(wanted);
          if (pending.current === null) continue;
          if (pending.current === wanted) pending.current = null;
          if (!view) continue;
          dispatch(woundTo(view));
          if (!ahead.current?.isCurrent()) ahead.current = new Ahead(engine);
          ahead.current.lookAround(wanted);
        }
      } finally {
        asking.current = false;
      }
    },
    [engine, dispatch],
  );

  /** Generation of the result of which a match was chosen last. */
  const shown = useRef(0);
  const finding = useRef<Promise<void>>(Promise.resolve());
  return useMemo((): EngineControls => {
    const wind = (step: number | null) => {
      const { reel, missed } = store.getState().bench;
      if (!reel) return;
      if (step !== null) dispatch(touched());
      // What was said of the wish before goes with the new wish, not with its answer: an answer may come after a later word.
      if (missed !== null) dispatch(missedFor(null));
      pending.current = step === null ? null : Math.max(0, Math.min(reel.length - 1, step));
      if (pending.current === null) dispatch(wound(null));
      else void show(pending.current);
    };
    const position = () => {
      const { step, reel } = store.getState().bench;
      return pending.current ?? step ?? reel?.rest ?? 0;
    };
    const windTo = (sought: readonly Sought[], backwards: boolean, missed = "nothing more of that") => {
      // One after the other: each starts from where the one before it came to.
      finding.current = finding.current.then(async () => {
        const step = await engine?.find(sought, position(), backwards);
        if (step !== null && step !== undefined) wind(step);
        else if (engine) dispatch(missedFor(`${missed} ${backwards ? "before this" : "after this"}`));
      });
    };
    const chooseMatch: EngineControls["chooseMatch"] = (match, where = "found") => {
      shown.current = store.getState().bench.result?.generation ?? 0;
      dispatch(matchChosen(match));
      // What was being wound to belongs to the choice before, and would choose that again.
      wish.current = null;
      pending.current = null;
      const chosenStill = () => store.getState().bench.chosen === match;
      void recorded().then(async (there) => {
        const step = there && chosenStill() ? ((await engine?.matchStep(match)) ?? null) : null;
        if (!engine || step === null || !chosenStill()) return;
        const target = where === "found" ? step : ((await engine.find([{ what: "attempt" }], step, true)) ?? step);
        if (chosenStill()) wind(target);
      });
    };
    const partAtCaret = async () => (engine ? engine.partAt(store.getState().bench.caret) : null);
    return {
      wind,
      position,
      windBy: (steps) => {
        if (store.getState().bench.reel) wind(position() + steps);
        // A key that comes before the newest edit's reel is there waits for it.
        else void recorded().then((there) => there && wind(position() + steps));
      },
      windTo,
      windToFirst: (sought) => {
        void engine?.find([sought], -1, false).then((step) => step !== null && wind(step));
      },
      windToStop: (backwards) => {
        const { stops } = store.getState().bench;
        if (stops.length === 0) dispatch(missedFor("no stop is set"));
        else windTo(stops, backwards, "no stop");
      },
      windToCapture: (backwards) => {
        const { followed } = store.getState().bench;
        const group = followed === null ? {} : { group: followed };
        windTo([{ what: "capture", ...group }], backwards, followed === null ? "no change of a capture" : `no change of group ${followed}`);
      },
      windToSampleCaret: (backwards) => {
        const offset = store.getState().bench.sampleCaret;
        windTo([{ what: "offset", offset }], backwards, `no visit of ${number(offset)}`);
      },
      windToPatternCaret: (backwards) => {
        void partAtCaret().then((part) => part && windTo([{ what: "part", part }], backwards, "it does not act"));
      },
      stopAtCaret: (where) => {
        if (where === "sample") dispatch(stopAdded({ what: "offset", offset: store.getState().bench.sampleCaret }));
        else void partAtCaret().then((part) => part && dispatch(stopAdded({ what: "part", part })));
      },
      nextStop: async (from) => {
        const { stops } = store.getState().bench;
        return engine && stops.length > 0 ? engine.find(stops, from, false) : null;
      },
      chooseMatch,
      chooseNext: (by) => {
        const { chosen, result } = store.getState().bench;
        const count = result ? tableOf(result.matches).length : 0;
        // The first winding shows the match that is chosen already.
        const next = shown.current === result?.generation || by < 0 || chosen > 0 ? chosen + by : 0;
        if (count > 0) chooseMatch(Math.max(0, Math.min(count - 1, next)));
      },
      profile: async (from, to, columns) => (engine ? engine.profile(from, to, columns) : null),
      turns: async (start) => (engine ? engine.turns(start) : null),
      attempts: async (first, count) => (engine ? engine.attempts(first, count) : []),
      chart: async (generation) => {
        const answer = engine ? await engine.chart(generation) : null;
        // What acts at the step is known only once there is a graph to know it of.
        const { view } = store.getState().bench;
        if (answer && view) wind(view.step);
        return answer;
      },
      traffic: async (generation) => (engine ? engine.traffic(generation) : null),
      variantProfile: async (generation, variant, from, to, columns) => (engine ? engine.variantProfile(generation, variant, from, to, columns) : null),
      variantView: async (generation, variant, winding) => (engine ? engine.variantView(generation, variant, winding) : null),
      order: async (generation, order, only) => (engine ? engine.order(generation, order, only) : null),
      select: async (generation, filter) => (engine ? engine.select(generation, filter) : null),
      lineTally: async (generation) => (engine ? engine.lineTally(generation) : null),
      lineWithout: async (generation, offset, by) => (engine ? engine.lineWithout(generation, offset, by) : null),
      carried: async (from, to) => (engine ? engine.carried(from, to) : null),
      stringsFound: async (generation) => (engine ? engine.stringsFound(generation) : null),
      values: async (generation, group) => (engine ? engine.values(generation, group) : null),
      save: async (generation, form, harmless, only) => (engine ? engine.save(generation, form, harmless, only) : null),
      rewriteRows: async (from, count) => (engine ? engine.rewriteRows(from, count) : []),
      rewritten: async (generation) => (engine ? engine.rewritten(generation) : null),
      rewriteFile: async (asked, told) => {
        if (!engine) return null;
        const watching = setInterval(() => void engine.fileProgress().then(told), PROGRESS_EVERY);
        try {
          return await engine.rewriteFile(asked);
        } finally {
          clearInterval(watching);
        }
      },
      asFound: async (generation, line) => (engine ? engine.asFound(generation, line) : null),
      whyNot: async (generation, text, mode) => (engine ? engine.whyNot(generation, text, mode) : null),
      asDialect: async (generation, to) => (engine ? engine.asDialect(generation, to) : null),
      examples: async (generation, seed) => (engine ? engine.examples(generation, seed) : null),
      leaveFile: () => void engine?.leaveFile(),
      savedStates: async (step, count) => (engine ? engine.savedStates(step, count) : []),
    };
  }, [engine, dispatch, show]);
}
