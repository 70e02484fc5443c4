/**
 * `npm run fuzz`: random patterns on random texts, our machines against real engines, until the time is up.
 * What differs is made as small as it goes and printed as a case for the tables in core/test/cases.
 */
import { Command } from "commander";
import { type CarryTally, compareCarriedOnce } from "./carry.ts";
import { chromiumJudge } from "./chromium.ts";
import { compareBatch, randomBatch, shrink, type Tally } from "./compare.ts";
import { huntOnce, newTally, randomPeak } from "./hazard.ts";
import { compareHosts, hostProcess, newHostTally } from "./hosts.ts";
import { type Judge, processJudge } from "./judges.ts";
import { Random } from "./random.ts";
import { record } from "./record.ts";

const HOSTS = ["ecmascript", "python", "java", "dotnet", "perl", "pcre"] as const;
const PATTERNS_A_BATCH = 250;
const TEXTS_EACH = 16;
/** After so many differences the cause is one that the first of them shows. */
const MAX_DIFFERENCES = 5;

interface JudgeRow {
  readonly start: () => Promise<Judge | undefined>;
  /** What to install where it is missing, on Debian. */
  readonly install: string;
}

const JUDGES: Readonly<Record<string, JudgeRow>> = {
  host: { start: () => processJudge("host"), install: "nodejs" },
  python: { start: () => processJudge("python"), install: "python3" },
  java: { start: () => processJudge("java"), install: "default-jdk-headless" },
  dotnet: { start: () => processJudge("dotnet"), install: "mono-mcs mono-runtime" },
  pcre: { start: () => processJudge("pcre"), install: "php-cli" },
  perl: { start: () => processJudge("perl"), install: "perl" },
  ere: { start: () => processJudge("ere"), install: "grep" },
  bre: { start: () => processJudge("bre"), install: "grep" },
  chromium: { start: chromiumJudge, install: "chromium" },
};

async function fuzz(judge: Judge, seed: number, pairs: number, seconds: number): Promise<number> {
  const random = new Random(seed);
  const tally: Tally = { pairs: 0, mistakes: 0, leftOut: 0, excused: 0 };
  const until = Date.now() + seconds * 1000;
  let found = 0;
  while (Date.now() < until && tally.pairs < pairs && found < MAX_DIFFERENCES) {
    const differences = await compareBatch(judge, randomBatch(random, judge, PATTERNS_A_BATCH, TEXTS_EACH), tally);
    const patterns = new Set<string>();
    for (const difference of differences) {
      if (patterns.has(difference.pattern) || found >= MAX_DIFFERENCES) continue;
      patterns.add(difference.pattern);
      const { pattern, flags, text, machine, ours, theirs } = await shrink(judge, difference);
      console.log(`${machine} differs from ${judge.name}: /${pattern}/${flags} on ${JSON.stringify(text)}`);
      console.log(`  ours   ${JSON.stringify(ours)}`);
      console.log(`  theirs ${JSON.stringify(theirs)}`);
      console.log(`  case   ${JSON.stringify([pattern, flags, text, theirs])}`);
      found++;
    }
    if (process.stderr.isTTY)
      process.stderr.write(
        `\r${judge.name}: ${tally.pairs.toLocaleString("en")} pairs, ${tally.mistakes.toLocaleString("en")} of them mistakes in the pattern `,
      );
  }
  if (process.stderr.isTTY) process.stderr.write("\n");
  console.log(
    `${judge.name}: ${tally.pairs} pairs compared from seed ${seed}, ${tally.mistakes} no patterns, ${tally.leftOut} left out, ${tally.excused} excused, ${found} differences`,
  );
  return found;
}

/** Hunts for wrong verdicts until the time is up; prints what was found. */
function hunt(seed: number, verdicts: number, seconds: number): number {
  const random = new Random(seed);
  const tally = newTally();
  const until = Date.now() + seconds * 1000;
  let found = 0;
  while (Date.now() < until && tally.linear < verdicts && found < MAX_DIFFERENCES) {
    const asked = random.chance(0.6) ? "ecmascript" : "python";
    // Every third pattern has large counts and no loop without a bound: what is dear there is a peak.
    const refutation = random.chance(1 / 3) ? huntOnce(random, asked, tally, randomPeak(random)) : huntOnce(random, asked, tally);
    if (!refutation) continue;
    found++;
    const { pattern, flags, dialect, mode, said, shown } = refutation;
    console.log(`refuted: ${dialect} /${pattern}/${flags}, ${mode}: said ${said}; ${shown}`);
  }
  const { patterns, linear, polynomial, exponential, undecided, slowest } = tally;
  console.log(
    `hazard: ${patterns} verdicts from seed ${seed}: ${linear} linear, ${polynomial} polynomial, ${exponential} exponential, ${undecided} undecided; ` +
      `the slowest took ${Math.round(slowest)} ms; ${found} refuted`,
  );
  return found;
}

/** Compares calls, rewriting and hand-off with the real hosts until the time is up; prints what differs. */
async function compareHostSides(seed: number, seconds: number, asked: readonly string[]): Promise<number> {
  let found = 0;
  for (const dialect of HOSTS.filter((name) => asked.length === 0 || asked.includes(name))) {
    const random = new Random(seed);
    const tally = newHostTally();
    const host = hostProcess(dialect);
    const until = Date.now() + seconds * 1000;
    let own = 0;
    while (Date.now() < until && own < MAX_DIFFERENCES) {
      for (const { question, ours, theirs } of (await compareHosts(random, dialect, host, PATTERNS_A_BATCH, tally)).slice(0, MAX_DIFFERENCES)) {
        own++;
        console.log(`${dialect}: ${JSON.stringify(question)}\n  ours   ${JSON.stringify(ours)}\n  theirs ${JSON.stringify(theirs)}`);
      }
    }
    await host.close();
    const { calls, rewrites, refused, sources, excused } = tally;
    console.log(
      `${dialect}: ${calls} texts called, ${rewrites} rewritten, ${refused} templates refused, ${sources} sources evaluated from seed ${seed}; ${excused} excused, ${own} differences`,
    );
    found += own;
  }
  return found;
}

/** Carries patterns between all pairs of dialects whose engines are on this machine; prints what was claimed wrongly. */
async function compareCarried(seed: number, seconds: number): Promise<number> {
  const judges = (await Promise.all(Object.values(JUDGES).map(({ start }) => start()))).filter((judge) => judge !== undefined);
  const byDialect = new Map(judges.map((judge) => [judge.dialect, judge]));
  const random = new Random(seed);
  const tally: CarryTally = { carried: 0, differs: 0, refused: 0, wrong: 0, pairs: 0 };
  const until = Date.now() + seconds * 1000;
  try {
    while (Date.now() < until && tally.wrong < MAX_DIFFERENCES * MAX_DIFFERENCES) {
      for (const { from, to, pattern, flags, carried, text, theirs } of await compareCarriedOnce(random, byDialect, tally)) {
        console.log(
          `${from} ${JSON.stringify([pattern, flags])} → ${to} ${JSON.stringify(carried)}, said ${carried.same}, on ${JSON.stringify(text)}: ${JSON.stringify(theirs)}`,
        );
      }
    }
  } finally {
    await Promise.all(judges.map((judge) => judge.close()));
  }
  console.log(
    `carry: from seed ${seed} ${tally.carried} carried, ${tally.differs} said to differ, ${tally.refused} refused; ${tally.pairs} texts compared, ${tally.wrong} wrong claims`,
  );
  return tally.wrong;
}

const program = new Command("fuzz")
  .description(
    "Compares Lamprey's machines with real engines on random patterns; with “hazard” hunts for wrong verdicts; with “hosts” compares calls, rewriting and hand-off with the hosts.",
  )
  .argument("[what...]", "“machines”, “hazard”, “hosts” (and which), “carry”, or “record”: the hosts’ answers in the tables", ["machines"])
  .option("--verdicts <n>", "hazard: how many linear verdicts at most", "1000000000")
  .option("--judge <names>", "which judges, parted by commas", "host,python,chromium,java,dotnet,pcre,perl,ere,bre")
  .option("--seconds <n>", "how long for each judge", "60")
  .option("--pairs <n>", "how many pairs at most for each judge", "1000000000")
  .option("--seed <n>", "where the random numbers begin", String(Date.now() % 1_000_000));
program.parse();
const options = program.opts<{ judge: string; seconds: string; pairs: string; seed: string; verdicts: string }>();

let total = 0;
if (program.args[0] === "hazard") total = hunt(Number(options.seed), Number(options.verdicts), Number(options.seconds));
else if (program.args[0] === "record") await record();
else if (program.args[0] === "carry") total = await compareCarried(Number(options.seed), Number(options.seconds));
else if (program.args[0] === "hosts") total = await compareHostSides(Number(options.seed), Number(options.seconds), program.args.slice(1));
else
  for (const name of options.judge.split(",")) {
    const row = Object.hasOwn(JUDGES, name) ? JUDGES[name] : undefined;
    const judge = await row?.start();
    if (!judge) {
      console.log(row ? `${name}: not on this machine; install it (Debian: apt-get install ${row.install})` : `${name}: there is no such judge`);
      continue;
    }
    try {
      total += await fuzz(judge, Number(options.seed), Number(options.pairs), Number(options.seconds));
    } finally {
      await judge.close();
    }
  }
process.exitCode = total > 0 ? 1 : 0;
