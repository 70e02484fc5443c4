/** A worker that fails: the fault is said, the call is answered, and the next one goes through. */
import { describe, expect, test } from "@jest/globals";
import type { Remote } from "comlink";
import type { RunResult } from "../src/engine/messages.ts";
import { guarded, takeUp } from "../src/shared/guarded.ts";
import { asked, benchReducer, faulted, ran } from "../src/state/benchSlice.ts";
import { hazardAsked, hazardFaulted, hazardReducer } from "../src/state/hazardSlice.ts";

interface Calls {
  steps(): Promise<number>;
  list(): Promise<number[]>;
}

const failing = {
  times: 0,
  async steps(): Promise<number> {
    failing.times++;
    if (failing.times === 1) throw new RangeError("too deep");
    return 7;
  },
  async list(): Promise<number[]> {
    throw new Error("no list");
  },
};

describe("a guarded worker", () => {
  test("answers what it failed on with what stands for nothing, says why, and goes on", async () => {
    const said: string[] = [];
    const engine = guarded<Calls>(failing as unknown as Remote<Calls>, { list: [] }, (fault) => said.push(fault));
    expect([await engine.steps(), await engine.steps(), await engine.list()]).toEqual([null, 7, []]);
    expect(said).toEqual(["too deep", "no list"]);
  });

  test("that was left answers with nothing, and says nothing", async () => {
    const worker = Object.assign(new EventTarget(), { postMessage: () => {}, terminate: () => {}, start: () => {} });
    const said: string[] = [];
    const { engine, close } = takeUp<Calls>(worker as unknown as Worker, { list: [] }, { say: (fault) => said.push(fault), stopped: () => {} });
    close();
    expect([await engine.list(), await engine.steps(), said]).toEqual([[], null, []]);
  });

  test("that has stopped says so", () => {
    const worker = Object.assign(new EventTarget(), { postMessage: () => {}, terminate: () => {}, start: () => {} });
    const stopped: string[] = [];
    takeUp<Calls>(worker as unknown as Worker, {}, { say: () => {}, stopped: (fault) => stopped.push(fault) });
    worker.dispatchEvent(new Event("error"));
    expect(stopped).toEqual([expect.stringContaining("memory")]);
  });
});

describe("the bench, when its worker fails", () => {
  test("keeps what it shows, no longer waits, and forgets the fault with the next request", () => {
    const result = { kind: "ran", generation: 1, reading: { diagnostics: [] } } as unknown as RunResult;
    const shown = [asked(1), ran(result), asked(2), faulted("too deep")].reduce(benchReducer, undefined);
    expect(shown).toMatchObject({ asked: 2, answered: 2, fault: "too deep", result: { generation: 1 } });
    expect(benchReducer(shown, asked(3))).toMatchObject({ fault: null, answered: 2 });
  });

  test("so does the hazard", () => {
    const faulty = [hazardAsked(4), hazardFaulted("too deep")].reduce(hazardReducer, undefined);
    expect(faulty).toMatchObject({ asked: 4, fault: "too deep" });
    expect(hazardReducer(faulty, hazardAsked(5)).fault).toBeNull();
  });
});
