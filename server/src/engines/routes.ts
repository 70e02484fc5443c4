/** `/api/engines`: which real engines are on this machine, and asking one. */
import { Router } from "express";
import { bytesOf, jsonBody, only } from "../specimens/routes.ts";
import type { Engines } from "./engines.ts";

export function engineRoutes(engines: Engines): Router {
  const router = Router();
  router
    .route("/")
    .get(async (_request, response) => {
      response.json(await engines.list());
    })
    .all(only("GET"));
  router
    .route("/:name")
    .post(...jsonBody, async (request, response) => {
      const left = new AbortController();
      response.once("close", () => left.abort());
      response.json(await engines.ask(request.params.name, bytesOf(request.body), left.signal));
    })
    .all(only("POST"));
  return router;
}
