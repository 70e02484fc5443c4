/** The worker: a session, answered through Comlink; large tables are moved, not copied. */
import * as Comlink from "comlink";
import type { Asked, RunAnswer } from "./messages.ts";
import { Session } from "./session.ts";

class WorkerSession extends Session {
  override async run(asked: Asked): Promise<RunAnswer> {
    const answer = await super.run(asked);
    return answer.kind === "ran" ? Comlink.transfer(answer, [answer.matches.rows.buffer]) : answer;
  }
}

Comlink.expose(new WorkerSession());
