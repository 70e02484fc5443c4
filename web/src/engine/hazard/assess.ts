/** The hazard's worker: a session, answered through Comlink. */
import * as Comlink from "comlink";
import { HazardSession } from "./session.ts";

Comlink.expose(new HazardSession());
