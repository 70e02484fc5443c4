/** Errors as problem details (RFC 9457): one class to throw, one handler that answers. */
import type { ErrorRequestHandler, RequestHandler } from "express";
import type { Logger } from "pino";

interface ProblemKind {
  readonly status: number;
  readonly title: string;
}

const KINDS = {
  "bad-json": { status: 400, title: "The request is not valid JSON" },
  "invalid-request": { status: 400, title: "The request does not fit" },
  "not-found": { status: 404, title: "There is no such thing" },
  "method-not-allowed": { status: 405, title: "This cannot be done here" },
  "stale-revision": { status: 409, title: "It was changed in the meantime" },
  "too-large": { status: 413, title: "The request is too large" },
  "not-json": { status: 415, title: "The request must be JSON" },
  "too-many-requests": { status: 429, title: "Too many requests" },
  internal: { status: 500, title: "The server failed" },
} as const satisfies Record<string, ProblemKind>;

export type ProblemCode = keyof typeof KINDS;

export interface ProblemDetails extends ProblemKind {
  readonly type: string;
  readonly detail: string;
  readonly instance?: string;
  readonly [extension: string]: unknown;
}

/** What a route throws; `extensions` become members of the answer. */
export class Problem extends Error {
  readonly code: ProblemCode;
  readonly extensions: Readonly<Record<string, unknown>>;

  constructor(code: ProblemCode, detail: string, extensions: Readonly<Record<string, unknown>> = {}) {
    super(detail);
    this.code = code;
    this.extensions = extensions;
  }

  details(instance: string): ProblemDetails {
    return { ...this.extensions, type: `urn:lamprey:problem:${this.code}`, ...KINDS[this.code], detail: this.message, instance };
  }
}

/** Errors of the body parser carry a `type`; the others are ours, or defects. */
function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const type = typeof error === "object" && error !== null && "type" in error ? error.type : undefined;
  if (type === "entity.parse.failed") return new Problem("bad-json", error instanceof Error ? error.message : "It cannot be parsed.");
  if (type === "entity.too.large") return new Problem("too-large", "Samples of one specimen may hold about 8 million characters together.");
  if (error instanceof URIError) return new Problem("not-found", "The address cannot be read.");
  const status = typeof error === "object" && error !== null && "status" in error ? error.status : undefined;
  if (typeof status === "number" && status >= 400 && status < 500) {
    return new Problem("invalid-request", error instanceof Error ? error.message : "The request cannot be read.");
  }
  return new Problem("internal", "Nothing was changed by this request. The server's log says more.");
}

/** The last handler of the application. */
export function answerProblems(log: Logger): ErrorRequestHandler {
  return (error, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const problem = asProblem(error);
    if (problem.code === "internal") log.error({ err: error, path: request.path }, "request failed");
    const details = problem.details(request.originalUrl);
    response.status(details.status).type("application/problem+json").send(JSON.stringify(details));
  };
}

export const nothingHere: RequestHandler = (request) => {
  throw new Problem("not-found", `Nothing answers ${request.method} ${request.path}.`);
};
