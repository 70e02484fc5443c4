/** The worker of the risk list. */
import * as Comlink from "comlink";
import { judgeList } from "./list.ts";

const api = { judge: judgeList };
export type RiskJudge = typeof api;
Comlink.expose(api);
