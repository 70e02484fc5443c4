/** Calls of a worker's session that wait: for its code, and for tables that few patterns and templates ask for. */
import { lacksTables, tablesFor } from "@lamprey/core";

/** The pattern and the template of what is asked, and those that it holds: of a source, or of several that are compared. */
function writtenIn(asked: unknown): readonly string[] {
  if (typeof asked !== "object" || asked === null || ArrayBuffer.isView(asked)) return [];
  return [asked, ...Object.values(asked).flat()].flatMap((each) => ["pattern", "template"].flatMap((key) => textAt(each, key)));
}

function textAt(value: unknown, key: string): readonly string[] {
  const text: unknown = typeof value === "object" && value !== null ? Reflect.get(value, key) : undefined;
  return typeof text === "string" ? [text] : [];
}

/** Set while tables are on their way: calls wait, in their order. */
let coming: Promise<void> | null = null;

async function withTables(asked: readonly unknown[]): Promise<void> {
  while (coming) await coming;
  const lacking = asked.flatMap(writtenIn).filter(lacksTables);
  if (lacking.length === 0) return;
  // Where they do not come, the pattern says that they are not there.
  coming = tablesFor(...lacking)
    .catch((error) => console.error(error))
    .finally(() => {
      coming = null;
    });
  await coming;
}

/** A session, whose code may still be fetched: calls wait until all is there that they need, in their order. */
export function waiting(session: object | Promise<object>): object {
  return new Proxy(
    {},
    {
      get:
        (_, name) =>
        async (...asked: unknown[]) => {
          const own = await session;
          await withTables(asked);
          const call: unknown = Reflect.get(own, name);
          if (typeof call !== "function") throw new TypeError(`The worker has no ${String(name)}.`);
          return Reflect.apply(call, own, asked);
        },
    },
  );
}
