/** The run that is under way, or was: its rows are here, since they are many, and its worker, which can be asked about them. */
import { append } from "@lamprey/core";
import { type FilesSearch, startSearch } from "../engine/files/client.ts";
import type { FoundRow, SearchedFile } from "../engine/files/messages.ts";
import { questionOf, searchBegun, searchEnded, searchFailed, searchHeard, searchPutAway } from "../state/filesSlice.ts";
import { store } from "../state/store.ts";
import { filesTaken } from "./given.ts";

let search: FilesSearch | null = null;
let rows: FoundRow[] = [];
let files: readonly SearchedFile[] = [];
let chosenRow = 0;

/** Rows of the run; the store says when they have changed. */
export const foundRows = (): readonly FoundRow[] => rows;
/** The files that the run goes through; rows name them by their place. */
export const searchedFiles = (): readonly SearchedFile[] => files;
/** The row that is chosen: whoever comes back from the bench finds it again. */
export const rowChosen = (): number => chosenRow;
export function chooseRow(row: number): void {
  chosenRow = row;
}
export const currentSearch = (): FilesSearch | null => search;

/** Whether the run that is there is of the form as it is, and of these files. */
export function isSearched(taken: readonly SearchedFile[]): boolean {
  const { form, question, run } = store.getState().files;
  const isSame = question !== null && JSON.stringify(questionOf(form)) === JSON.stringify(question);
  return isSame && run !== "failed" && run !== "none" && taken.length === files.length && taken.every((file, i) => file === files[i]);
}

/** Begins a run with the form as it is, which has no fault that is known. */
export function beginSearch(): void {
  const { form } = store.getState().files;
  const question = questionOf(form);
  search?.close();
  rows = [];
  chosenRow = 0;
  files = filesTaken(form.only);
  const total = { bytes: files.reduce((sum, { size }) => sum + size, 0), files: files.length };
  store.dispatch(searchBegun({ question, total }));
  const own = startSearch(question, files, ({ rows: more, ...news }) => {
    if (search !== own) return;
    if (question.shown.kind !== "distinct") append(rows, more);
    else if (more.length > 0) rows = [...more];
    store.dispatch(searchHeard(news));
  });
  search = own;
  own.done.then(
    (isWhole) => search === own && store.dispatch(searchEnded(isWhole ? "ended" : "cancelled")),
    (error: unknown) => search === own && store.dispatch(searchFailed(error instanceof Error ? error.message : String(error))),
  );
}

/** Ends the run; what was found stays. */
export const cancelSearch = (): void => search?.cancel();

export function putAwaySearch(): void {
  search?.close();
  search = null;
  rows = [];
  files = [];
  store.dispatch(searchPutAway());
}
