/** The one script of all workers: by its name a worker is the bench's, the hazard's, the risk list's or that for files. Answers go through Comlink. */
import * as Comlink from "comlink";
import type { Asked, RunAnswer } from "./messages.ts";
import type { judgeList } from "./risks/list.ts";
import { Session } from "./session.ts";
import type { WorkerName } from "./start.ts";
import { waiting } from "./waiting.ts";

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

/** The bench's is there with the script; the others bring what the page can be painted without. */
const SESSIONS: Readonly<Record<WorkerName, () => object>> = {
  "lamprey-engine": () => waiting(new WorkerSession()),
  "lamprey-hazard": () => waiting(import("./hazard/session.ts").then(({ HazardSession }) => new HazardSession())),
  "lamprey-risks": () => waiting(import("./risks/list.ts").then(({ judgeList: judge }): RiskJudge => ({ judge }))),
  "lamprey-files": () => waiting(import("./files/session.ts").then(({ FilesSession }) => new FilesSession())),
};

Comlink.expose(SESSIONS[self.name as WorkerName]());
