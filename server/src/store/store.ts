/** Opens the database: SQLite in one file, migrated, in WAL mode so that readers never wait for a writer. */
import { chmodSync, existsSync, mkdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { MikroORM, type SqlEntityManager } from "@mikro-orm/libsql";
import { Migrator } from "@mikro-orm/migrations";
import Database from "libsql";
import { Earlier, Fact, Sample, Specimen } from "../specimens/entities.ts";
import { backUp, clearUnfinished, lastBackup } from "./backups.ts";
import { BoundDriver } from "./bound.ts";
import { APPLICATION_ID, migrationsList } from "./migrations.ts";
import { Trouble, troubleWith } from "./trouble.ts";

export interface Store {
  /** A unit of work with an identity map of its own. */
  fork(): SqlEntityManager;
  /** Writes the whole database into a new file, and lets go the oldest of those before; the file. */
  backUp(): Promise<string>;
  /** When the newest backup was made (milliseconds). */
  lastBackup(): number;
  close(): Promise<void>;
}

export const databaseIn = (folder: string): string => join(folder, "lamprey.sqlite");

/** For every connection: the pool makes a new one now and then. */
const PRAGMAS = [
  // Another program, such as one that backs up, may hold it for a moment (milliseconds).
  "pragma busy_timeout = 5000",
  "pragma foreign_keys = on",
  // An answer means kept, even if the power goes: every commit is synced.
  "pragma synchronous = full",
  "pragma temp_store = memory",
];

interface RawConnection {
  exec(sql: string): void;
}

/** Opens the database in the folder, which is made where it is missing. Throws a `Trouble` where it cannot be used; then nothing was written. */
export async function openStore(folder: string): Promise<Store> {
  const file = databaseIn(folder);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    examine(file);
    clearUnfinished(folder);
    return await open(folder, file);
  } catch (error) {
    throw troubleWith(file, error) ?? error;
  }
}

/** Whether the file is a database of ours that this version can read; it is only read. */
function examine(file: string): void {
  if (!existsSync(file)) return;
  const found = statSync(file);
  if (!found.isFile()) throw new Trouble(`${file} is no file. Move it away, or set LAMPREY_DATA to another folder.`);
  if (found.size === 0) return;
  const db = new Database(file);
  try {
    const one = (sql: string): unknown => Object.values(db.prepare(sql).get() as object)[0];
    const tables = (db.prepare("select name from sqlite_master where type = 'table'").all() as { name: string }[]).map(({ name }) => name);
    const application = one("pragma application_id");
    const version = one("pragma user_version") as number;
    // The first versions did not say what they were. A first start that was ended may have left a database with nothing in it.
    const ours = application === APPLICATION_ID || (application === 0 && (tables.includes("specimen") || tables.every(isOfMigrations)));
    if (!ours) throw new Trouble(`${file} is the database of another program. Set LAMPREY_DATA to a folder of Lamprey's own.`);
    if (version > migrationsList.length)
      throw new Trouble(
        `${file} was written by a newer Lamprey (its form is ${version}, this one knows ${migrationsList.length}). Use that one, or another folder.`,
      );
    const said = one("pragma quick_check(1)");
    if (said !== "ok") throw new Trouble(`${file} is damaged. Put one of its backups in its place (they lie in the folder “backups” beside it).`);
  } finally {
    db.close();
  }
}

/** The tables that are there before the first migration has been committed. */
const isOfMigrations = (table: string): boolean => table === "mikro_orm_migrations" || table === "sqlite_sequence";

async function open(folder: string, file: string): Promise<Store> {
  const orm = await MikroORM.init({
    driver: BoundDriver,
    dbName: file,
    entities: [Specimen, Earlier, Sample, Fact],
    extensions: [Migrator],
    migrations: { migrationsList, snapshot: false, silent: true },
    driverOptions: { compileSqlOnError: false },
    pool: {
      afterCreate: ((connection: RawConnection, done: (error: unknown, connection: RawConnection) => void) => {
        for (const pragma of PRAGMAS) connection.exec(pragma);
        done(null, connection);
      }) as never,
    },
  });
  try {
    const connection = orm.em.getConnection();
    const run = (sql: string) => connection.execute(sql);
    await run("pragma journal_mode = wal");
    chmodSync(file, 0o600);
    const isNew = (await run("select name from sqlite_master where name = 'specimen'")).length === 0;
    // Whose it is comes first: a start that ends between two commits can go on.
    if (isNew) await run(`pragma application_id = ${APPLICATION_ID}`);
    const write = () => backUp(folder, (to) => connection.execute("vacuum into ?", [to], "run"));
    const pending = await orm.getMigrator().getPendingMigrations();
    if (pending.length > 0 && !isNew) await write();
    await orm.getMigrator().up();
    await run(`pragma application_id = ${APPLICATION_ID}`);
    await run(`pragma user_version = ${migrationsList.length}`);
    return {
      fork: () => orm.em.fork() as SqlEntityManager,
      backUp: write,
      lastBackup: () => lastBackup(folder),
      close: async () => {
        // All of it is in the one file then.
        await run("pragma wal_checkpoint(truncate)");
        await orm.close();
      },
    };
  } catch (error) {
    await orm.close(true);
    throw error;
  }
}
