/** What the page keeps of the hazard: answers come to the question that was asked last, and a new verdict begins anew. */
import { describe, expect, test } from "@jest/globals";
import type { VerdictView } from "../src/engine/hazard/messages.ts";
import { driftFromChosen, driftKnown, findingChosen, hazardAsked, hazardLeft, hazardReducer, repairsKnown, verdictKnown } from "../src/state/hazardSlice.ts";

const verdict = (generation: number): VerdictView => ({
  generation,
  mode: "search",
  source: { dialect: "ecmascript", pattern: "a", flags: "" },
  growth: "linear",
  degree: null,
  findings: [],
  reason: "no-loop",
  because: "",
  atLeast: false,
  peak: null,
  engine: null,
});

const begun = hazardReducer(undefined, hazardAsked(3));

describe("the hazard's state", () => {
  test("a question leaves the last verdict on show until there is another", () => {
    const first = hazardReducer(begun, verdictKnown(verdict(3)));
    const asked = hazardReducer(first, hazardAsked(4));
    expect(asked).toMatchObject({ asked: 4, verdict: { generation: 3 } });
    expect(hazardReducer(asked, verdictKnown(null)).verdict).toBeNull();
  });

  test("a new verdict drops the old one's repairs and goes back to the worst finding", () => {
    let state = hazardReducer(begun, verdictKnown(verdict(3)));
    state = hazardReducer(state, repairsKnown({ generation: 3, repairs: [] }));
    state = hazardReducer(state, findingChosen(2));
    expect(state).toMatchObject({ chosen: 2, repairs: { generation: 3 } });
    expect(hazardReducer(state, verdictKnown(verdict(4)))).toMatchObject({ chosen: 0, repairs: null });
  });

  test("what the drift is held against stays while verdicts come and go, and goes with the specimen", () => {
    const from = { name: "revision 2", dialect: "ecmascript" as const, pattern: "b", flags: "" };
    let state = hazardReducer(begun, driftFromChosen(from));
    state = hazardReducer(state, verdictKnown(verdict(3)));
    state = hazardReducer(
      state,
      driftKnown({ generation: 3, before: from, relation: "disjoint", onlyLeft: "b", onlyRight: "a", both: null, obstacle: null, because: null }),
    );
    expect(state).toMatchObject({ driftFrom: from, drift: { relation: "disjoint" } });
    expect(hazardReducer(state, hazardLeft())).toMatchObject({ asked: 0, verdict: null, drift: null, driftFrom: null });
  });
});
