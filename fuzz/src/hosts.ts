/**
 * The hosts' side against the hosts: random patterns, texts and templates through calls, rewriting and hand-off. What a
 * call returns, what a replacement makes, what a source text evaluates to must be what the real host says.
 */
import { isDeepStrictEqual } from "node:util";
import { callsSlices, drained, formsOf, handin, hostFor, jsonOf, type Node, type Program, read, rewriteWhole, type Source, walk } from "@lamprey/core";
import { readPattern } from "./engines.ts";
import { DIED, LineProcess } from "./judges.ts";
import { type FuzzedDialect, randomCase } from "./patterns.ts";
import { excused } from "./quirks.ts";
import type { Random } from "./random.ts";

export type HostQuestion = { readonly pattern: string; readonly flags: string; readonly text: string } & (
  | { readonly kind: "calls" }
  | { readonly kind: "rewrite"; readonly template: string; readonly scope: "first" | "all" }
  | { readonly kind: "source"; readonly source: string }
);

export interface HostDifference {
  readonly question: HostQuestion;
  readonly ours: unknown;
  readonly theirs: unknown;
}

export interface HostTally {
  calls: number;
  rewrites: number;
  refused: number;
  sources: number;
  excused: number;
}

export const newHostTally = (): HostTally => ({ calls: 0, rewrites: 0, refused: 0, sources: 0, excused: 0 });

/** Dialects whose hosts are asked; grep and sed are compared in tests. */
export type HostedDialect = Exclude<FuzzedDialect, "ere" | "bre">;

const SCRIPTS: Readonly<Record<HostedDialect, readonly [file: string, script: string]>> = {
  ecmascript: [process.execPath, "hosts.mjs"],
  python: ["python3", "hosts.py"],
  java: ["java", "Judge.java"],
  dotnet: [process.execPath, "dotnet.mjs"],
  pcre: ["php", "judge.php"],
  perl: ["perl", "judge.pl"],
};

export const hostProcess = (dialect: HostedDialect): LineProcess<HostQuestion, unknown> => new LineProcess(...SCRIPTS[dialect]);

/** What templates are put together from. */
const TEMPLATES: Readonly<Record<HostedDialect, readonly string[]>> = {
  ecmascript: ["$1", "$2", "$10", "$01", "$00", "$0", "$&", "$`", "$'", "$$", "$", "$<n>", "$<", "$<zz>", "\\1", "-", "a", "7", "<b>", "🐟", "$99"],
  python: [
    "\\1",
    "\\2",
    "\\10",
    "\\g<1>",
    "\\g<0>",
    "\\g<n>",
    "\\g<zz>",
    "\\0",
    "\\07",
    "\\101",
    "\\400",
    "\\n",
    "\\\\",
    "\\-",
    "\\q",
    "\\g",
    "\\",
    "$1",
    "a",
    "7",
    "🐟",
    "\\g<01>",
    "\\g< 1>",
  ],
  perl: [
    "$1",
    "$2",
    "$10",
    "${1}",
    "${01}",
    "$&",
    "$+{n}",
    "\\1",
    "\\18",
    "\\n",
    "\\$",
    "\\\\",
    "\\x41",
    "\\x{17f}",
    "\\x{}",
    "\\0",
    "\\o{101}",
    "\\o{}",
    "\\N{U+e9}",
    "\\cA",
    "\\U",
    "\\L",
    "\\F",
    "\\Q",
    "\\u",
    "\\l",
    "\\E",
    "\\E",
    "-",
    ".",
    "aB",
    "7",
    "@.",
    "🐟",
    "ß",
    "ǆ",
  ],
  pcre: ["$1", "$2", "$10", "$0", "$01", "\\1", "\\0", "\\11", "${1}", "${11}", "${n}", "$", "\\", "\\\\", "\\$1", "-", "a", "7", "🐟"],
  dotnet: ["$1", "$2", "$10", "$0", "$01", "$", "$$", "${n}", "${zz}", "${1}", "${", "${n", "$&", "$`", "$'", "$+", "$_", "$a", "\\1", "-", "a", "7", "🐟"],
  java: ["$1", "$2", "$10", "$0", "$01", "$", "${n}", "${zz}", "${1}", "${", "${n", "$a", "\\1", "\\$", "\\\\", "\\", "\\q", "\\U", "$&", "-", "a", "7", "🐟"],
};

const STEP_LIMIT = 200_000;

/** What we say to a question; undefined where the run is too long. */
function answer(program: Program, question: HostQuestion): unknown {
  if (question.kind === "calls") {
    const { calls, cut } = drained(callsSlices(hostFor(program).calls, program, question.text, { stepLimit: STEP_LIMIT }));
    if (cut) return undefined;
    return calls.filter(({ fits }) => fits).map((call) => ({ call: call.call, value: "value" in call ? jsonOf(call.value) : null }));
  }
  if (question.kind === "source") return { pattern: question.pattern, flags: question.flags };
  const made = drained(
    rewriteWhole(hostFor(program).template, program, question.text, question.template, { first: question.scope === "first", stepLimit: STEP_LIMIT }),
  );
  if (made.kind === "refused") return { refused: true };
  return made.kind === "made" ? { text: made.text, replacements: made.replacements } : undefined;
}

/** Compares a batch of random questions with the real host. */
export async function compareHosts(
  random: Random,
  dialect: HostedDialect,
  host: LineProcess<HostQuestion, unknown>,
  patterns: number,
  tally: HostTally,
): Promise<HostDifference[]> {
  const questions: HostQuestion[] = [];
  const ours: unknown[] = [];
  const differences: HostDifference[] = [];
  const put = (question: HostQuestion, said: unknown): void => {
    if (said === undefined) return;
    questions.push(question);
    ours.push(said);
  };
  for (let i = 0; i < patterns; i++) {
    const { pattern, flags, texts } = randomCase(random, dialect, 2, false);
    const reading = readPattern(dialect, pattern, flags);
    if (reading === "invalid" || reading === "unsupported") continue;
    const { program } = reading;
    for (const text of texts) {
      const calls = { kind: "calls", pattern, flags, text } as const;
      put(calls, answer(program, calls));
      const template = Array.from({ length: 1 + random.below(4) }, () => random.pick(TEMPLATES[dialect])).join("");
      const rewrite = { kind: "rewrite", pattern, flags, text, template, scope: random.chance(0.5) ? "all" : "first" } as const;
      put(rewrite, answer(program, rewrite));
    }
    const source: Source = { dialect, pattern, flags };
    for (const form of formsOf(dialect)) {
      const written = form.write(source);
      if (typeof written !== "string") continue;
      const back = handin(written, dialect);
      const wanted = form.name === "json" ? { pattern, flags: "" } : { pattern, flags };
      if (!back.ok || back.dialect !== dialect || !samePattern(back, wanted, form.name)) {
        differences.push({ question: { kind: "source", source: written, pattern, flags, text: "" }, ours: back, theirs: wanted });
      }
      put({ kind: "source", source: written, pattern, flags, text: "" }, wanted);
    }
  }
  const answers = await host.ask(questions);
  questions.forEach((question, i) => {
    const theirs = answers[i];
    const said = ours[i];
    if (theirs === DIED) return;
    const refused = isRefused(theirs) && isRefused(said);
    if (question.kind === "calls") tally.calls++;
    else if (question.kind === "source") tally.sources++;
    else if (refused) tally.refused++;
    else tally.rewrites++;
    // What is no text cannot be told apart.
    if (question.kind === "rewrite" && JSON.stringify(theirs).includes('"bytes"')) return;
    if (refused || agree(question, said, theirs)) return;
    if (excusedHere(dialect, question, theirs)) tally.excused++;
    else differences.push({ question, ours: said, theirs });
  });
  return differences;
}

const isRefused = (said: unknown): boolean => typeof said === "object" && said !== null && "refused" in said;

function agree(question: HostQuestion, ours: unknown, theirs: unknown): boolean {
  if (question.kind !== "source") return isDeepStrictEqual(JSON.parse(JSON.stringify(ours)), theirs);
  const [mine, made] = [ours, theirs] as { pattern?: string; flags?: string }[];
  if (made?.pattern === undefined || mine?.pattern === undefined) return false;
  // Perl ends a comment that ends the pattern, and says the flags as the pattern's own open flags leave them.
  const pattern = mine.pattern === question.pattern && made.pattern === `${mine.pattern}\n` && mine.flags?.includes("x") ? mine.pattern : made.pattern;
  const flags = /\(\?[\^a-z-]+\)/.test(mine.pattern) ? "" : mine.flags;
  return samePattern({ pattern, flags: made.flags ?? "" }, { pattern: mine.pattern, flags: flags ?? "" }, question.source.startsWith("/") ? "literal" : "");
}

/** A literal may escape what it must; flags that the pattern sets itself are said by the host too. */
function samePattern(one: { pattern: string; flags: string }, other: { pattern: string; flags: string }, form: string): boolean {
  const bare = (pattern: string): string =>
    pattern.replace(/\\([/\n\r\u2028\u2029])|\\u(2028|2029)/g, (_, sign, code) => sign ?? String.fromCharCode(Number.parseInt(code, 16)));
  const sameFlags = Array.from(other.flags).every((flag) => one.flags.includes(flag));
  if (one.pattern === other.pattern) return sameFlags;
  if (form !== "literal" && !other.pattern.includes("/") && other.pattern !== "" && !/[\n\r\u2028\u2029]/.test(other.pattern)) return false;
  const ends = (pattern: string): string => bare(pattern).replaceAll("\\n", "\n").replaceAll("\\r", "\r");
  return sameFlags && (ends(one.pattern) === ends(other.pattern) || (other.pattern === "" && one.pattern === "(?:)"));
}

function loopsInLoops(pattern: string, flags: string): boolean {
  const inside = (node: Node): Node => (node.kind === "group" && node.capture === null ? inside(node.body) : node);
  return [...walk(read({ dialect: "dotnet", pattern, flags }).root)].some((node) => node.kind === "quantifier" && inside(node.body).kind === "quantifier");
}

/** The host's own slips, known from comparing machines: they are told by the matches that it finds. */
function excusedHere(dialect: FuzzedDialect, question: HostQuestion, theirs: unknown): boolean {
  const { pattern, flags, text } = question;
  // A loop right inside of another of its kind is one loop to .NET, which has a turn less that takes nothing.
  if (dialect === "dotnet" && question.kind === "calls" && loopsInLoops(pattern, flags)) return true;
  if (isRefused(theirs)) return excused(dialect, { pattern, flags, text }, null);
  const every = dialect === "ecmascript" ? [...text.matchAll(new RegExp(pattern, [...new Set(`${flags.replace("y", "")}g`)].join("")))] : [];
  // V8 replaces fewer matches than it finds where a reference is to a group that has not taken part, now and then.
  const replacesFewer = question.kind === "rewrite" && question.scope === "all" && dialect === "ecmascript" && !flags.includes("y");
  if (replacesFewer && (theirs as { replacements: number }).replacements < every.length) return true;
  return excused(
    dialect,
    { pattern, flags, text },
    every.map(({ index, 0: whole }) => [index, index + whole.length]),
  );
}
