/** `/api/specimens`: made, listed, searched, read, changed, removed and restored; and what their patterns were before. */
import { type RequestHandler, Router } from "express";
import { Problem } from "../problem.ts";
import { check, newSpecimen, specimenChange, specimenId, specimenQuery } from "./schemas.ts";
import type { Specimens } from "./specimens.ts";

function idOf(value: unknown): string {
  if (specimenId.validate(value).error) throw new Problem("not-found", "No specimen has that id.");
  return value as string;
}

const onlyJson: RequestHandler = (request, _response, next) => {
  if (!request.is("application/json")) throw new Problem("not-json", "Send the body as application/json.");
  next();
};

const only =
  (...methods: string[]): RequestHandler =>
  (request, response) => {
    response.set("Allow", methods.join(", "));
    throw new Problem("method-not-allowed", `${request.method} is not one of ${methods.join(", ")}.`);
  };

export function specimenRoutes(specimens: Specimens): Router {
  const router = Router();
  router
    .route("/")
    .get(async (request, response) => {
      response.json(await specimens.list(check(specimenQuery, request.query, true)));
    })
    .post(onlyJson, async (request, response) => {
      const made = await specimens.create(check(newSpecimen, request.body));
      response.status(201).location(`/api/specimens/${made.id}`).json(made);
    })
    .all(only("GET", "POST"));
  router
    .route("/:id")
    .get(async (request, response) => {
      response.json(await specimens.read(idOf(request.params.id)));
    })
    .patch(onlyJson, async (request, response) => {
      response.json(await specimens.change(idOf(request.params.id), check(specimenChange, request.body)));
    })
    .delete(async (request, response) => {
      response.json(await specimens.remove(idOf(request.params.id)));
    })
    .all(only("GET", "PATCH", "DELETE"));
  router
    .route("/:id/earlier")
    .get(async (request, response) => {
      response.json({ items: await specimens.earlier(idOf(request.params.id)) });
    })
    .all(only("GET"));
  router
    .route("/:id/restore")
    .post(async (request, response) => {
      response.json(await specimens.restore(idOf(request.params.id)));
    })
    .all(only("POST"));
  return router;
}
