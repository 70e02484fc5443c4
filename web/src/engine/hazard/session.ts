/**
 * The hazard's worker: verdicts, drift, repairs and curves for the pattern on the bench. It is a worker of its own, so
 * that the lanes never wait for an analysis; a newer pattern ends what an older one asked for.
 */
import {
  type Attack,
  assess,
  type Sample as Counted,
  comparesIn,
  compile,
  deadline,
  findRepairs,
  HAZARD_MODES,
  type HazardMode,
  longestWithin,
  OBSTACLES,
  type Program,
  quantifiers,
  REASONS,
  REPAIRS_PATIENCE_MS,
  type Relation,
  read,
  relate,
  type Source,
  STEPS_A_SECOND,
  steppedMachine,
  stepsAt,
  textOf,
  VERDICT_PATIENCE_MS,
  type Verdict,
  withMode,
} from "@lamprey/core";
import { drive } from "../slices.ts";
import type { DriftView, Form, Outlook, OutlookAsked, RepairsView, Sample, VerdictView } from "./messages.ts";
import { type SlipsView, slipsView } from "./slips.ts";

/** A run of the machine for one point of the chart: a few tens of milliseconds. */
const MEASURED_STEPS = 1_000_000;

interface Current {
  readonly generation: number;
  readonly mode: HazardMode;
  readonly program: Program;
  readonly verdict: Verdict;
}

export class HazardSession {
  private newest = 0;
  private current: Current | null = null;

  /** Judges a pattern; null where it does not read, or a newer one has come. */
  async assess(source: Source, mode: HazardMode, generation: number): Promise<VerdictView | null> {
    this.newest = Math.max(this.newest, generation);
    const useless = () => generation < this.newest;
    const compiled = compile(read(source));
    if (!compiled.ok) return null;
    const { program } = compiled;
    const verdict = await drive(assess(program, mode, { stop: deadline(VERDICT_PATIENCE_MS) }), useless);
    if (!verdict || useless()) return null;
    this.current = { generation, mode, program, verdict };
    const findings: VerdictView["findings"][number][] = [];
    for (const finding of verdict.findings) {
      const safe = await drive(longestWithin(program, mode, finding, STEPS_A_SECOND), useless);
      if (useless()) return null;
      findings.push({ ...finding, samples: finding.samples.map(asText), safe: safe && { pumps: safe.pumps, length: safe.length, atLeast: safe.atLeast } });
    }
    const peak = verdict.peak && { text: verdict.peak.text, steps: String(verdict.peak.steps) };
    return { ...verdict, generation, mode, source, findings, peak, because: REASONS[verdict.reason] };
  }

  /** How the whole texts that the pattern takes lie to those that it took before. */
  async drift(before: Source, now: Source, generation: number): Promise<DriftView | null> {
    const [old, own] = [compile(read(before)), compile(read(now))];
    if (!old.ok || !own.ok) return null;
    const relation: Relation | null = await drive(relate(old.program, own.program), () => generation < this.newest);
    return relation && { ...relation, generation, before, because: relation.obstacle && OBSTACLES[relation.obstacle] };
  }

  /** Likely mistakes of a pattern, and shorter ways to write it; null where it does not read, or a newer one has come. */
  async slips(source: Source, generation: number): Promise<SlipsView | null> {
    return slipsView(source, generation, () => generation < this.newest);
  }

  async repairs(generation: number): Promise<RepairsView | null> {
    const { current } = this;
    if (current?.generation !== generation) return null;
    const repairs = await drive(findRepairs(current.program, current.mode, current.verdict, deadline(REPAIRS_PATIENCE_MS)), () => generation < this.newest);
    return repairs && { generation, repairs };
  }

  /** The exact steps of an attack at one number of pumps; null where they cannot be counted. */
  async steps(generation: number, attack: Attack, pumps: number): Promise<Sample | null> {
    const { current } = this;
    if (current?.generation !== generation) return null;
    const [sample] = (await drive(stepsAt(current.program, current.mode, attack, [pumps], comparesOn(current, attack)), () => generation < this.newest)) ?? [];
    return sample ? asText(sample) : null;
  }

  /** The curve of an attack: of the pattern, of its modes, and of other patterns. */
  async outlook({ generation, attack, pumps, others, compared }: OutlookAsked): Promise<Outlook | null> {
    const { current } = this;
    if (current?.generation !== generation) return null;
    const useless = () => generation < this.newest;
    const { reading } = current.program;
    const all = new Set(quantifiers(reading).map((q) => q.operator.start));
    const has = (mode: string) => quantifiers(reading).some((q) => q.mode === mode);
    const wanted = [
      { name: "as written", reading },
      ...(has("lazy") ? [{ name: "all greedy", reading: withMode(reading, all, "greedy") }] : []),
      ...(has("greedy") ? [{ name: "all lazy", reading: withMode(reading, all, "lazy") }] : []),
      ...others.map(({ name, pattern }) => ({ name, reading: read({ ...reading.source, pattern }) })),
    ];
    const comparisons = compared ?? comparesOn(current, attack);
    const forms: Form[] = [];
    for (const { name, reading: each } of wanted) {
      const compiled = compile(each);
      const points = compiled.ok ? await drive(stepsAt(compiled.program, current.mode, attack, pumps, comparisons), useless) : null;
      if (useless()) return null;
      forms.push({ name, points: points?.map(asText) ?? null });
    }
    const measured: Sample[] = [];
    for (const count of pumps) {
      const text = textOf(attack, count);
      const machine = steppedMachine(current.program, text, { mode: HAZARD_MODES[current.mode].asks });
      if (!machine.advance(MEASURED_STEPS)) break;
      measured.push({ pumps: count, length: text.length, steps: String(machine.steps) });
    }
    return { generation, forms, callsWrittenOut: current.program.beyond.has("calls"), measured };
  }
}

/** Whether what back-references compare counts on an attack: as it did for its finding. */
const comparesOn = ({ verdict }: Current, { prefix, pump, suffix }: Attack): boolean =>
  verdict.findings.some((finding) => comparesIn(finding) && textOf(finding.attack, 1) === prefix + pump + suffix);

const asText = ({ steps, compared, ...sample }: Counted): Sample => ({
  ...sample,
  steps: String(steps),
  ...(compared === undefined ? {} : { compared: String(compared) }),
});
