/**
 * The worker's side of the contrast: up to four variants on one sample. What is needed for the lanes and the table comes
 * first; reels, curves and the sentences that need them come when asked for.
 */
import {
  apart,
  type CurvePoint,
  compile,
  contrastSentences,
  curveOf,
  difference,
  failureSentence,
  find,
  givenBack,
  givingSentence,
  lineStarts,
  type MatchMode,
  MatchTable,
  modeEdits,
  narrate,
  type Profile,
  type Program,
  partingSentence,
  profile,
  quantifiers,
  type Reading,
  type Reel,
  read,
  recordInSlices,
  type Weighed,
  weigh,
  withMode,
} from "@lamprey/core";
import type { Column, ContrastAsked, ContrastFurther, ContrastResult, QuantifierMark, VariantFigures, VariantView, Winding } from "./messages.ts";
import { MOST_APART } from "./messages.ts";
import { drive } from "./slices.ts";

/** Steps of a variant that are taken on every keystroke; beyond them they are counted. */
const STEP_BUDGET = 2_000_000;
/** Events of a variant's reel: four of them are 36 MB. */
const EVENT_LIMIT = 750_000;
/** Lines looked at for one in which nothing matches, and how long it may be. */
const MOST_LINES = 2_000;
const LONGEST_LINE = 400;

interface Variant {
  readonly name: string;
  readonly program: Program;
  readonly weighed: Weighed;
}

interface Current {
  readonly generation: number;
  readonly mode: MatchMode;
  readonly variants: readonly Variant[];
  readonly reels: Reel[];
}

/** What a column makes of a reading: what runs, what would be written, and whether it is the pattern as it is. */
interface Made {
  readonly reading: Reading;
  readonly take: VariantFigures["take"];
  readonly own: boolean;
}

export class Contrasts {
  private newest = 0;
  private current: Current | null = null;
  private readonly sample: () => string;

  constructor(sample: () => string) {
    this.sample = sample;
  }

  /** A newer run is asked for: what is being compared for an older one ends. */
  supersede(generation: number): void {
    this.newest = Math.max(this.newest, generation);
  }

  /** Weighs every column; null where a newer question has come, or the pattern does not read. */
  async compare(asked: ContrastAsked): Promise<ContrastResult | null> {
    const { generation, source, operators, columns } = asked;
    this.newest = Math.max(this.newest, generation);
    const useless = () => generation < this.newest;
    const reading = read(source);
    if (reading.diagnostics.length > 0) return null;
    const chosen = quantifiers(reading).filter((q) => operators.includes(q.operator.start));
    const mode = asked.asking ?? (reading.options.everyMatch ? "all" : "first");
    const variants: Variant[] = [];
    const figures: VariantFigures[] = [];
    for (const column of columns) {
      const made = makeColumn(reading, column, new Set(chosen.map((q) => q.operator.start)));
      const compiled = compile(made.reading);
      if (!compiled.ok) {
        figures.push({ ...nothing(column, made), mistake: compiled.diagnostics[0]?.message ?? "It has a mistake." });
        continue;
      }
      const weighed = await drive(weigh(compiled.program, this.sample(), mode, STEP_BUDGET), useless);
      if (!weighed) return null;
      variants.push({ name: column.name, program: compiled.program, weighed });
      figures.push(figuresOf(column, made, weighed, variants[0]?.weighed ?? weighed));
    }
    if (useless()) return null;
    this.current = { generation, mode, variants, reels: [] };
    const parted = apart(
      variants.map(({ weighed }) => weighed.matches),
      MOST_APART,
    );
    return { generation, quantifiers: chosen.map(quantifierMark), variants: figures, sentences: this.sentences(variants), apart: parted };
  }

  private sentences(variants: readonly Variant[]): string[] {
    const [base, ...others] = variants;
    if (!base) return [];
    return others.flatMap((other) => {
      const parting = partingSentence(base.weighed, other.weighed, base.name, other.name);
      const said = [...contrastSentences(base.weighed, other.weighed, base.name, other.name), ...(parting ? [parting] : [])];
      // Of several, what is said of “both” needs to say of which.
      return others.length === 1 ? said : [`Beside ${other.name}: ${said.join(" ")}`];
    });
  }

  /** Reels, curves, and what they show; null where a newer question has come. */
  async further(generation: number): Promise<ContrastFurther | null> {
    const { current } = this;
    const useless = () => this.current !== current || generation < this.newest;
    if (!current || current.generation !== generation) return null;
    const curves: CurvePoint[][] = [];
    for (const { program } of current.variants) {
      const reel = await drive(recordInSlices(program, this.sample(), { mode: current.mode, eventLimit: EVENT_LIMIT }), useless);
      const curve = reel && (await drive(curveOf(program, this.sample(), current.mode), useless));
      if (!reel || !curve) return null;
      current.reels.push(reel);
      curves.push(curve);
    }
    const sentences = [...this.givings(current), ...(await this.failures(current, useless))];
    const reels = current.reels.map((reel) => ({
      length: reel.length,
      complete: reel.end.complete,
      matches: reel.matchCount,
      backtracks: reel.end.backtracks,
    }));
    return useless() ? null : { generation, names: current.variants.map((v) => v.name), curves, sentences, reels };
  }

  private givings({ variants, reels }: Current): string[] {
    const [base, ...others] = variants;
    const [first, ...rest] = reels.map((reel) => (reel.end.complete ? givenBack(reel) : null));
    return others.flatMap((other, i) => {
      const back = rest[i];
      return base && first && back ? [givingSentence(first, back, base.name, other.name)] : [];
    });
  }

  /** What the variants cost on a line of the sample in which none of them matches. */
  private async failures({ variants, mode }: Current, useless: () => boolean): Promise<string[]> {
    const [base, ...others] = variants;
    const line = base && this.lineWithout(variants);
    if (!base || !line) return [];
    const cost = async ({ program }: Variant) => drive(weigh(program, line.text, mode, STEP_BUDGET), useless);
    const first = await cost(base);
    const out: string[] = [];
    for (const other of others) {
      const second = await cost(other);
      if (first?.complete && second?.complete && first.matches.length + second.matches.length === 0) {
        out.push(failureSentence(first, second, base.name, other.name, `line ${line.number}`));
      }
    }
    return out;
  }

  private lineWithout(variants: readonly Variant[]): { readonly number: number; readonly text: string } | null {
    const text = this.sample();
    const starts = lineStarts(text).subarray(0, MOST_LINES);
    let found: { number: number; text: string } | null = null;
    starts.forEach((start, i) => {
      const end = text.indexOf("\n", start) < 0 ? text.length : text.indexOf("\n", start);
      const longer = end - start > (found?.text.length ?? 0) && end - start <= LONGEST_LINE;
      const touched = variants.some(({ weighed: { matches } }) => {
        const match = matches.firstReaching(start);
        return match < matches.length && matches.start(match) <= end;
      });
      if (longer && !touched) found = { number: i + 1, text: text.slice(start, end) };
    });
    return found;
  }

  profile(generation: number, variant: number, from: number, to: number, columns: number): Profile | null {
    const reel = this.reelOf(generation, variant);
    return reel && profile(reel, from, Math.min(to, reel.length), columns);
  }

  /** Where a variant stands when all are wound together: at a step, at the first visit of an offset, or at a match. */
  view(generation: number, variant: number, { by, value }: Winding): VariantView | null {
    const reel = this.reelOf(generation, variant);
    if (!reel || reel.length === 0) return null;
    const last = reel.length - 1;
    const at = {
      step: () => Math.min(value, last),
      offset: () => find(reel, { what: "offset", offset: value }, -1, false),
      match: () => (value < reel.matchCount ? reel.matchStep(value) : null),
    };
    const found = at[by]();
    const step = found ?? last;
    const { to, attempt, saved } = reel.frame(step);
    return { step, missing: found === null, to, attempt, saved, sentence: narrate(reel, step) };
  }

  private reelOf(generation: number, variant: number): Reel | null {
    return this.current?.generation === generation ? (this.current.reels[variant] ?? null) : null;
  }
}

function makeColumn(reading: Reading, column: Column, operators: ReadonlySet<number>): Made {
  if (column.kind === "written") return { reading, take: null, own: true };
  if (column.kind === "pattern") {
    const other = read({ ...reading.source, pattern: column.pattern, flags: column.flags ?? reading.source.flags });
    const same = column.pattern === reading.source.pattern;
    return { reading: other, take: same ? null : [{ from: 0, to: reading.source.pattern.length, insert: column.pattern }], own: same };
  }
  const take = modeEdits(reading, operators, column.mode);
  return { reading: withMode(reading, operators, column.mode), take, own: take?.length === 0 };
}

function figuresOf(column: Column, { take, own }: Made, weighed: Weighed, base: Weighed): VariantFigures {
  const { matches, totalLength, longest, steps, firstSteps, backtracks, deepest, complete } = weighed;
  const { otherCaptures } = difference(base.matches, matches);
  const rows = { groupCount: matches.groupCount, rows: matches.toArray() };
  return { column, own, take, mistake: null, matches: rows, ...{ totalLength, longest, steps, firstSteps, backtracks, deepest, complete, otherCaptures } };
}

/** The figures of a column that does not read. */
function nothing(column: Column, made: Made): VariantFigures {
  const table = new MatchTable(0);
  const none: Weighed = { matches: table, totalLength: 0, longest: 0, steps: "0", firstSteps: null, backtracks: 0, attempts: 0, deepest: 0, complete: false };
  return figuresOf(column, made, none, none);
}

function quantifierMark({ start, end, operator, mode }: QuantifierMark): QuantifierMark {
  return { start, end, operator, mode };
}
