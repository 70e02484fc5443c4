/** Files that are dropped on the sample: each becomes a sample with the file's name, and no text that is there is lost. */
import { BOUNDS } from "@lamprey/api";
import { sampleAdded, sampleEdited, shownSample } from "../draft/draftSlice.ts";
import { theSample } from "../run/sampleHandle.ts";
import { notify } from "../shared/notice.ts";
import { number } from "../shared/words.ts";
import { store } from "../state/store.ts";

/** A text becomes the sample on show where that is empty, else a sample of its own; `file` is null where it has no name. */
export function textAsSample(file: string | null, text: string): void {
  const { draft } = store.getState();
  const { samples } = draft.fields;
  const shown = shownSample(draft);
  const name = (file ?? `sample ${samples.length + 1}`).slice(0, BOUNDS.sampleName);
  if (shown?.text === "") {
    const editor = theSample();
    editor?.fill(text);
    store.dispatch(sampleEdited({ key: shown.key, ...(file === null ? {} : { name }), ...(editor ? {} : { text }) }));
  } else if (samples.length < BOUNDS.samples) store.dispatch(sampleAdded(name, text));
  else notify(`A saved pattern holds ${number(BOUNDS.samples)} samples. Remove one to make room for “${name}”.`);
}

/** The files one after the other, the first of them on show in the end. */
export async function filesAsSamples(files: readonly File[]): Promise<void> {
  for (const file of [...files].reverse()) {
    if (file.size > BOUNDS.sample) {
      notify(`“${file.name}” has more than the ${number(BOUNDS.sample)} characters that a sample holds.`);
      continue;
    }
    try {
      textAsSample(file.name, await file.text());
    } catch (error) {
      // A folder is dropped as a file that cannot be read.
      notify(`“${file.name}” could not be read: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}
