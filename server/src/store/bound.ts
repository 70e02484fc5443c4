/**
 * MikroORM's SQLite connection writes values into the SQL as literals, and that SQL into messages and logs. This one binds
 * them: what a person wrote is never part of a statement, nor of what is said when one fails.
 */
import {
  AbstractSqlDriver,
  type Configuration,
  type Dictionary,
  LibSqlConnection,
  LibSqlPlatform,
  type QueryResult,
  type Transaction,
} from "@mikro-orm/libsql";

type Execute = LibSqlConnection["execute"];

/** How a value is bound: SQLite keeps numbers, text and bytes. */
function bound(value: unknown): unknown {
  if (value === undefined) return null;
  if (value instanceof Date) return value.getTime();
  if (typeof value === "boolean") return Number(value);
  return value;
}

class BoundConnection extends LibSqlConnection {
  override async execute<T extends QueryResult | Dictionary | Dictionary[] = Dictionary[]>(
    query: Parameters<Execute>[0],
    params: unknown[] = [],
    method: "all" | "get" | "run" = "all",
    transaction?: Transaction,
  ): Promise<T> {
    await this.ensureConnection();
    let [sql, values, within] = [query as string, params, transaction];
    if (typeof query !== "string") {
      const { client } = query as unknown as { client: { transacting?: boolean } };
      within ??= client.transacting ? (query as unknown as Transaction) : undefined;
      const made = query.toSQL();
      [sql, values] = [made.sql, [...(made.bindings as unknown[])]];
    }
    const statement = this.getKnex().raw(sql, values.map(bound) as never);
    if (within) statement.transacting(within as never);
    return this.transformRawResult<T>(await statement, method);
  }
}

export class BoundDriver extends AbstractSqlDriver<BoundConnection> {
  constructor(config: Configuration) {
    super(config, new LibSqlPlatform(), BoundConnection, ["knex", "libsql"]);
  }
}
