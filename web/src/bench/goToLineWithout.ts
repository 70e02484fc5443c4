/** Goes to a line of the sample that no match touches. */
import { flushSync } from "react-dom";
import type { EngineControls } from "../run/controls.ts";
import { theSample } from "../run/sampleHandle.ts";
import { stageChosen } from "../state/benchSlice.ts";
import { partShown } from "../state/layoutSlice.ts";
import { type AppDispatch, store } from "../state/store.ts";

/** @param by 1 for the next one after the line of the caret, −1 for the one before */
export async function goToLineWithout(controls: EngineControls, dispatch: AppDispatch, by: 1 | -1): Promise<void> {
  const { result, sampleCaret } = store.getState().bench;
  const offset = result ? await controls.lineWithout(result.generation, sampleCaret, by) : null;
  if (offset === null) return;
  // The sample's editor is not there while the chart is on show: it has to be before it can be asked.
  flushSync(() => {
    dispatch(stageChosen("sample"));
    dispatch(partShown("sample"));
  });
  theSample()?.goTo(offset);
}
