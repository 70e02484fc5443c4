/** The worker's part for rewriting: a template on the matches of the run, looked at by lines, written out whole, or on a file. */
import {
  compile,
  findSlices,
  type Hunks,
  type HunkView,
  hostFor,
  hunksOf,
  hunkView,
  lineStarts,
  type MatchMode,
  type MatchTable,
  MOST_REWRITTEN,
  type Program,
  read,
  rewriteSlices,
  type Scope,
  sizeOf,
  type Template,
} from "@lamprey/core";
import { MATCH_LIMIT } from "./answer.ts";
import type { RewriteAnswer, RewriteAsked, RewriteFileAnswer, RewriteFileAsked } from "./messages.ts";
import { drive } from "./slices.ts";

/** The run that is rewritten. */
export interface Run {
  readonly program: Program;
  readonly matches: MatchTable;
  readonly mode: MatchMode;
}

interface Made {
  readonly template: Template;
  readonly scope: Scope;
  readonly run: Run;
  /** The sample as it was for that run. */
  readonly text: string;
  readonly hunks: Hunks;
}

/** Lines that are handed over at once. */
const MOST_ROWS = 200;
const FULL_SHARE = 1;

export class Rewritings {
  private readonly sample: () => string;
  private made: Made | null = null;
  /** The lines of a run's matches, found once for all templates. */
  private known: { readonly matches: MatchTable; readonly hunks: Hunks } | null = null;
  /** The last template that read. */
  private good: string | null = null;
  /** Share of the file under way that is done, from 0 to 1. */
  progress = 0;
  /** Which file is under way: one that another has taken the place of is left. */
  private newest = 0;

  constructor(sample: () => string) {
    this.sample = sample;
  }

  async ask({ generation, template: source, but }: RewriteAsked, run: Run, useless: () => boolean): Promise<RewriteAnswer | null> {
    const asked = hostFor(run.program).template.read(source, run.program);
    const { parts, diagnostics, remarks } = asked;
    const answer = { generation, source, parts, diagnostics, remarks };
    if (diagnostics.length === 0) this.good = source;
    // What does not read leaves the last that did on show; of another pattern, that may not read any more either.
    const template = diagnostics.length === 0 ? asked : this.good === null ? null : hostFor(run.program).template.read(this.good, run.program);
    if (!template || template.diagnostics.length > 0) {
      this.made = null;
      return { ...answer, made: null };
    }
    const text = this.sample();
    const scope: Scope = { first: false, but: new Set(but) };
    const size = await drive(sizeOf(template, run.matches, text, scope), useless);
    const hunks = this.known?.matches === run.matches ? this.known.hunks : await drive(hunksOf(run.matches, text, lineStarts(text)), useless);
    if (!size || !hunks || useless()) return null;
    this.known = { matches: run.matches, hunks };
    this.made = { template, scope, run, text, hunks };
    const { replacements, length } = size;
    return { ...answer, made: { replacements, before: text.length, after: length, rows: hunks.length, tooLarge: length > MOST_REWRITTEN } };
  }

  rows(from: number, count: number): readonly HunkView[] {
    const { made } = this;
    if (!made) return [];
    const { hunks, template, run, text, scope } = made;
    const wanted = Math.max(0, Math.min(count, MOST_ROWS, hunks.length - from));
    return Array.from({ length: wanted }, (_, i) => hunkView(hunks, from + i, template, run.matches, text, scope));
  }

  /** Where the run kept only the first of its matches, all of them are found first. */
  async whole(run: Run, useless: () => boolean): Promise<Blob | null> {
    const { made } = this;
    if (made?.run.matches !== run.matches) return null;
    const { text } = made;
    const all = run.matches.length < MATCH_LIMIT ? run.matches : (await drive(findSlices(run.program, text, { mode: run.mode }), useless))?.matches;
    const rewritten = all && (await drive(rewriteSlices(made.template, all, text, made.scope), useless));
    return rewritten?.ok ? new Blob([...rewritten.pieces], { type: "text/plain" }) : null;
  }

  async file({ file, template: source, first, ...asked }: RewriteFileAsked): Promise<RewriteFileAnswer> {
    const own = ++this.newest;
    const left = (): boolean => own !== this.newest;
    this.progress = 0;
    const compiled = compile(read(asked));
    if (!compiled.ok) return { ok: false, why: "The pattern has a mistake." };
    const template = hostFor(compiled.program).template.read(source, compiled.program);
    if (template.diagnostics.length > 0) return { ok: false, why: "The template has a mistake." };
    if (file.size > MOST_REWRITTEN) return { ok: false, why: `The file has ${file.size} bytes; files up to ${MOST_REWRITTEN} are rewritten.` };
    const text = await file.text();
    // Matches are met in the order of the text, so the last one says how far the search is.
    const search = counted(findSlices(compiled.program, text, { mode: first ? "first" : "all" }), (end) => {
      this.progress = (FULL_SHARE / 2) * (end / Math.max(1, text.length));
    });
    const found = await drive(search, left);
    if (!found || left()) return { ok: false, why: "" };
    if (found.cut) return { ok: false, why: "The run takes more steps or room than there is." };
    this.progress = FULL_SHARE / 2;
    const slices = counted(rewriteSlices(template, found.matches, text, { first }), (done) => {
      this.progress = FULL_SHARE / 2 + (FULL_SHARE / 2) * (done / Math.max(1, found.matches.length));
    });
    const rewritten = await drive(slices, left);
    if (!rewritten || left()) return { ok: false, why: "" };
    if (!rewritten.ok) return { ok: false, why: `The text would grow to ${rewritten.length} characters; up to ${MOST_REWRITTEN} are written.` };
    this.progress = FULL_SHARE;
    return { ok: true, blob: new Blob([...rewritten.pieces], { type: "text/plain" }), replacements: rewritten.replacements };
  }

  leaveFile(): void {
    this.newest++;
  }
}

function* counted<T>(slices: Generator<number, T>, tell: (done: number) => void): Generator<number, T> {
  for (;;) {
    const next = slices.next();
    if (next.done) return next.value;
    tell(next.value);
    yield next.value;
  }
}
