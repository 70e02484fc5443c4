/**
 * One server a data folder: whoever has it holds a lock that the system takes back when the process ends, however it ends.
 * It is SQLite's own, on a file beside the database.
 */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import Database from "libsql";
import { Trouble, troubleWith } from "./trouble.ts";

export interface FolderLock {
  /** Says where the server is to be found, to whoever finds the folder locked. */
  says(address: string): void;
  release(): void;
}

/** Takes the folder; throws a `Trouble` that names the other's address where it is taken. */
export function lockFolder(folder: string): FolderLock {
  const file = join(folder, "lamprey.lock");
  const said = join(folder, "lamprey.address");
  const db = lockFile(folder, file);
  try {
    db.exec("pragma locking_mode = exclusive");
    db.exec("begin exclusive");
  } catch {
    db.close();
    const address = readAddress(said);
    throw new Trouble(
      `Another Lamprey has its specimens in ${folder}${address ? `: it is at ${address}` : ""}. Use that one, or set LAMPREY_DATA to another folder.`,
    );
  }
  return {
    says: (address) => writeFileSync(said, address),
    release: () => {
      rmSync(said, { force: true });
      db.exec("rollback");
      db.close();
    },
  };
}

/** The folder is made where it is missing. */
function lockFile(folder: string, file: string): Database.Database {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    return new Database(file);
  } catch (error) {
    throw troubleWith(file, error) ?? new Trouble(`${folder} cannot be made or written. Set LAMPREY_DATA to a folder that can.`);
  }
}

function readAddress(file: string): string | undefined {
  try {
    return readFileSync(file, "utf8");
  } catch {
    // A server that is just starting has not said it yet.
    return undefined;
  }
}
