/** What other parts of the bench may do with the sample's editor. */

export interface SampleHandle {
  /** Puts the caret at an offset and brings its line into view. */
  readonly goTo: (offset: number) => void;
  /** The same for the first offset of a line, from 1. */
  readonly goToLine: (line: number) => void;
  /** Opens the search panel. */
  readonly find: () => void;
  /** Puts a text in the place of all that is there, as one edit that undo takes back; the caret is at its beginning. */
  readonly fill: (text: string) => void;
}

let handle: SampleHandle | null = null;

/** The editor that is there now; null when it has gone. */
export const sampleIs = (own: SampleHandle | null): void => {
  handle = own;
};

export const theSample = (): SampleHandle | null => handle;
