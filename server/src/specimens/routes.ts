/** `/api/specimens`: made, listed, searched, tagged, read, changed, removed and restored; what their patterns were before, and what a bench found out. */
import express, { type RequestHandler, type Response, Router } from "express";
import type { Logger } from "pino";
import type { Asked } from "../asked.ts";
import { Problem, shortened, TOO_LARGE } from "../problem.ts";
import type { Answer } from "../service.ts";
import { specimenId } from "./schemas.ts";

/** A sample of five million characters must fit, in bytes of JSON, with room for its escapes. */
const MOST_BODY = 24 * 2 ** 20;

function idOf(value: unknown): string {
  if (specimenId.validate(value).error) throw new Problem("not-found", "No specimen has that id.");
  return value as string;
}

const onlyJson: RequestHandler = (request, _response, next) => {
  if (!request.is("application/json")) throw new Problem("not-json", "Send the body as application/json.");
  next();
};

/** A body that says that it is too long is not waited for. */
const notTooLong: RequestHandler = (request, response, next) => {
  if (Number(request.headers["content-length"] ?? 0) <= MOST_BODY) return next();
  response.set("Connection", "close");
  throw new Problem("too-large", TOO_LARGE);
};

/** The body as bytes: it is parsed where it is kept. */
export const jsonBody: readonly RequestHandler[] = [onlyJson, notTooLong, express.raw({ type: "application/json", limit: MOST_BODY })];

/** The bytes of a body as memory of their own, which can be handed to another thread. */
export function bytesOf(body: unknown): Uint8Array {
  if (!Buffer.isBuffer(body)) return new Uint8Array();
  return body.byteLength === body.buffer.byteLength ? new Uint8Array(body.buffer) : Uint8Array.from(body);
}

export const only =
  (...methods: string[]): RequestHandler =>
  (request, response) => {
    response.set("Allow", methods.join(", "));
    throw new Problem("method-not-allowed", `${request.method} is not one of ${methods.join(", ")}.`);
  };

/** Sends what the store answers. */
export function sendTo(response: Response, log: Logger, { status, body, defect }: Answer): void {
  if (defect) log.error({ err: defect, route: response.req.route?.path ?? "" }, "request failed");
  response
    .status(status)
    .type(status < 400 ? "application/json" : "application/problem+json")
    .send(Buffer.from(body.buffer, body.byteOffset, body.byteLength));
}

export function specimenRoutes(asked: Asked, log: Logger): Router {
  const router = Router();
  const send = (response: Response, answer: Answer) => sendTo(response, log, answer);
  router
    .route("/")
    .get(async (request, response) => {
      send(response, await asked.list(shortened(request.originalUrl), { ...request.query }));
    })
    .post(...jsonBody, async (request, response) => {
      send(response, await asked.create(request.originalUrl, bytesOf(request.body)));
    })
    .all(only("GET", "POST"));
  router
    .route("/tags")
    .get(async (request, response) => {
      send(response, await asked.tags(request.originalUrl));
    })
    .all(only("GET"));
  router
    .route("/many")
    .post(...jsonBody, async (request, response) => {
      send(response, await asked.many(request.originalUrl, bytesOf(request.body)));
    })
    .all(only("POST"));
  router
    .route("/:id")
    .get(async (request, response) => {
      send(response, await asked.read(request.originalUrl, idOf(request.params.id)));
    })
    .patch(...jsonBody, async (request, response) => {
      send(response, await asked.change(request.originalUrl, idOf(request.params.id), bytesOf(request.body)));
    })
    .delete(async (request, response) => {
      const id = idOf(request.params.id);
      const forGood = request.query.forGood === "true";
      send(response, await (forGood ? asked.purge(request.originalUrl, id) : asked.remove(request.originalUrl, id)));
    })
    .all(only("GET", "PATCH", "DELETE"));
  router
    .route("/:id/earlier")
    .get(async (request, response) => {
      send(response, await asked.earlier(request.originalUrl, idOf(request.params.id)));
    })
    .all(only("GET"));
  router
    .route("/:id/figures")
    .put(...jsonBody, async (request, response) => {
      send(response, await asked.figures(request.originalUrl, idOf(request.params.id), bytesOf(request.body)));
    })
    .all(only("PUT"));
  router
    .route("/:id/restore")
    .post(async (request, response) => {
      send(response, await asked.restore(request.originalUrl, idOf(request.params.id)));
    })
    .all(only("POST"));
  return router;
}
