/**
 * Repairs: other ways to write a pattern that grow less, each with what is proved of it: how the texts that it accepts
 * lie to those of the pattern, what it matches and captures on every text that was tried, and how its own work grows.
 */
import { Alphabet } from "../../automaton/alphabet.ts";
import { Forecast } from "../../forecast/forecast.ts";
import type { MatchTable } from "../../machine/matches.ts";
import { compile } from "../../program/compile.ts";
import type { Program } from "../../program/program.ts";
import { type Relation, relate } from "../../relate/relate.ts";
import { type Reading, read } from "../../syntax/read.ts";
import { NotWritable, respell } from "../../syntax/write.ts";
import type { HazardMode } from "../confirm.ts";
import { textOf } from "../confirm.ts";
import { type GrowthKind, rankOf } from "../growth.ts";
import { assess, type Finding, type Verdict } from "../hazard.ts";
import { BOUND, type Change, SHAPES, type ShapeName, sceneOf } from "./shapes.ts";

export interface Repair {
  /** The whole pattern, repaired; its flags stay. */
  readonly pattern: string;
  /** What was done, one after the other. */
  readonly shapes: readonly ShapeName[];
  readonly relation: Relation;
  /** Texts on which both were run. */
  readonly tried: number;
  /** One of them on which matches or captures differ; null where they never did. */
  readonly differsOn: string | null;
  readonly growth: GrowthKind;
  readonly degree: number | null;
}

/** A repair can be repaired again, so often. */
const ROUNDS = 4;
/** Of each round so many are gone on from. */
const KEPT_A_ROUND = 3;
/** Proposals that are looked into, of all rounds. */
const MAX_PROPOSALS = 90;
/** Repairs shown of those that keep the meaning, of those that only keep the texts, and of those that do not. */
const MAX_OF_A_KIND = 3;
/** Texts on which a repair and the pattern are compared. */
const MAX_TEXTS = 400;
const LONGEST_TEXT = 5;
/** Short texts with a match that something is put before. */
const MAX_MATCHED = 6;
const STRETCHES = [1, 2, 3, BOUND + 1, 2 * BOUND + 2] as const;
/** Work for one text: it is short, and what comes of each place in it is remembered. */
const TEXT_BUDGET = 200_000;

/** Whether a repair keeps the meaning, as far as it was proved and tried. */
export const keepsMeaning = ({ relation, differsOn }: Repair): boolean => relation.relation === "equal" && differsOn === null;

interface Attempt {
  readonly pattern: string;
  readonly shapes: readonly ShapeName[];
  readonly finding: Finding;
}

/** Looks for repairs of a pattern with findings; yields how many proposals have been looked into. */
export function* findRepairs(program: Program, mode: HazardMode, verdict: Verdict): Generator<number, Repair[]> {
  const { source } = program.reading;
  const texts = textsFor(program, verdict);
  const repairs: Repair[] = [];
  const seen = new Set([source.pattern]);
  let round: Attempt[] = verdict.findings.slice(0, KEPT_A_ROUND).map((finding) => ({ pattern: source.pattern, shapes: [], finding }));
  let proposals = 0;
  for (let i = 0; i < ROUNDS && round.length > 0; i++) {
    const next: (Attempt & { readonly rank: number; readonly keeps: boolean })[] = [];
    for (const attempt of round) {
      const reading = read({ ...source, pattern: attempt.pattern });
      const scene = sceneOf(reading, attempt.finding.parts, attempt.finding.restarts);
      for (const name of Object.keys(SHAPES) as ShapeName[]) {
        for (const change of SHAPES[name].propose(scene)) {
          const pattern = proposals < MAX_PROPOSALS ? written(reading, change) : undefined;
          if (pattern === undefined || seen.has(pattern)) continue;
          seen.add(pattern);
          proposals++;
          const compiled = compile(read({ ...source, pattern }));
          yield proposals;
          if (!compiled.ok) continue;
          const growth = yield* assess(compiled.program, mode);
          if (rankOf(growth) >= rankOf(verdict) && growth.findings.length >= verdict.findings.length && i > 0) continue;
          const relation = yield* relate(program, compiled.program);
          const keeps = relation.relation === "equal";
          if (!keeps && ![...attempt.shapes, name].every((shape) => SHAPES[shape].mayChange)) continue;
          const { tried, differsOn } = compareOn(program, compiled.program, [...textsAround(relation), ...texts]);
          const repair: Repair = { pattern, shapes: [...attempt.shapes, name], relation, tried, differsOn, growth: growth.growth, degree: growth.degree };
          if (rankOf(growth) < rankOf(verdict) && growth.growth !== "undecided") repairs.push(repair);
          const [worst] = growth.findings;
          if (worst) next.push({ pattern, shapes: repair.shapes, finding: worst, rank: rankOf(growth), keeps: keepsMeaning(repair) });
        }
      }
    }
    // Only what keeps the meaning so far is gone on from.
    next.sort((a, b) => a.rank - b.rank || a.pattern.length - b.pattern.length);
    round = next.filter(({ keeps }) => keeps).slice(0, KEPT_A_ROUND);
  }
  return chosen(repairs);
}

/** The pattern with the change; undefined where the dialect has no way to write it. */
function written(reading: Reading, change: Change): string | undefined {
  try {
    return respell(reading, change);
  } catch (error) {
    if (error instanceof NotWritable) return undefined;
    throw error;
  }
}

/** The best first: those that keep the meaning, then those that grow least, then the shortest; one of a kind. */
function chosen(repairs: readonly Repair[]): Repair[] {
  const order = (repair: Repair) => (keepsMeaning(repair) ? 0 : repair.relation.relation === "equal" ? 1 : 2);
  const sorted = [...repairs].sort(
    (a, b) => order(a) - order(b) || rankOf(a) - rankOf(b) || a.shapes.length - b.shapes.length || a.pattern.length - b.pattern.length,
  );
  const kept: Repair[] = [];
  for (const repair of sorted) {
    const alike = kept.filter((other) => order(other) === order(repair));
    const kind = (one: Repair) => [...one.shapes].sort().join();
    if (alike.length < MAX_OF_A_KIND && !alike.some((other) => kind(other) === kind(repair))) kept.push(repair);
  }
  return kept;
}

/** Texts that tell patterns apart: attacks, and every short text over characters that the pattern tells apart. */
function textsFor(program: Program, { findings }: Verdict): string[] {
  const { samples } = Alphabet.of(program);
  const texts = findings.flatMap(({ attack }) => [0, 1, 2, 5].flatMap((pumps) => [textOf(attack, pumps), `${textOf(attack, pumps)}${attack.pump}`]));
  let layer = [""];
  texts.push("");
  const short = texts.length;
  for (let length = 1; length <= LONGEST_TEXT && texts.length < MAX_TEXTS; length++) {
    layer = layer.flatMap((text) => samples.map((sample) => text + sample)).slice(0, MAX_TEXTS);
    texts.push(...layer);
  }
  return [...new Set([...stretched(program, findings, texts.slice(short)), ...texts])].slice(0, MAX_TEXTS);
}

/** Texts with a match, with what repeats before them: a few times, and more often than a bound that a repair may set. */
function stretched(program: Program, findings: readonly Finding[], texts: readonly string[]): string[] {
  const matched: string[] = [];
  for (const text of texts) {
    if (matched.length === MAX_MATCHED) break;
    const found = matchesOn(program, text);
    if (found !== undefined && found !== "[]") matched.push(text);
  }
  return findings.flatMap(({ attack: { prefix, pump } }) => matched.flatMap((text) => STRETCHES.map((pumps) => prefix + pump.repeat(pumps) + text)));
}

/** Accepted texts within others: what a search makes of them. */
function textsAround({ onlyLeft, onlyRight, both }: Relation): string[] {
  const accepted = [both, onlyLeft, onlyRight].filter((text) => text !== null);
  return accepted.flatMap((text) => [text, `-${text}`, `\n${text}-`, text + text, `${text}-${text}`]);
}

/** How many texts both were run on, and the first on which their matches or captures differ. */
function compareOn(one: Program, other: Program, texts: readonly string[]): { tried: number; differsOn: string | null } {
  let tried = 0;
  for (const text of texts) {
    const [left, right] = [matchesOn(one, text), matchesOn(other, text)];
    if (left === undefined || right === undefined) continue;
    tried++;
    if (left !== right) return { tried, differsOn: text };
  }
  return { tried, differsOn: null };
}

function matchesOn(program: Program, text: string): string | undefined {
  const run = new Forecast(program, text, { mode: "all", stepBudget: TEXT_BUDGET });
  if (!run.advance(TEXT_BUDGET) || !run.exact) return undefined;
  return JSON.stringify(Array.from({ length: run.matches.length }, (_, i) => rowOf(run.matches, i)));
}

const rowOf = (table: MatchTable, index: number) => [
  table.start(index),
  table.end(index),
  ...Array.from({ length: table.groupCount }, (_, group) => table.group(index, group + 1)),
];
