/** Lines on which the dialect's own engine would hang, though the search here does not: they are what takes a service down. */
import { Forecast } from "../forecast/forecast.ts";
import { leastOf } from "../lists.ts";
import { host } from "../machine/host.ts";
import { compile } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import type { LineWatch } from "../sift/file-search.ts";
import { deadline, now } from "../slices.ts";
import type { Reading } from "../syntax/read.ts";
import { walk } from "../syntax/tree.ts";
import { countWords, grouped } from "../text/visible.ts";
import { assessNow, type Finding } from "./hazard.ts";

/** Steps that a person, or a request, would notice: some tenths of a second of a backtracking engine. */
const HANGS = 10_000_000n;
/** The pattern is judged for so long (milliseconds). */
const JUDGED_MS = 1000;
/** All lines are counted for so long (milliseconds), and one of them. */
const COUNTED_MS = 3000;
const LINE_MS = 300;
/** Steps followed between two looks at the clock. */
const AT_ONCE = 50_000;
/** Another line may need less than the attack's text does. */
const MARGIN = 0.6;
/** Lines that are named. */
const MOST_NAMED = 5;
/** Loops without a bound that a pattern has at least whose work on a line grows faster than with the square of its length. */
const LEAST_LOOPS = 2;

const decoder = new host.TextDecoder();

/** What is said of lines: each by a sentence, with the line's place where it is about one. */
export type HangTold = (sentence: string, line: { readonly path: string; readonly number: number } | null) => void;

export class HangWatch implements LineWatch {
  /** Bytes of the shortest line that could be one. */
  readonly from: number;
  private readonly program: Program;
  private readonly tell: HangTold;
  private left = COUNTED_MS;
  private named = 0;
  private more = 0;
  private passedOver = 0;

  private constructor(program: Program, from: number, tell: HangTold) {
    this.program = program;
    this.from = from;
    this.tell = tell;
  }

  /** Null where the pattern's work cannot grow so on lines, or where the dialect's engine is an automaton. */
  static of(readings: readonly Reading[], tell: HangTold): HangWatch | null {
    const [reading] = readings;
    if (!reading || readings.length > 1 || reading.dialect.semantics.preference === "longest" || loopsOf(reading) < LEAST_LOOPS) return null;
    const compiled = compile(reading);
    if (!compiled.ok) return null;
    const { findings, growth } = assessNow(compiled.program, "search", { stop: deadline(JUDGED_MS) });
    if (growth !== "exponential" && growth !== "polynomial") return null;
    return new HangWatch(compiled.program, MARGIN * leastOf(findings.map(lengthThatHangs)), tell);
  }

  /** Looks at a line without its end. */
  line(path: string, number: number, bytes: Uint8Array): void {
    if (this.left <= 0) {
      this.passedOver++;
      return;
    }
    const started = now();
    const over = deadline(Math.min(this.left, LINE_MS));
    const forecast = new Forecast(this.program, decoder.decode(bytes), { mode: "first" });
    while (!forecast.advance(AT_ONCE) && !over());
    this.left -= now() - started;
    const { steps, exact } = forecast;
    if (steps < HANGS) return;
    if (++this.named > MOST_NAMED) this.more++;
    else this.tell(`a backtracking engine takes ${exact ? "" : "more than "}${countWords(String(steps))} steps to search this line`, { path, number });
  }

  /** Says what was not said of every line. */
  end(): void {
    if (this.more > 0) this.tell(`${grouped(this.more)} more such ${this.more === 1 ? "line" : "lines"}`, null);
    if (this.passedOver > 0)
      this.tell(`${grouped(this.passedOver)} long ${this.passedOver === 1 ? "line was" : "lines were"} not looked at for this: it takes too long`, null);
  }
}

function loopsOf({ root }: Reading): number {
  let loops = 0;
  for (const node of walk(root)) if (node.kind === "quantifier" && node.max === Number.POSITIVE_INFINITY) loops++;
  return loops;
}

/** About how long a text of the attack has to be to hang: its counts grow on as they did. */
function lengthThatHangs({ samples, degree }: Finding): number {
  const [one, last] = samples.slice(-2);
  if (!one || !last) return 0;
  const missing = Number(HANGS) / Number(last.steps);
  if (missing <= 1) return last.length;
  if (degree !== null) return last.length * missing ** (1 / degree);
  return last.length + (last.length - one.length) * (Math.log(missing) / Math.log(Number(last.steps) / Number(one.steps)));
}
