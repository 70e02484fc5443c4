/** What was acknowledged is there after the server was killed in the middle of saving. */
import { afterAll, expect, test } from "@jest/globals";
import { type RunningServer, startServer } from "../../scripts/browser.mjs";

let server: RunningServer | undefined;

afterAll(async () => {
  await server?.stop();
});

test("a killed server has kept every change that it acknowledged", async () => {
  server = await startServer();
  const headers = { "content-type": "application/json" };
  const text = "the gate is held\n".repeat(20_000);
  const made = await fetch(`${server.address}/api/specimens`, {
    method: "POST",
    headers,
    body: JSON.stringify({ title: "Killed", samples: [{ name: "s", text }] }),
  });
  const { id, samples } = (await made.json()) as { id: string; samples: { id: string }[] };
  for (let round = 0; round < 3; round++) {
    const { address, port, data }: RunningServer = server;
    let { revision } = (await (await fetch(`${address}/api/specimens/${id}`)).json()) as { revision: number };
    let acknowledged = "";
    const killing = new Promise<void>((done) => setTimeout(() => void server?.kill().then(done), 250 + 120 * round));
    for (let n = 0; ; n++) {
      const notes = `round ${round}, change ${n}`;
      const body = JSON.stringify({ revision, notes, samples: [{ id: samples[0]?.id, name: "s", text: `${text}${notes}` }] });
      const answer = await fetch(`${address}/api/specimens/${id}`, { method: "PATCH", headers, body }).catch(() => null);
      if (!answer?.ok) break;
      acknowledged = notes;
      revision++;
    }
    await killing;
    server = await startServer({ port, data });
    const kept = (await (await fetch(`${server.address}/api/specimens/${id}`)).json()) as { revision: number; notes: string; samples: { text: string }[] };
    expect(acknowledged).not.toBe("");
    // The change under way when the server was killed may be kept too, but then it is kept whole.
    expect(kept.revision === revision || kept.revision === revision + 1).toBe(true);
    if (kept.revision === revision) expect(kept.notes).toBe(acknowledged);
    expect(kept.samples[0]?.text).toBe(`${text}${kept.notes}`);
  }
});
