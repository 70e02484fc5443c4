/** What the risk list's worker does: finds the patterns of texts and judges them, one after the other, with its progress. */
import { append, assess, compile, type DialectName, deadline, type Program, read, tablesFor, VERDICT_PATIENCE_MS, type Verdict } from "@lamprey/core";
import { type FoundPattern, patternsInFile } from "@lamprey/sources";
import { pause } from "../slices.ts";
import type { Judged, RiskRow } from "./messages.ts";

/** Rows that are handed over together. */
const BATCH = 50;
/** More patterns than this are not a list that anybody reads. */
export const MOST_PATTERNS = 50_000;

/** The page shows the line; where each character is written would only make the rows long. */
function withoutPlaces({ pieces: _pieces, literals: _literals, flagsAt: _flagsAt, ...found }: FoundPattern): FoundPattern {
  return found;
}

/** Judges every pattern of the files; hands over rows as they are known, with how many there are in all. */
export async function judgeList(
  files: readonly { readonly name: string; readonly text: string }[],
  dialect: DialectName,
  known: (rows: readonly RiskRow[], done: number, total: number) => Promise<void>,
): Promise<Judged> {
  const found: { readonly file: string; readonly pattern: FoundPattern }[] = [];
  let passed = 0;
  let beyond = 0;
  for (const { name, text } of files) {
    const here = patternsInFile(name, text, dialect);
    passed += here.passed.length;
    const room = here.patterns.slice(0, Math.max(0, MOST_PATTERNS - found.length));
    beyond += here.patterns.length - room.length;
    append(
      found,
      room.map((pattern) => ({ file: name, pattern: withoutPlaces(pattern) })),
    );
    await known([], 0, found.length);
    await pause();
  }
  let rows: RiskRow[] = [];
  for (const [i, { file, pattern }] of found.entries()) {
    rows.push({ number: i, file, found: pattern, ...(await rowOf(pattern)) });
    if (rows.length === BATCH) {
      await known(rows, i + 1, found.length);
      rows = [];
    }
  }
  // Only then is the answer given: it must not overtake the last rows.
  await known(rows, found.length, found.length);
  return { patterns: found.length, files: files.length, passed, beyond };
}

/** A pattern on which we fail is one row, not the end of the list. */
async function rowOf(found: FoundPattern): Promise<Judgement> {
  try {
    return await judgementOf(found);
  } catch (fault) {
    return { ...UNREAD, mistake: `Lamprey failed on this pattern: ${fault instanceof Error ? fault.message : String(fault)}` };
  }
}

type Judgement = Pick<RiskRow, "growth" | "degree" | "atLeast" | "reason" | "mistake" | "peak" | "engine" | "worst">;

const UNREAD: Judgement = { growth: null, degree: null, atLeast: false, reason: null, mistake: null, peak: null, engine: null, worst: null };

async function judgementOf(found: FoundPattern): Promise<Judgement> {
  await tablesFor(found.pattern);
  const compiled = compile(read(found));
  if (!compiled.ok) return { ...UNREAD, mistake: compiled.diagnostics[0]?.message ?? "It has a mistake." };
  const { growth, degree, atLeast, reason, findings, peak, engine } = await verdictOf(compiled.program, found);
  // What a machine that tries every way does is not what this engine does: neither growth nor attack is of the list.
  if (engine) return { ...UNREAD, growth: "linear", reason, engine };
  const [first] = findings;
  const worst = first ? { start: first.start, end: first.end, attack: first.attack, restarts: first.restarts } : null;
  return { growth, degree, atLeast, reason, mistake: null, peak: peak && { text: peak.text, steps: String(peak.steps) }, engine: null, worst };
}

async function verdictOf(program: Program, { mode }: FoundPattern): Promise<Verdict> {
  const slices = assess(program, mode, { stop: deadline(VERDICT_PATIENCE_MS) });
  for (let paused = performance.now(); ; ) {
    const next = slices.next();
    if (next.done) return next.value;
    const now = performance.now();
    if (now - paused > 50) {
      await pause();
      paused = now;
    }
  }
}
