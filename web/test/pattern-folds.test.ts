/** Groups that are told to the pattern's editor when their pattern is not the one that stands there any more. */
import { EditorState } from "@codemirror/state";
import { expect, test } from "@jest/globals";
import { foldFar, foldGroups } from "../src/bench/patternFolds.ts";

test("groups of a longer pattern, told late, keep no edit from being made", () => {
  const state = EditorState.create({ doc: "(\\d+) cm", extensions: [foldFar] });
  const told = state.update({
    effects: foldGroups([
      { start: 0, end: 5 },
      { start: 11, end: 18 },
    ]),
  }).state;
  expect(told.update({ changes: { from: 0, to: 8, insert: "a" } }).state.doc.toString()).toBe("a");
});
