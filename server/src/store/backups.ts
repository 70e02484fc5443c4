/** Backups of the database: whole files, made while it is in use, the newest few kept. */
import { mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";

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

/** Makes one, by what writes the whole database into a new file, and lets go the oldest; the file. */
export async function backUp(folder: string, writeTo: (file: string) => Promise<unknown>, now = new Date()): Promise<string> {
  const stamp = now.toISOString().replaceAll(":", "-").replace(/\..*/, "");
  const file = join(backupFolder(folder), `lamprey-${stamp}.sqlite`);
  const before = backupsIn(folder);
  if (before.includes(file)) return file;
  await writeTo(file);
  for (const old of [...before, file].slice(0, -KEPT)) rmSync(old, { force: true });
  return file;
}
