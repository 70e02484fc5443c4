/**
 * How the page asks the server: one `fetch` of a string. The usual base query makes a Request and a clone of it, and
 * each copies the body once more, which takes a tenth of a second for a sample of five megabytes.
 */
import type { BaseQueryFn } from "@reduxjs/toolkit/query";

export interface Sending {
  readonly url: string;
  readonly method?: "GET" | "POST" | "PUT" | "PATCH" | "DELETE";
  readonly body?: unknown;
  readonly params?: Readonly<Record<string, string | number | boolean>>;
}

export interface Asking {
  readonly method?: Sending["method"];
  /** JSON. */
  readonly body?: string;
  readonly signal?: AbortSignal;
  /** A request that takes longer is given up (milliseconds). */
  readonly patience?: number;
  /** Whether the browser sends it on for a window that is closed. */
  readonly keepalive?: boolean;
}

/** What the server answered, or why there is no answer. */
export type Answered = { readonly status: number; readonly data: unknown } | { readonly unreachable: "away" | "slow"; readonly error: string };

export async function ask(path: string, { method = "GET", body, signal, patience, keepalive = false }: Asking = {}): Promise<Answered> {
  const late = patience === undefined ? undefined : AbortSignal.timeout(Math.ceil(patience));
  const signals = [signal, late].filter((each) => each !== undefined);
  try {
    const response = await fetch(`/api${path}`, {
      method,
      keepalive,
      ...(signals.length > 0 && { signal: AbortSignal.any(signals) }),
      ...(body === undefined ? {} : { body, headers: { "content-type": "application/json" } }),
    });
    return { status: response.status, data: await response.json() };
  } catch (error) {
    return { unreachable: late?.aborted ? "slow" : "away", error: String(error) };
  }
}

/** The server's answer that it will not, with its problem details; or no answer at all. */
export type SendError = { readonly status: number; readonly data: unknown } | { readonly status: "unreachable"; readonly error: string };

export const baseQuery: BaseQueryFn<Sending | string, unknown, SendError> = async (asked, { signal }) => {
  const { url, method = "GET", body, params }: Sending = typeof asked === "string" ? { url: asked } : asked;
  const query = params ? `?${new URLSearchParams(Object.entries(params).map(([k, v]) => [k, String(v)]))}` : "";
  const answer = await ask(url + query, { method, signal, ...(body !== undefined && { body: JSON.stringify(body) }) });
  if ("unreachable" in answer) return { error: { status: "unreachable", error: answer.error } };
  return answer.status < 400 ? { data: answer.data } : { error: answer };
};
