/** The Express application: safe headers, the interface's files, the API, and problems for everything else. */
import { existsSync } from "node:fs";
import type { ServerResponse } from "node:http";
import { join } from "node:path";
import compression from "compression";
import express, { type Express } from "express";
import { rateLimit } from "express-rate-limit";
import helmet from "helmet";
import type { Logger } from "pino";
import type { Asked } from "./asked.ts";
import { type Door, door } from "./door.ts";
import type { Engines } from "./engines/engines.ts";
import { engineRoutes } from "./engines/routes.ts";
import { exchangeRoutes } from "./exchange.ts";
import type { OfferedFolder } from "./files/folder.ts";
import { fileRoutes } from "./files/routes.ts";
import { openapi } from "./openapi.ts";
import { answerProblems, nothingHere, Problem } from "./problem.ts";
import { sendTo, specimenRoutes } from "./specimens/routes.ts";

/** Far above what one person's editing makes, and low enough that a runaway page is noticed. */
const REQUESTS_A_MINUTE = 3000;

/** Workers go by a policy of their own: they may compile WebAssembly, which the page may not, and fetch files that the server offers. */
const ENGINE_WORKER = /[\\/]worker-[^\\/]+\.js$/;
const ENGINE_POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'";

export interface AppParts {
  readonly asked: Asked;
  readonly door: Door;
  readonly engines: Engines;
  /** The folder that is offered to be searched; none where it is left out. */
  readonly folder?: OfferedFolder | null;
  readonly log: Logger;
  /** Folder of the built interface. */
  readonly web: string;
}

/** What the page does not need of a browser. */
const NO_PERMISSIONS = ["camera", "display-capture", "geolocation", "microphone", "payment", "usb"].map((name) => `${name}=()`).join(", ");

export function createApp({ asked, door: own, engines, folder = null, log, web }: AppParts): Express {
  const app = express();
  app.disable("x-powered-by");
  app.set("etag", false);
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          // The text editor and the drawing of lanes set styles from code; scripts get no such leave.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", "data:"],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Lamprey is served over plain HTTP on the person's own machine.
      strictTransportSecurity: false,
      xFrameOptions: { action: "deny" },
    }),
  );
  app.use((_request, response, next) => {
    response.set("Permissions-Policy", NO_PERMISSIONS);
    next();
  });
  app.use((request, response, next) => {
    const started = performance.now();
    response.on("finish", () => {
      log.debug(
        { method: request.method, route: request.route?.path ?? "", status: response.statusCode, ms: Math.round(performance.now() - started) },
        "request",
      );
    });
    next();
  });
  app.use(...door(own));
  app.use((request, _response, next) => {
    if (/%00|\0/.test(request.url)) throw new Problem("invalid-request", "An address may not have NUL in it.");
    next();
  });
  app.use(compression());

  const api = express.Router();
  api.use(
    rateLimit({
      windowMs: 60_000,
      limit: REQUESTS_A_MINUTE,
      standardHeaders: "draft-8",
      legacyHeaders: false,
      handler: (_request, _response, next) => next(new Problem("too-many-requests", "Wait a minute, then go on.")),
    }),
  );
  api.use((_request, response, next) => {
    response.set("Cache-Control", "no-store");
    next();
  });
  api.get("/health", async (request, response) => {
    sendTo(response, log, await asked.health(request.originalUrl));
  });
  api.get("/openapi.json", (_request, response) => {
    response.json(openapi);
  });
  api.use("/specimens", specimenRoutes(asked, log));
  api.use("/engines", engineRoutes(engines));
  api.use(exchangeRoutes(asked, log));
  api.use(nothingHere);
  // A search asks for thousands of files, one after the other: they are not counted among a page's requests.
  app.use("/api/files", fileRoutes(folder, log));
  app.use("/api", api);

  const setHeaders = (response: ServerResponse, path: string): void => {
    if (ENGINE_WORKER.test(path)) response.setHeader("Content-Security-Policy", ENGINE_POLICY);
  };
  app.use("/assets", express.static(join(web, "assets"), { immutable: true, maxAge: "1y", index: false, setHeaders }), nothingHere);
  app.use(express.static(web, { index: false, maxAge: 0 }));
  // Every other address is one of the interface's own routes.
  app.get("/{*route}", (_request, response) => {
    const page = join(web, "index.html");
    if (!existsSync(page)) throw new Problem("not-found", "The interface is not built. Run `npm run build`.");
    response.set("Cache-Control", "no-cache").sendFile(page);
  });
  app.use(nothingHere);
  app.use(answerProblems(log));
  return app;
}
