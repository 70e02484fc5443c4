/** Opens the database: SQLite in one file, migrated, in WAL mode so that readers never wait for a writer. */
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { LibSqlDriver, MikroORM, type SqlEntityManager } from "@mikro-orm/libsql";
import { Migrator } from "@mikro-orm/migrations";
import { Earlier, Fact, Sample, Specimen } from "../specimens/entities.ts";
import { migrationsList } from "./migrations.ts";

export interface Store {
  /** A unit of work with an identity map of its own. */
  fork(): SqlEntityManager;
  close(): Promise<void>;
}

/** Opens the database in the folder, which is made where it is missing. */
export async function openStore(folder: string): Promise<Store> {
  mkdirSync(folder, { recursive: true });
  const orm = await MikroORM.init({
    driver: LibSqlDriver,
    dbName: join(folder, "lamprey.sqlite"),
    entities: [Specimen, Earlier, Sample, Fact],
    extensions: [Migrator],
    migrations: { migrationsList, snapshot: false, silent: true },
  });
  const connection = orm.em.getConnection();
  await connection.execute("pragma journal_mode = wal");
  // An answer means kept, even if the power goes: every commit is synced.
  await connection.execute("pragma synchronous = full");
  await orm.getMigrator().up();
  return { fork: () => orm.em.fork() as SqlEntityManager, close: () => orm.close() };
}
