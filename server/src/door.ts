/**
 * Who may ask: pages of this server's own, under its own names. A page of another site that a browser also has open can send
 * requests here, and one under a name that resolves to this machine could read the answers; neither comes in.
 */
import { randomBytes, timingSafeEqual } from "node:crypto";
import { existsSync, readFileSync } from "node:fs";
import { isIP } from "node:net";
import { join } from "node:path";
import type { Request, RequestHandler } from "express";
import { Problem } from "./problem.ts";
import { writeWhole } from "./written.ts";

/** The names of the machine itself. */
const LOOPBACK = ["localhost", "127.0.0.1", "[::1]"];

export interface Door {
  /** The host that the server listens on, as it was set. */
  readonly host: string;
  /** More names that it is known by, each with its port where that is not the server's own: `name` or `name:port`. */
  readonly names: readonly string[];
  /** What an address must have where the server listens to other machines; null where it does not. */
  readonly token: string | null;
}

export const isLoopback = (host: string): boolean => host === "localhost" || host === "::1" || /^127(\.\d{1,3}){3}$/.test(host);

/** Methods that change nothing. */
const SAFE = new Set(["GET", "HEAD", "OPTIONS"]);
const COOKIE = "lamprey-token";

/** Refuses what is not asked under one of the server's names, and every change that another site asks for. */
export function door({ host, names, token }: Door): RequestHandler[] {
  const own = new Set([...LOOPBACK, isIP(host) === 6 ? `[${host}]` : host.toLowerCase()]);
  const more = names.map((name) => name.toLowerCase());
  /** Whether an authority, such as `localhost:4317`, is the server's. */
  const isOwn = (authority: string | undefined, request: Request): boolean => {
    const [, name = "", port] = /^(\[[^\]]*\]|[^:]*)(?::(\d+))?$/.exec((authority ?? "").toLowerCase()) ?? [];
    if (more.includes((authority ?? "").toLowerCase())) return true;
    return Number(port ?? 80) === request.socket.localPort && (own.has(name) || more.includes(name));
  };
  const checkHost: RequestHandler = (request, _response, next) => {
    if (!isOwn(request.headers.host, request))
      throw new Problem("not-from-here", "This server is not known by that name. Names that it is to have are set with LAMPREY_HOSTS.");
    next();
  };
  const checkOrigin: RequestHandler = (request, _response, next) => {
    if (SAFE.has(request.method)) return next();
    const { origin } = request.headers;
    const site = request.headers["sec-fetch-site"];
    const fromOwn = origin === undefined || (/^https?:\/\//.test(origin) && isOwn(origin.replace(/^https?:\/\//, ""), request));
    if (!fromOwn || (site !== undefined && site !== "same-origin" && site !== "none"))
      throw new Problem("not-from-here", "Another site may not change anything here.");
    next();
  };
  /** What other sites' pages ask of the API is refused before it is counted: it would use up what this server's own may ask. */
  const checkSite: RequestHandler = (request, _response, next) => {
    const site = request.headers["sec-fetch-site"];
    if (request.path.startsWith("/api/") && (site === "cross-site" || site === "same-site"))
      throw new Problem("not-from-here", "Another site may not ask anything here.");
    next();
  };
  return [checkHost, checkOrigin, checkSite, ...(token === null ? [] : [checkToken(token)])];
}

/** An address that has the token leaves it with the browser, as a cookie that no other site's requests carry. */
function checkToken(token: string): RequestHandler {
  const same = (given: string | undefined): boolean => {
    const [a, b] = [Buffer.from(given ?? ""), Buffer.from(token)];
    return b.length > 0 && a.length === b.length && timingSafeEqual(a, b);
  };
  return (request, response, next) => {
    const cookies = (request.headers.cookie ?? "").split(/;\s*/);
    if (cookies.some((cookie) => cookie.startsWith(`${COOKIE}=`) && same(cookie.slice(COOKIE.length + 1)))) return next();
    const { token: given, ...others } = request.query;
    if (typeof given !== "string" || !same(given))
      throw new Problem("no-token", "Open the address that was printed when Lamprey was started: it has the token in it.");
    response.cookie(COOKIE, token, { httpOnly: true, sameSite: "strict", path: "/", maxAge: 365 * 86_400_000 });
    const query = new URLSearchParams(Object.entries(others).flatMap(([key, value]): [string, string][] => (typeof value === "string" ? [[key, value]] : [])));
    // Two slashes at the start of an address name another host.
    const path = request.path.replace(/^[/\\]+/, "/");
    response.redirect(302, `${path}${query.size > 0 ? `?${query}` : ""}`);
  };
}

/** Random bytes of a token. */
const TOKEN_BYTES = 24;
/** A token that is shorter was not written whole, or is one that could be guessed. */
const SHORTEST_TOKEN = 32;

/** The token of a data folder, made where it has none that is long enough: a page that was opened once stays open to its browser. */
export function tokenIn(folder: string): string {
  const file = join(folder, "token");
  const known = existsSync(file) ? readFileSync(file, "utf8").trim() : "";
  if (known.length >= SHORTEST_TOKEN) return known;
  const token = randomBytes(TOKEN_BYTES).toString("base64url");
  writeWhole(file, token);
  return token;
}
