/**
 * Repairs: other ways to write a pattern that grow less, each with what is proved of it: how the texts that it accepts
 * lie to those of the pattern, what it matches and captures on every text that was tried, and how its own work grows.
 */

import { Forecast } from "../../forecast/forecast.ts";
import { append, leastOf } from "../../lists.ts";
import type { MatchTable } from "../../machine/matches.ts";
import { compile } from "../../program/compile.ts";
import type { Program } from "../../program/program.ts";
import { type Relation, relate } from "../../relate/relate.ts";
import { sameMatches } from "../../relate/same-matches.ts";
import type { MatchMode } from "../../search/policy.ts";
import { within } from "../../slices.ts";
import { type Reading, read } from "../../syntax/read.ts";
import { NotWritable, respell } from "../../syntax/write.ts";
import { confirm } from "../confirm.ts";
import { type GrowthKind, rankOf } from "../growth.ts";
import { assess, type Finding, type Verdict } from "../hazard.ts";
import { HAZARD_MODES, type HazardMode } from "../modes.ts";
import { BOUND, type Change, SHAPES, type ShapeName, sceneOf } from "./shapes.ts";
import { textsToCompareOn } from "./texts.ts";

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
  /** Whether it is proved that matches and captures are the same on every text. */
  readonly sameMatches: boolean;
  readonly growth: GrowthKind;
  readonly degree: number | null;
}

/** A repair can be repaired again, so often. */
const ROUNDS = 4;
/** Of each round so many are gone on from. */
const KEPT_A_ROUND = 3;
/** One that changes the meaning can be, too, where there is none that does not, so often. */
const CHANGED_ROUNDS = 1;
/** Proposals that are looked into, of all rounds. */
const MAX_PROPOSALS = 90;
/** Repairs shown of those that keep the meaning, of those that only keep the texts, and of those that do not. */
const MAX_OF_A_KIND = 4;
/** Of repairs that change the meaning no more than so many are looked for. */
const MAX_CHANGED = 8;
/** Numbers of pumps that a bound of a repair may lie between. */
const STRETCHES = [1, 2, 3, BOUND + 1, 2 * BOUND + 2] as const;
/** Work for one text: it is short, and what comes of each place in it is remembered. */
const TEXT_BUDGET = 200_000;

/** Whether a repair keeps the meaning, as far as it was proved and tried. */
export const keepsMeaning = ({ relation, differsOn }: Repair): boolean => relation.relation === "equal" && differsOn === null;

/** A pattern that is gone on from. */
interface Attempt {
  readonly pattern: string;
  readonly shapes: readonly ShapeName[];
  readonly finding: Finding;
}

/** A proposal that reads, with what running it beside the pattern showed. */
interface Proposal {
  readonly program: Program;
  readonly pattern: string;
  readonly shapes: readonly ShapeName[];
  readonly tried: number;
  readonly differsOn: string | null;
}

/**
 * Looks for repairs of a pattern with findings; yields how many proposals have been looked into, so that it can be left
 * at any time. Where `stop` says so, with what was found until then.
 */
export function* findRepairs(program: Program, mode: HazardMode, verdict: Verdict, stop: () => boolean = () => false): Generator<number, Repair[]> {
  return yield* new RepairSearch(program, mode, verdict, stop).run();
}

class RepairSearch {
  private readonly program: Program;
  private readonly mode: HazardMode;
  private readonly verdict: Verdict;
  private readonly stop: () => boolean;
  private readonly asks: MatchMode;
  private readonly texts: readonly string[];
  /** What the pattern matches on each text. */
  private readonly matches = new Map<string, string | undefined>();
  private readonly seen: Set<string>;
  private readonly judged = new Set<string>();
  private readonly repairs: Repair[] = [];
  private proposals = 0;

  constructor(program: Program, mode: HazardMode, verdict: Verdict, stop: () => boolean) {
    this.program = program;
    this.mode = mode;
    this.verdict = verdict;
    this.stop = stop;
    this.asks = comparedAs(program, mode);
    this.texts = textsToCompareOn(program, verdict.findings, STRETCHES, (text) => (this.matchesOf(text) ?? "[]") !== "[]");
    this.seen = new Set([program.reading.source.pattern]);
  }

  *run(): Generator<number, Repair[]> {
    const { pattern } = this.program.reading.source;
    const changed: Proposal[] = [];
    let round: Attempt[] = this.verdict.findings.slice(0, KEPT_A_ROUND).map((finding) => ({ pattern, shapes: [], finding }));
    for (let i = 0; i < ROUNDS && round.length > 0 && !this.stop(); i++) {
      const next: (Attempt & { readonly rank: number })[] = [];
      const changedNext: typeof next = [];
      for (const attempt of round) {
        for (const proposal of yield* this.proposalsFrom(attempt)) {
          // What keeps the meaning comes first; what changes it, as a bound does, waits until there is nothing better to do.
          if (proposal.differsOn !== null || proposal.shapes.includes("bounded")) changed.push(proposal);
          else append(next, yield* this.judge(proposal));
        }
        // But for one, so that there is something at all where time is short.
        const [first] = this.repairs.length === 0 ? changed.filter(({ shapes }) => shapes.every((shape) => SHAPES[shape].mayChange)) : [];
        if (first) append(changedNext, yield* this.judge(first));
      }
      // With several to mend and none that keeps the meaning, what changes it is gone on from.
      if (next.length === 0 && i < CHANGED_ROUNDS) {
        append(next, changedNext);
        for (const proposal of changed.filter(({ shapes }) => shapes.length === i + 1 && shapes.every((shape) => SHAPES[shape].mayChange))) {
          if (next.length < KEPT_A_ROUND && !this.stop()) append(next, yield* this.judge(proposal));
        }
      }
      // Once there is something to take, only a shorter way to the same is worth the time.
      const taken = this.repairs.filter((repair) => keepsMeaning(repair) && repair.growth === "linear").map((repair) => repair.pattern.length);
      const longest = Math.min(Number.POSITIVE_INFINITY, leastOf(taken));
      next.sort((a, b) => a.rank - b.rank || a.pattern.length - b.pattern.length);
      round = next.filter((attempt) => attempt.pattern.length < longest).slice(0, KEPT_A_ROUND);
    }
    for (const proposal of changed) {
      const enough = this.repairs.filter((repair) => !keepsMeaning(repair) && repair.growth === "linear").length >= MAX_CHANGED;
      if (!enough && !this.stop()) yield* this.judge(proposal);
    }
    return chosen(this.repairs);
  }

  /** What the shapes make of a pattern, as far as it reads and has not been seen. */
  private *proposalsFrom({ pattern, shapes, finding }: Attempt): Generator<number, Proposal[]> {
    const { source } = this.program.reading;
    const reading = read({ ...source, pattern });
    const scene = sceneOf(reading, finding, this.mode);
    const found: Proposal[] = [];
    for (const name of Object.keys(SHAPES) as ShapeName[]) {
      for (const change of SHAPES[name].propose(scene)) {
        if (this.proposals >= MAX_PROPOSALS || this.stop()) return found;
        const proposed = written(reading, change);
        if (proposed === undefined || this.seen.has(proposed)) continue;
        this.seen.add(proposed);
        const compiled = compile(read({ ...source, pattern: proposed }));
        if (!compiled.ok) continue;
        this.proposals++;
        // A bound shows only past it.
        if (name !== "bounded" && !(yield* this.helpsAgainst(finding, compiled.program))) continue;
        found.push({ program: compiled.program, pattern: proposed, shapes: [...shapes, name], ...this.compareOn(compiled.program, this.texts) });
        yield this.proposals;
      }
    }
    return found;
  }

  /** Whether a text that makes the pattern dear does not make another as dear; where not, there is no need to judge it. */
  private *helpsAgainst({ attack, growth, degree, until }: Finding, other: Program): Generator<number, boolean> {
    const again = yield* confirm(other, attack, this.mode, { growth, degree, most: until ?? Number.POSITIVE_INFINITY });
    return !again || rankOf(again) < rankOf({ growth, degree });
  }

  /** Keeps a proposal that helps as a repair; says what can be gone on from. */
  private *judge({ program, pattern, shapes, ...compared }: Proposal): Generator<number, (Attempt & { readonly rank: number })[]> {
    if (this.judged.has(pattern)) return [];
    this.judged.add(pattern);
    const growth = yield* assess(program, this.mode, { stop: this.stop, enough: rankOf(this.verdict) });
    const fewer = rankOf(growth) < rankOf(this.verdict);
    const relation = yield* within(relate(this.program, program), this.stop);
    if (!relation) return [];
    const isEqual = relation.relation === "equal";
    if (!isEqual && !shapes.every((shape) => SHAPES[shape].mayChange)) return [];
    // Accepted texts within others: what a search makes of them.
    const around = compared.differsOn === null ? this.compareOn(program, textsAround(relation)) : { tried: 0, differsOn: compared.differsOn };
    const asked = around.differsOn === null && fewer;
    const proof = asked ? yield* within(sameMatches(this.program, program, this.asks), this.stop) : undefined;
    // What may still be refuted is not offered as if it could not.
    if (asked && !proof) return [];
    // A text that is to tell them apart is run like any other.
    const told = proof?.same === false ? this.compareOn(program, [proof.text]) : around;
    const repair: Repair = {
      pattern,
      shapes,
      relation,
      tried: compared.tried + around.tried,
      differsOn: told.differsOn,
      sameMatches: proof?.same === true,
      growth: growth.growth,
      degree: growth.degree,
    };
    if (fewer && growth.growth !== "undecided") this.repairs.push(repair);
    const [worst] = growth.findings;
    return worst && (keepsMeaning(repair) || compared.differsOn !== null) ? [{ pattern, shapes, finding: worst, rank: rankOf(growth) }] : [];
  }

  /** How many texts both were run on, and the first on which their matches or captures differ. */
  private compareOn(other: Program, texts: readonly string[]): { tried: number; differsOn: string | null } {
    let tried = 0;
    for (const text of texts) {
      const [left, right] = [this.matchesOf(text), matchesOn(other, text, this.asks)];
      if (left === undefined || right === undefined) continue;
      tried++;
      if (left !== right) return { tried, differsOn: text };
    }
    return { tried, differsOn: null };
  }

  private matchesOf(text: string): string | undefined {
    if (!this.matches.has(text)) this.matches.set(text, matchesOn(this.program, text, this.asks));
    return this.matches.get(text);
  }
}

/** What must stay the same: where no flag says whether all matches are wanted, all of them. */
function comparedAs({ reading: { dialect } }: Program, mode: HazardMode): MatchMode {
  const bySearch = mode === "search" && !dialect.flags.some(({ sets }) => sets.everyMatch);
  return bySearch ? "all" : HAZARD_MODES[mode].asks;
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
  const proved = (repair: Repair) => Number(!repair.sameMatches);
  const sorted = [...repairs].sort(
    (a, b) => order(a) - order(b) || rankOf(a) - rankOf(b) || proved(a) - proved(b) || a.shapes.length - b.shapes.length || a.pattern.length - b.pattern.length,
  );
  const kept: Repair[] = [];
  for (const repair of sorted) {
    const alike = kept.filter((other) => order(other) === order(repair));
    // What does the same and more besides is no better.
    const covers = (other: Repair): boolean => rankOf(other) <= rankOf(repair) && other.shapes.every((shape) => repair.shapes.includes(shape));
    if (alike.length < MAX_OF_A_KIND && !alike.some(covers)) kept.push(repair);
  }
  return kept;
}

/** Accepted texts within others: what a search makes of them. */
function textsAround({ onlyLeft, onlyRight, both }: Relation): string[] {
  const accepted = [both, onlyLeft, onlyRight].filter((text) => text !== null);
  return accepted.flatMap((text) => [text, `-${text}`, `\n${text}-`, text + text, `${text}-${text}`]);
}

function matchesOn(program: Program, text: string, mode: MatchMode): string | undefined {
  const run = new Forecast(program, text, { mode, stepBudget: TEXT_BUDGET });
  if (!run.advance(TEXT_BUDGET) || !run.exact) return undefined;
  return JSON.stringify(Array.from({ length: run.matches.length }, (_, i) => rowOf(run.matches, i)));
}

const rowOf = (table: MatchTable, index: number) => [
  table.start(index),
  table.end(index),
  ...Array.from({ length: table.groupCount }, (_, group) => table.group(index, group + 1)),
];
