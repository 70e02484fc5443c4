/** Files that are there whole or not at all, whenever the process is ended and however full the disk is. */
import { closeSync, fsyncSync, openSync, renameSync, rmSync, writeFileSync } from "node:fs";

/** A file under this ending is not whole yet; one that is left from an earlier run never will be. */
export const UNFINISHED = ".part";

/** Writes a file that only its owner can read: under another name first, synced, then renamed. Throws what the file system throws. */
export function writeWhole(file: string, text: string): void {
  const part = file + UNFINISHED;
  try {
    const opened = openSync(part, "w", 0o600);
    try {
      writeFileSync(opened, text);
      fsyncSync(opened);
    } finally {
      closeSync(opened);
    }
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}
