/** `/api/export` and `/api/import`: everything that is kept, as one file, and back. */
import { Router } from "express";
import type { Logger } from "pino";
import type { Asked } from "./asked.ts";
import { EXPORT_FORMAT } from "./exported.ts";
import { bytesOf, jsonBody, only, sendTo } from "./specimens/routes.ts";

/** The file of everything, piece by piece; throws where a part cannot be read. */
export async function* exportedPieces(asked: Pick<Asked, "exportPart">, at: string): AsyncGenerator<Uint8Array | string> {
  yield `{"format":${JSON.stringify(EXPORT_FORMAT.format)},"version":${EXPORT_FORMAT.version},"specimens":[`;
  for (let offset = 0; ; ) {
    const { status, body, count = 0 } = await asked.exportPart(at, offset);
    if (status !== 200) throw new Error("A part of the export could not be read.");
    if (count === 0) break;
    if (offset > 0) yield ",";
    offset += count;
    // Without the brackets of the list.
    yield "\n";
    yield body.subarray(1, -1);
  }
  yield "\n]}\n";
}

export function exchangeRoutes(asked: Asked, log: Logger): Router {
  const router = Router();
  router
    .route("/export")
    .get(async (request, response) => {
      response.type("application/json").attachment("lamprey-specimens.json");
      for await (const piece of exportedPieces(asked, request.originalUrl)) {
        if (!response.write(piece)) await new Promise((done) => response.once("drain", done).once("close", done));
        if (response.destroyed) return;
      }
      response.end();
    })
    .post(...jsonBody, async (request, response) => {
      sendTo(response, log, await asked.exportSome(request.originalUrl, bytesOf(request.body)));
    })
    .all(only("GET", "POST"));
  router
    .route("/import")
    .get(async (request, response) => {
      sendTo(response, log, await asked.importProgress(request.originalUrl));
    })
    .post(...jsonBody, async (request, response) => {
      sendTo(response, log, await asked.importAll(request.originalUrl, bytesOf(request.body)));
    })
    .all(only("GET", "POST"));
  return router;
}
