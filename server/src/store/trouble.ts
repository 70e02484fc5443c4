/** What keeps a server from starting: one sentence, and what to do about it. */
export class Trouble extends Error {
  override readonly name = "Trouble";
}

/** The message of an error that SQLite gives, whatever it was wrapped in. */
const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

export const isDiskFull = (error: unknown): boolean => /database or disk is full|ENOSPC|disk I\/O error/i.test(messageOf(error));
const isBusy = (error: unknown): boolean => /database is locked|SQLITE_BUSY/i.test(messageOf(error));

/** Why a file cannot be used as the database; undefined where it is a defect of another kind. */
export function troubleWith(file: string, error: unknown): Trouble | undefined {
  const message = messageOf(error);
  if (error instanceof Trouble) return error;
  if (/not a database|malformed|disk image|SQLITE_CORRUPT|SQLITE_NOTADB/i.test(message))
    return new Trouble(
      `${file} is damaged, or no database. Put one of its backups in its place (they lie in the folder “backups” beside it), or move it away to begin anew.`,
    );
  if (/readonly|read-only|EROFS/i.test(message)) return new Trouble(`${file} cannot be written. Give the user that runs Lamprey the right to write it.`);
  if (/unable to open|EACCES|EPERM|EISDIR|ENOTDIR/i.test(message))
    return new Trouble(`${file} cannot be opened. Look whether it is a file, and whether it may be read and written.`);
  if (isDiskFull(error)) return new Trouble(`There is no room left where ${file} lies. Make some, then start again.`);
  if (isBusy(error)) return new Trouble(`${file} is in use by another program. Stop that one first.`);
  return undefined;
}
