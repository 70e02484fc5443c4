/** What lies between the page and the server, for tests of a bad day: it can be slow, silent, gone, or answer for the server. */
import { createServer, request, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";

/** How the way to the server is. */
export const WAYS = ["well", "away", "hung", "slow", "full", "failed", "busy"] as const;
export type Way = (typeof WAYS)[number];

/** What is answered in the server's place. */
const ANSWERS: Partial<Record<Way, number>> = { full: 507, failed: 500, busy: 429 };
const SLOW_BY = 700;

export class Passage {
  way: Way = "well";
  private readonly server: Server;
  private readonly silent = new Set<ServerResponse>();

  /** @param target the port of the server, which may change */
  constructor(target: () => number) {
    this.server = createServer((asked, answer) => {
      const { way } = this;
      // The page itself comes through: only what it asks has a bad day.
      const bad = asked.url?.startsWith("/api/") ? way : "well";
      if (bad === "away") {
        asked.socket.destroy();
        return;
      }
      if (bad === "hung") {
        this.silent.add(answer);
        return;
      }
      const status = ANSWERS[bad];
      if (status !== undefined && asked.method !== "GET") {
        asked.resume();
        answer.writeHead(status, { "content-type": "application/problem+json" });
        answer.end(JSON.stringify({ type: "about:blank", title: "A bad day", status, detail: "A bad day." }));
        return;
      }
      const pass = () => {
        const headers = { ...asked.headers, host: `127.0.0.1:${target()}`, ...(asked.headers.origin && { origin: `http://127.0.0.1:${target()}` }) };
        const onward = request({ port: target(), host: "127.0.0.1", method: asked.method, path: asked.url, headers }, (response) => {
          answer.writeHead(response.statusCode ?? 502, response.headers);
          response.pipe(answer);
        });
        onward.on("error", () => answer.destroy());
        asked.pipe(onward);
      };
      if (bad === "slow") setTimeout(pass, SLOW_BY);
      else pass();
    });
  }

  async listen(): Promise<string> {
    await new Promise<void>((done) => this.server.listen(0, "127.0.0.1", done));
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`;
  }

  /** What was kept waiting is cut off; the way is well again. */
  mend(): void {
    this.way = "well";
    for (const answer of this.silent) answer.destroy();
    this.silent.clear();
  }

  async close(): Promise<void> {
    this.mend();
    this.server.closeAllConnections();
    await new Promise((done) => this.server.close(done));
  }
}
