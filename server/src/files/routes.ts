/** `/api/files`: the files of the folder that the server offers, if it offers one, and their bytes. */
import { createReadStream } from "node:fs";
import { pipeline } from "node:stream/promises";
import type { OfferedFiles } from "@lamprey/api";
import { Router } from "express";
import type { Logger } from "pino";
import { Problem } from "../problem.ts";
import { only } from "../specimens/routes.ts";
import type { OfferedFolder } from "./folder.ts";

const NONE: OfferedFiles = { name: null, files: [], more: false };

export function fileRoutes(folder: OfferedFolder | null, log: Logger): Router {
  const router = Router();
  router
    .route("/")
    .get(async (_request, response) => {
      response.set("Cache-Control", "no-store").json(folder ? await folder.list() : NONE);
    })
    .all(only("GET"));
  router
    .route("/content")
    .get(async (request, response) => {
      const { path } = request.query;
      if (typeof path !== "string" || path === "") throw new Problem("invalid-request", "“path” has to be one of the folder’s files.");
      if (!folder) throw new Problem("not-found", "This server offers no folder. LAMPREY_FILES names one.");
      const own = await folder.pathOf(path);
      // It is data: no browser is to show it as a page.
      response.set({
        "Cache-Control": "no-store",
        "Content-Type": "application/octet-stream",
        "Content-Disposition": "attachment",
        "X-Content-Type-Options": "nosniff",
      });
      try {
        await pipeline(createReadStream(own), response);
      } catch (error) {
        // A page that wants no more of it closes the connection; of what else goes wrong it hears by an answer that is cut off.
        log.debug({ code: (error as { readonly code?: unknown }).code }, "a file was not sent to its end");
        response.destroy();
      }
    })
    .all(only("GET"));
  return router;
}
