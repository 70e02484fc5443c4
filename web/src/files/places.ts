/** Places among all lines of all files: which file and line one is, and the row that is nearest behind it. */
import type { FoundRow } from "../engine/files/messages.ts";
import { foundRows } from "./searching.ts";

/** The file, by its place in the list, and the line in it, counted from 1. */
export function fileAt(place: number, fileStarts: readonly number[]): { readonly file: number; readonly line: number } {
  let file = 0;
  for (const [index, start] of fileStarts.entries()) if (start <= place) file = index;
  return { file, line: place - (fileStarts[file] ?? 0) + 1 };
}

const isBefore = (row: FoundRow, file: number, line: number): boolean =>
  "file" in row && (row.file < file || (row.file === file && "line" in row && row.line < line));

const wanted = new EventTarget();

/** Has the list show the first row at a place or behind it. */
export function goToPlace(place: number, fileStarts: readonly number[]): void {
  const { file, line } = fileAt(place, fileStarts);
  const rows = foundRows();
  let [low, high] = [0, rows.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isBefore(rows[middle] as FoundRow, file, line)) low = middle + 1;
    else high = middle;
  }
  if (rows.length > 0) wanted.dispatchEvent(new CustomEvent("row", { detail: Math.min(low, rows.length - 1) }));
}

/** Hears of rows that are to be shown; what ends that is handed back. */
export function onGoTo(hear: (row: number) => void): () => void {
  const heard = (event: Event) => hear((event as CustomEvent<number>).detail);
  wanted.addEventListener("row", heard);
  return () => wanted.removeEventListener("row", heard);
}
