/** Calls of a worker's session that wait: for its code, and for the names of characters where a pattern has one. */
import { lacksNames, namesAreHere, namesFor } from "@lamprey/core";

/** What is longer is a sample, and no pattern. */
const LONGEST_PATTERN = 1_000_000;

/** The patterns among what is asked, wherever they stand. */
function* textsIn(asked: unknown): Generator<string> {
  const pending = [asked];
  while (pending.length > 0) {
    const next = pending.pop();
    if (typeof next === "string" && next.length <= LONGEST_PATTERN) yield next;
    else if (Array.isArray(next) || (typeof next === "object" && next !== null && Object.getPrototypeOf(next) === Object.prototype))
      pending.push(...Object.values(next));
  }
}

/** Set while the names of characters are on their way: calls wait, in their order. */
let coming: Promise<void> | null = null;

async function withNames(asked: readonly unknown[]): Promise<void> {
  if (!coming && !namesAreHere()) {
    const lacking = [...textsIn(asked)].filter(lacksNames);
    if (lacking.length > 0) {
      // Where they do not come, the pattern says that they are not there.
      coming = namesFor(...lacking)
        .catch((error) => console.error(error))
        .finally(() => {
          coming = null;
        });
    }
  }
  if (coming) await coming;
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
          await withNames(asked);
          const call: unknown = Reflect.get(own, name);
          if (typeof call !== "function") throw new TypeError(`The worker has no ${String(name)}.`);
          return Reflect.apply(call, own, asked);
        },
    },
  );
}
