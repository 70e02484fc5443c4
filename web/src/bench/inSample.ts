/** Does something with the sample's editor, which is shown first: it is not there while the chart is, or another part of a small screen. */
import { flushSync } from "react-dom";
import type { EngineControls } from "../run/controls.ts";
import { type SampleHandle, theSample } from "../run/sampleHandle.ts";
import { stageChosen } from "../state/benchSlice.ts";
import { partShown } from "../state/layoutSlice.ts";
import { type AppDispatch, store } from "../state/store.ts";

export function inSample(dispatch: AppDispatch, act: (sample: SampleHandle) => void): void {
  flushSync(() => {
    dispatch(stageChosen("sample"));
    dispatch(partShown("sample"));
  });
  const sample = theSample();
  if (sample) act(sample);
}

/**
 * Goes to a line that no match touches.
 * @param by 1 for the next one after the line of the caret, −1 for the one before
 */
export async function goToLineWithout(controls: EngineControls, dispatch: AppDispatch, by: 1 | -1): Promise<void> {
  const { result, sampleCaret } = store.getState().bench;
  const offset = result ? await controls.lineWithout(result.generation, sampleCaret, by) : null;
  if (offset !== null) inSample(dispatch, (sample) => sample.goTo(offset));
}
