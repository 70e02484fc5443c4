// The engine beside the host's own, in one run: ratios with their median and spread. Part of npm run bench.
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { gzipSync } from "node:zlib";
import { BacktrackingMachine, forecast, LinearMachine, record } from "../core/dist/index.js";
import { countByUs, EVERYDAY, LOG_BYTES, logText } from "./everyday.mjs";
import { clocked, line, median, programOf, ROUNDS, spread } from "./figures.mjs";
import { ROOT } from "./workspace.mjs";

/** Runs after which the host has compiled what it runs often. */
const WARM_AFTER = 100;

function countByHost(pattern, flags, text) {
  const expression = new RegExp(pattern, `${flags}g`);
  let count = 0;
  while (expression.test(text)) count++;
  return count;
}

function everyday(text, what) {
  console.log(`\nCounting all matches in 16 MB of log, ${what}: our time over the host's, median of ${ROUNDS} (least–most)`);
  const logs = [];
  for (const [name, pattern, flags] of EVERYDAY) {
    const ratios = [];
    const times = [];
    for (let round = 0; round <= ROUNDS; round++) {
      const host = clocked(() => countByHost(pattern, flags, text));
      const ours = clocked(() => countByUs(pattern, flags, text));
      if (host.result !== ours.result) throw new Error(`/${pattern}/${flags}: the host counts ${host.result}, we count ${ours.result}`);
      // The first round warms both up.
      if (round === 0) continue;
      ratios.push(ours.ms / host.ms);
      times.push(host.ms);
    }
    logs.push(Math.log(median(ratios)));
    line(`  ${name}  /${pattern}/${flags}`, `${spread(ratios)}   host ${median(times).toFixed(0)} ms`);
  }
  line("  geometric mean", Math.exp(logs.reduce((a, b) => a + b, 0) / logs.length).toFixed(2));
}

/** What a program asks through the command: patterns that find little, much and nothing, each on a text that is new. */
const THROUGH_THE_COMMAND = [
  ["a literal that is not there", "zzqq", ""],
  ["a literal", "Alarm", ""],
  ["a literal, any case", "alarm", "i"],
  ["two words", "eel passed", ""],
  ["a word and its number", "\\bpump#\\d+", ""],
  ["figures with a unit", "\\d+\\.\\d{3}m", ""],
  ["every line", ".*", ""],
  ["every word", "\\w+", ""],
  ["between blanks", "[^ ]+", ""],
  ["blanks", "\\s+", ""],
  ["a property that matches nothing", "\\p{Script=Greek}+", "u"],
  ["capitals", "\\p{Lu}\\w*", "u"],
  ["a back-reference", "(\\w)\\1", ""],
  ["starts of lines", "^<\\d+>", "m"],
  ["ends of lines", 'passed"?;?$', "m"],
  ["alternatives and a number", "(?:gate|weir|pump)#\\d+ lost", ""],
  ["names", "mara|olen|tibb", ""],
  ["names, any case", "MARA|OLEN", "i"],
  ["addresses", "[a-z]+\\.[a-z]+@[a-z.]+", ""],
  ["keys and values", "(\\w+)=([0-9a-f]+)", ""],
  ["in quotes", '"[^"]*"', ""],
  ["a lookbehind", "(?<=ref=)[0-9a-f]+", ""],
  ["four numbers", "\\d{1,3}(?:\\.\\d{1,3}){3}", ""],
  ["two words in a line", "lost.*bell", ""],
  ["a word that is not there, and more", "nowhere.*\\d+", ""],
  ["empty matches", "x*", ""],
];

/** Another made-up log, of another shape than the one above. */
function stationText(beyond) {
  let seed = 77;
  const random = () => {
    seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
    return seed / 2 ** 32;
  };
  const pick = (words) => words[Math.floor(random() * words.length)];
  const octet = () => Math.floor(random() * 255);
  const lines = [];
  for (let length = 0; length < LOG_BYTES; ) {
    const thing = `${pick(["gate", "weir", "tag", "pump", "Ladder"])}#${Math.floor(random() * 500)} ${pick(["opened", "closed", "lost", "found", "Alarm"])}`;
    const who = `${pick(["mara", "olen", "tibb"])}.${pick(["vey", "rook"])}@tarrow.example ref=${Math.floor(random() * 2 ** 32).toString(16)}`;
    const note = `"${pick(["all well", "bell rang", "nothing seen", "eel passed"])}" ${beyond && random() < 0.1 ? "21° " : ""}ip 10.${octet()}.${octet()}.7;`;
    const line = `<${Math.floor(random() * 1e6)}> ${thing} at ${(random() * 100).toFixed(3)}m by ${who} ${note}`;
    lines.push(line);
    length += line.length + 1;
  }
  return lines.join("\n");
}

/** Counting through \`lamprey match --jsonl\`: \`elapsedMs\` over the host's time, a text read anew with each call. */
async function throughTheCommand(what, text) {
  console.log(`\nCounting through match --jsonl, a new text with each line, ${what}: our elapsedMs over the host's time, median of ${ROUNDS} (least–most)`);
  const child = spawn(process.execPath, [join(ROOT, "cli/dist/main.js"), "match", "--jsonl"], { stdio: ["pipe", "pipe", "inherit"] });
  const answers = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
  const written = JSON.stringify(text);
  const logs = [];
  for (const [name, pattern, flags] of THROUGH_THE_COMMAND) {
    const ratios = [];
    const times = [];
    for (let round = 0; round <= ROUNDS; round++) {
      child.stdin.write(`{"pattern":${JSON.stringify(pattern)},"flags":"${flags}","output":"count","text":${written}}\n`);
      const ours = JSON.parse((await answers.next()).value);
      const fresh = JSON.parse(written);
      const host = clocked(() =>
        pattern === "x*" || pattern === ".*" ? fresh.match(new RegExp(pattern, `${flags}g`)).length : countByHost(pattern, flags, fresh),
      );
      if (ours.count !== host.result) throw new Error(`/${pattern}/${flags}: the host counts ${host.result}, we count ${ours.count}`);
      if (round === 0) continue;
      ratios.push(ours.elapsedMs / host.ms);
      times.push(host.ms);
    }
    logs.push(Math.log(median(ratios)));
    line(`  ${name}  /${pattern}/${flags}`, `${spread(ratios)}   host ${median(times).toFixed(1)} ms`);
  }
  child.stdin.end();
  line("  geometric mean", Math.exp(logs.reduce((a, b) => a + b, 0) / logs.length).toFixed(2));
}

/** A list of words as alternatives: where an automaton follows letters, and not every word. */
function lists() {
  let seed = 12345;
  const random = () => {
    seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
    return seed / 2 ** 32;
  };
  const parts = ["ta", "rro", "we", "ir", "ga", "te", "fi", "sh", "pa", "ss", "co", "un", "ter", "ri", "ver", "sa", "llow", "me", "rle", "a", "o"];
  const word = () =>
    Array.from({ length: 2 + Math.floor(random() * 3) }, () => parts[Math.floor(random() * parts.length)]).join("") + Math.floor(random() * 40);
  for (const count of [100, 1000, 20_000]) {
    const list = new Set();
    while (list.size < count) list.add(word());
    const all = [...list];
    let text = "";
    while (text.length < 200_000) text += `${random() < 0.4 ? all[Math.floor(random() * count)] : word()} `;
    for (const pattern of [all.join("|"), `\\b(?:${all.join("|")})\\b`]) {
      const runs = Array.from({ length: ROUNDS }, () => clocked(() => countByUs(pattern, "", text)).ms);
      line(
        `${count} words as alternatives${pattern.startsWith("\\b") ? ", with word edges," : ""} on 200,000 characters, reading included (ms)`,
        spread(runs, 0),
      );
    }
  }
}

export async function benchEngine() {
  lists();
  await throughTheCommand("ASCII", stationText(false));
  await throughTheCommand("with a character beyond ASCII in every tenth line", stationText(true));
  everyday(logText(false), "ASCII");
  everyday(logText(true), "with a character beyond ASCII in every tenth line");
  console.log("");

  const explosive = programOf("(a+)+$");
  const letters = (n) => `${"a".repeat(n)}b`;
  // The host's first run of an expression is interpreted; the second is compiled, and that is the one that counts.
  const host = /(a+)+$/y;
  host.exec(letters(10));
  const size = 27;
  const ratios = [];
  for (let round = 0; round < 3; round++) {
    host.lastIndex = 0;
    const theirs = clocked(() => host.exec(letters(size)));
    const machine = new BacktrackingMachine(explosive, letters(size), { mode: "start" });
    const ours = clocked(() => machine.advance(Number.POSITIVE_INFINITY));
    ratios.push(ours.ms / theirs.ms);
    if (round === 0) line("explosive run: the host's own time (ms)", theirs.ms.toFixed(0));
  }
  line("explosive run, backtracking machine over the host", spread(ratios));
  const linear = Array.from({ length: WARM_AFTER + 20 }, () =>
    clocked(() => new LinearMachine(programOf("(a+)+$"), letters(size), { mode: "start" }).advance(Number.MAX_SAFE_INTEGER)),
  );
  line("explosive run, linear machine, compiling included: the first in this process (ms)", linear[0].ms.toFixed(2));
  const warm = linear.slice(WARM_AFTER).map((r) => r.ms);
  line(`  and once the host has compiled us, after ${WARM_AFTER} (ms)`, spread(warm, 3));

  const reels = Array.from({ length: 3 }, () => {
    const { ms, result } = clocked(() => record(explosive, letters(40), { mode: "start", eventLimit: 10_000_000 }));
    return { ms, bytes: result.end.bytes / result.length };
  });
  line(
    "10 million events recorded (ms)",
    spread(
      reels.map((r) => r.ms),
      0,
    ),
  );
  line("bytes an event", reels[0].bytes.toFixed(2));

  for (const [what, pattern, text] of [
    ["forecast of (a+)+$ on 2,000 letters (ms)", "(a+)+$", letters(2000)],
    ["forecast of four stars on 300 letters (ms)", "(.*)(.*)(.*)(.*)x", "a".repeat(300)],
  ]) {
    line(
      what,
      spread(
        Array.from({ length: 5 }, () => clocked(() => forecast(programOf(pattern), text, { mode: "first" })).ms),
        1,
      ),
    );
  }

  const words = Array.from({ length: 125 }, (_, i) => `(w${i}\\d+)|`)
    .join("")
    .slice(0, 999);
  line(
    "a pattern of 1,000 characters read and compiled (ms)",
    spread(Array.from({ length: 20 }, () => clocked(() => programOf(`${words}x`.replace(/\|?\([^)]*x$/, ""))).ms)),
  );
  for (const pattern of ["\\p{L}{1000}", "(?:a{100}){100}"]) {
    line(
      `/${pattern}/u on 2,000 letters, from source to answer (ms)`,
      spread(
        Array.from({ length: 5 }, () => clocked(() => countByUs(pattern, "u", "a".repeat(2000))).ms),
        1,
      ),
    );
  }
  line("core's own bundle for the browser (KB, gzip)", (coreBundle() / 1024).toFixed(1));
}

/** Bytes, gzip, of everything that core exports, bundled and made small. */
function coreBundle() {
  const folder = mkdtempSync(join(tmpdir(), "lamprey-bundle-"));
  try {
    const config = join(folder, "vite.config.mjs");
    const build = {
      lib: { entry: join(ROOT, "core/dist/index.js"), formats: ["es"], fileName: "core" },
      minify: true,
      outDir: join(folder, "out"),
      emptyOutDir: true,
    };
    writeFileSync(config, `export default ${JSON.stringify({ logLevel: "silent", build })};`);
    const run = spawnSync(process.execPath, [join(ROOT, "node_modules/vite/bin/vite.js"), "build", "--config", config], { cwd: ROOT, encoding: "utf8" });
    const file = readdirSync(join(folder, "out")).find((name) => name.startsWith("core"));
    if (!file) throw new Error(run.stderr);
    return gzipSync(readFileSync(join(folder, "out", file)), { level: 9 }).length;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
