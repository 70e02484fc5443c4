/** The server with 10,000 specimens: listed, searched, read and changed, while something else asks; and how soon it is up. */

import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startServer } from "./browser.mjs";
import { line, sorted } from "./figures.mjs";
import { ROOT } from "./workspace.mjs";

const SPECIMENS = 10_000;
const at = (values, share) => sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];
const spread = (values) => `median ${at(values, 0.5).toFixed(1)}, p95 ${at(values, 0.95).toFixed(1)}, n ${values.length}`;

const PLACES = ["Hollin Weir", "Otterside Pool", "Stanner Weir", "Fellgate Lock", "Bracken Weir", "Tarrow Sluice", "Mara Gate", "Ulm Reach"];
const THINGS = ["gauge", "tag", "level", "pump", "alarm", "battery", "station", "reading", "Straße", "ΠΥΛΗ"];

/** A file of specimens, each with words of its own. */
function made() {
  const specimens = Array.from({ length: SPECIMENS }, (_, i) => {
    const [place, thing] = [PLACES[i % PLACES.length], THINGS[(i * 7) % THINGS.length]];
    const text = `${place} ${thing} ${i}: 1.${i % 100} m\n`.repeat(1 + (i % 30));
    return {
      title: `${thing} ${i} at ${place}`,
      pattern: `(\\w+) ${thing}-(\\d{${1 + (i % 9)}})(?: at ${place.slice(0, 4)})?`,
      flags: "g",
      notes: `Look at what stands before ${thing}, and at the ${i % 2 ? "north" : "south"} side of ${place}. `.repeat(1 + (i % 4)),
      samples: [{ name: `log of ${place}`, text }],
    };
  });
  return JSON.stringify({ format: "lamprey-specimens", version: 1, specimens });
}

export async function benchStore() {
  const data = mkdtempSync(join(tmpdir(), "lamprey-bench-"));
  const file = join(data, "specimens.json");
  writeFileSync(file, made());
  const imported = performance.now();
  spawnSync(process.execPath, ["server/dist/tools.js", "import", file], { cwd: ROOT, env: { ...process.env, LAMPREY_DATA: data } });
  line(`${SPECIMENS.toLocaleString("en-US")} specimens read from a file (s)`, ((performance.now() - imported) / 1000).toFixed(1));

  const started = performance.now();
  let server = await startServer({ data });
  line("start-up with them (ms)", (performance.now() - started).toFixed(0));
  try {
    const ask = async (path, init) => {
      const begun = performance.now();
      const answer = await fetch(`${server.address}/api${path}`, init);
      const body = await answer.json();
      if (!answer.ok) throw new Error(`${path}: ${JSON.stringify(body).slice(0, 200)}`);
      return { ms: performance.now() - begun, body };
    };
    const times = async (count, work) => {
      const all = [];
      for (let i = 0; i < count; i++) all.push((await work(i)).ms);
      return all;
    };
    await ask("/specimens?limit=100");
    line("the list, a page of 100 (ms)", spread(await times(60, (i) => ask(`/specimens?limit=100&offset=${i * 100}`))));
    for (const [what, words] of [
      ["a word that many have", ["gauge", "WEIR", "north"]],
      ["part of a word", ["auge", "tters", "ocks"]],
      ["two words, few have both", ["gauge 4711", "mara 31"]],
      ["two letters", ["ot", "Ul"]],
      ["folded as Unicode does", ["STRASSE", "πυλη"]],
      ["what nobody has", ["zzqq", "xyzzy weir"]],
    ]) {
      line(`searched: ${what} (ms)`, spread(await times(40, (i) => ask(`/specimens?limit=100&search=${encodeURIComponent(words[i % words.length])}`))));
    }
    for (const [what, query] of [
      ["by title", "sort=title"],
      ["worst growth first", "sort=growth"],
      ["with a tag, which none has", "tag=low%20water"],
    ]) {
      line(`the list, ${what} (ms)`, spread(await times(40, (i) => ask(`/specimens?limit=100&offset=${i * 100}&${query}`))));
    }
    const { body: first } = await ask("/specimens?limit=200");
    const many = (act, tag) =>
      ask("/specimens/many", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ ids: first.items.map(({ id }) => id), act, ...(tag && { tag }) }),
      });
    line("200 tagged at once (ms)", spread(await times(10, (i) => many("tag", `tag ${i}`))));
    line("the list, with a tag (ms)", spread(await times(40, (i) => ask(`/specimens?limit=100&tag=tag%20${i % 10}`))));
    line("all tags (ms)", spread(await times(40, () => ask("/specimens/tags"))));
    const { body } = await ask("/specimens?limit=200&offset=3000");
    line("one read (ms)", spread(await times(200, (i) => ask(`/specimens/${body.items[i % 200].id}`))));
    const change = (id, revision, own) =>
      ask(`/specimens/${id}`, { method: "PATCH", headers: { "content-type": "application/json" }, body: JSON.stringify({ revision, ...own }) });
    line("changed: notes of 1 KB (ms)", spread(await times(100, (i) => change(body.items[i].id, 1, { notes: `${i} `.padEnd(1000, "n") }))));
    const big = body.items[150];
    const text = "the gate at the weir is held\n".repeat(275_000);
    const waits = [];
    let over = false;
    const other = (async () => {
      while (!over) {
        const begun = performance.now();
        await (await fetch(`${server.address}/api/openapi.json`)).arrayBuffer();
        waits.push(performance.now() - begun);
        await new Promise((done) => setTimeout(done, 2));
      }
    })();
    line("changed: a sample of 8 MB (ms)", spread(await times(8, (i) => change(big.id, i + 1, { samples: [{ name: "s", text: text + i }] }))));
    over = true;
    await other;
    line("asked for something else meanwhile (ms)", spread(waits));
    await server.end();
    const again = performance.now();
    server = await startServer({ data });
    line("start-up once more (ms)", (performance.now() - again).toFixed(0));
  } finally {
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
  const fresh = performance.now();
  const first = await startServer();
  line("start-up for the first time, with the demo put in (ms)", (performance.now() - fresh).toFixed(0));
  await first.stop();
}
