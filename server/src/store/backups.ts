/** Backups of the database: whole files, made while it is in use, the newest few kept. */
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import Database from "libsql";
import { UNFINISHED } from "../written.ts";

/** How many are kept. */
const KEPT = 5;
/** A day (milliseconds): no backup is older, while the server runs. */
export const BACKED_UP_EVERY = 86_400_000;
const NAMED = /^lamprey-[\dT-]+\.sqlite$/;

export const backupFolder = (folder: string): string => join(folder, "backups");

/** The files of the backups, the oldest first. */
export function backupsIn(folder: string): string[] {
  const place = backupFolder(folder);
  mkdirSync(place, { recursive: true, mode: 0o700 });
  return readdirSync(place)
    .filter((name) => NAMED.test(name))
    .sort()
    .map((name) => join(place, name));
}

/** When the newest was made (milliseconds); 0 where there is none. */
export function lastBackup(folder: string): number {
  const newest = backupsIn(folder).at(-1);
  return newest ? statSync(newest).mtimeMs : 0;
}

/** Removes what a backup that was interrupted has left behind. */
export function clearUnfinished(folder: string): void {
  const place = backupFolder(folder);
  if (!existsSync(place)) return;
  for (const name of readdirSync(place)) if (name.includes(UNFINISHED)) rmSync(join(place, name), { force: true });
}

/** Throws where the file is no database that is whole. */
function verifyDatabase(file: string): void {
  const db = new Database(file, { readonly: true });
  try {
    const said = Object.values(db.prepare("pragma quick_check(1)").get() as object)[0];
    if (said !== "ok") throw new Error(`The backup is not whole: ${String(said)}`);
  } finally {
    db.close();
  }
}

/**
 * Makes one, by what writes the whole database into a new file, and lets go the oldest; the file. It has its name only once
 * it was read and found whole: one that was interrupted is none, and takes no other's place.
 */
export async function backUp(folder: string, writeTo: (file: string) => Promise<unknown>, now = new Date(), verify = verifyDatabase): Promise<string> {
  const stamp = now.toISOString().replaceAll(":", "-").replace(/\..*/, "");
  const file = join(backupFolder(folder), `lamprey-${stamp}.sqlite`);
  const before = backupsIn(folder);
  if (before.includes(file)) return file;
  const part = file + UNFINISHED;
  rmSync(part, { force: true });
  try {
    await writeTo(part);
    verify(part);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
  for (const old of [...before, file].slice(0, -KEPT)) rmSync(old, { force: true });
  return file;
}
