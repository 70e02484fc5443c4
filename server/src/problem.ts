/** Errors as problem details (RFC 9457): one class to throw, one handler that answers. */
import type { ErrorRequestHandler, RequestHandler } from "express";
import type { Logger } from "pino";
import { isDiskFull } from "./store/trouble.ts";

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
  "not-from-here": { status: 403, title: "The request comes from elsewhere" },
  "no-token": { status: 401, title: "The address lacks its token" },
  "too-slow": { status: 408, title: "The request came too slowly" },
  "store-restarted": { status: 503, title: "The store had to be started again" },
  internal: { status: 500, title: "The server failed" },
  "disk-full": { status: 507, title: "The disk is full" },
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

export const TOO_LARGE = "Samples of one specimen may hold about 8 million characters together.";

/** Errors of the body parser carry a `type`; the others are ours, or defects. */
export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (isDiskFull(error))
    return new Problem("disk-full", "There is no room left where the specimens are kept. Nothing was changed; make some room, then it is kept.");
  const type = typeof error === "object" && error !== null && "type" in error ? error.type : undefined;
  if (type === "entity.parse.failed") return new Problem("bad-json", "It cannot be parsed.");
  if (type === "entity.too.large") return new Problem("too-large", TOO_LARGE);
  if (error instanceof URIError) return new Problem("not-found", "The address cannot be read.");
  const status = typeof error === "object" && error !== null && "status" in error ? error.status : undefined;
  if (typeof status === "number" && status >= 400 && status < 500) {
    return new Problem("invalid-request", "The request cannot be read.");
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
    if (problem.code === "internal") log.error({ err: withoutValues(error), route: request.route?.path ?? "" }, "request failed");
    const details = problem.details(shortened(request.originalUrl));
    response.status(details.status).type("application/problem+json").send(JSON.stringify(details));
  };
}

/** An address is said again, but not at any length. */
const MOST_OF_ADDRESS = 200;
export const shortened = (address: string): string => (address.length > MOST_OF_ADDRESS ? `${address.slice(0, MOST_OF_ADDRESS)}…` : address);

/** What is logged of a defect: where it is, and nothing of what a person wrote, which may be in its message. */
export function withoutValues(error: unknown): { readonly type: string; readonly code: unknown; readonly stack: string } {
  const { name = "unknown", stack = "" } = error instanceof Error ? error : {};
  const code = typeof error === "object" && error !== null && "code" in error ? error.code : undefined;
  const frames = stack.split("\n").filter((line) => /^\s+at /.test(line));
  return { type: name, code, stack: frames.join("\n") };
}

export const nothingHere: RequestHandler = (request) => {
  throw new Problem("not-found", `Nothing answers ${request.method} ${shortened(request.path)}.`);
};
