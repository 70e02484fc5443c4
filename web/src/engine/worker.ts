/** The one script of all workers: by its name a worker is the bench's, the hazard's or the risk list's. Answers go through Comlink. */
import { lacksNames, namesAreHere, namesFor } from "@lamprey/core";
import * as Comlink from "comlink";
import type { Asked, RunAnswer } from "./messages.ts";
import type { judgeList } from "./risks/list.ts";
import { Session } from "./session.ts";
import type { WorkerName } from "./start.ts";

class WorkerSession extends Session {
  // Large tables are moved, not copied.
  override async run(asked: Asked): Promise<RunAnswer> {
    const answer = await super.run(asked);
    return answer.kind === "ran" ? Comlink.transfer(answer, [answer.matches.rows.buffer]) : answer;
  }
}

/** What the risk list asks. */
export interface RiskJudge {
  readonly judge: typeof judgeList;
}

/** What is longer is a sample, and no pattern. */
const LONGEST_PATTERN = 1_000_000;

/** The patterns among what is asked, wherever they stand. */
function* textsIn(asked: unknown): Generator<string> {
  const waiting = [asked];
  for (let next = waiting.pop(); waiting.length > 0 || next !== undefined; next = waiting.pop()) {
    if (typeof next === "string" && next.length <= LONGEST_PATTERN) yield next;
    else if (Array.isArray(next) || (typeof next === "object" && next !== null && Object.getPrototypeOf(next) === Object.prototype))
      waiting.push(...Object.values(next));
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

/** A session whose code is fetched when it starts: calls that come before wait, in their order. */
function fetched(session: object | Promise<object>): object {
  return new Proxy(
    {},
    {
      get:
        (_, name) =>
        async (...asked: unknown[]) => {
          const own = await session;
          await withNames(asked);
          const call: unknown = Reflect.get(own, name);
          if (typeof call !== "function") throw new TypeError(`The worker ${self.name} has no ${String(name)}.`);
          return Reflect.apply(call, own, asked);
        },
    },
  );
}

/** The bench's is there with the script; the others bring what the page can be painted without. */
const SESSIONS: Readonly<Record<WorkerName, () => object>> = {
  "lamprey-engine": () => fetched(new WorkerSession()),
  "lamprey-hazard": () => fetched(import("./hazard/session.ts").then(({ HazardSession }) => new HazardSession())),
  "lamprey-risks": () => fetched(import("./risks/list.ts").then(({ judgeList: judge }): RiskJudge => ({ judge }))),
};

Comlink.expose(SESSIONS[self.name as WorkerName]());
