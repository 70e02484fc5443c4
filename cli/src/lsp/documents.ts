/** Open documents: their texts, the patterns found in them, and what is told of those. */
import { slicedMap, valueAt, writtenSpan } from "@lamprey/core";
import type { Found, FoundPattern, LanguageName } from "@lamprey/sources";
import type { Diagnostic, TextDocumentContentChangeEvent } from "vscode-languageserver/node";
import type { Judgement } from "./judge.ts";
import type { Judgements } from "./judgements.ts";
import type { LiveText } from "./text.ts";
import { type Told, toldOf } from "./told.ts";
import type { Workers } from "./workers.ts";

/** The languages by the ids that editors have for them. */
export const LANGUAGE_IDS: Readonly<Record<string, LanguageName>> = {
  javascript: "javascript",
  javascriptreact: "javascript",
  typescript: "typescript",
  typescriptreact: "tsx",
  python: "python",
  java: "java",
  csharp: "csharp",
  php: "php",
  perl: "perl",
};

/** A longer text is not read: nobody writes it by hand, and each change would be seconds of work. */
export const LONGEST_DOCUMENT = 10_000_000;
/** A longer text is read for some tenths of a second. */
const LARGE_DOCUMENT = 300_000;
/** Edits follow one another faster than this while a person types (milliseconds). */
const QUIET_MS = 80;
/** What is known after so many milliseconds is told before the rest is. */
const TELL_MS = 1_000;

/** Who is told of what was found. */
export interface Listener {
  readonly publish: (document: OpenDocument, diagnostics: Diagnostic[]) => void;
  readonly failed: (fault: unknown) => void;
  /** Codes that are not told. */
  readonly without: () => readonly string[];
}

export class OpenDocument {
  readonly live: LiveText;
  readonly language: LanguageName;
  private readonly workers: Workers;
  private readonly judgements: Judgements;
  private readonly listener: Listener;
  /** Counts what was asked for: whatever belongs to an earlier one is of no use. */
  private generation = 0;
  /** Runs that have not ended. */
  private working = 0;
  private timer: NodeJS.Timeout | undefined;
  private finding: { readonly generation: number; readonly found: Promise<Found | null> } | undefined;

  constructor(live: LiveText, language: LanguageName, parts: { readonly workers: Workers; readonly judgements: Judgements; readonly listener: Listener }) {
    this.live = live;
    this.language = language;
    this.workers = parts.workers;
    this.judgements = parts.judgements;
    this.listener = parts.listener;
    this.analyse(0);
  }

  change(changes: readonly TextDocumentContentChangeEvent[], version: number): void {
    this.live.change(changes, version);
    this.analyse(QUIET_MS);
  }

  /** Reads and judges it again, after a pause in which nothing else is asked for. */
  analyse(pause: number): void {
    const generation = ++this.generation;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.run(generation).catch(this.listener.failed);
    }, pause);
  }

  close(): void {
    this.generation++;
    clearTimeout(this.timer);
    this.listener.publish(this, []);
  }

  /** The patterns of the text as it is now; null where it has changed by the time, or is too long. */
  patterns(): Promise<Found | null> {
    const { generation } = this;
    if (this.finding?.generation === generation) return this.finding.found;
    const { text } = this.live;
    const found =
      text.length > LONGEST_DOCUMENT
        ? Promise.resolve(null)
        : this.workers.do("find", { uri: this.live.uri, language: this.language, text }).then((answer) => (generation === this.generation ? answer : null));
    this.finding = { generation, found };
    return found;
  }

  /** Whether so much is under way that others should not wait for it. */
  get isLongAtWork(): boolean {
    return this.working > 0 && this.live.text.length > LARGE_DOCUMENT;
  }

  private async run(generation: number): Promise<void> {
    this.working++;
    try {
      await this.readAndJudge(generation);
    } finally {
      this.working--;
    }
  }

  private async readAndJudge(generation: number): Promise<void> {
    const found = await this.patterns();
    if (generation !== this.generation) return;
    const patterns = found?.patterns ?? [];
    const known = new Map<FoundPattern, Judgement>();
    const tell = (): void => this.listener.publish(this, this.diagnosticsOf(patterns, known));
    let told = performance.now();
    let next = 0;
    const judgeNext = async (): Promise<void> => {
      for (let each = patterns[next++]; each && generation === this.generation; each = patterns[next++]) {
        const judgement = await this.judgements.of(each);
        known.set(each, judgement);
        if (generation === this.generation && performance.now() - told > TELL_MS) {
          tell();
          told = performance.now();
        }
      }
    };
    await Promise.all(Array.from({ length: this.workers.atOnce }, judgeNext));
    if (generation === this.generation) tell();
  }

  private diagnosticsOf(patterns: readonly FoundPattern[], known: ReadonlyMap<FoundPattern, Judgement>): Diagnostic[] {
    return patterns.flatMap((found) => {
      const judgement = known.get(found);
      return judgement ? this.diagnosticsFor(found, judgement) : [];
    });
  }

  /** What is told of a pattern, but for what is set aside. */
  toldOf(found: FoundPattern, judgement: Judgement): readonly Told[] {
    const without = [...this.listener.without(), ...(found.meant ?? [])];
    return toldOf(judgement, found.pattern.length).filter(({ code }) => !without.includes(code));
  }

  diagnosticsFor(found: FoundPattern, judgement: Judgement): Diagnostic[] {
    return this.toldOf(found, judgement).map((told) => this.diagnosticOf(found, told));
  }

  private diagnosticOf(found: FoundPattern, { code, severity, message, attack, related, ...span }: Told): Diagnostic {
    return {
      range: this.live.rangeOf(placeOf(found, span)),
      severity,
      code,
      source: "lamprey",
      message,
      ...(attack ? { data: { attack } } : {}),
      ...(related.length > 0
        ? {
            relatedInformation: related.map((part) => ({
              location: { uri: this.live.uri, range: this.live.rangeOf(placeOf(found, part)) },
              message: part.message,
            })),
          }
        : {}),
    };
  }
}

/** Where a part of a pattern is written; where that is in several places, the whole expression. */
export function placeOf(
  { pattern, pieces = [], start, end }: FoundPattern,
  part: { readonly start: number; readonly end: number },
): {
  readonly start: number;
  readonly end: number;
} {
  // A mark of no width is not seen: the character before it is taken along, or the one behind it.
  const isEmpty = part.start === part.end && pattern !== "";
  const own = isEmpty ? (part.start > 0 ? { start: part.start - 1, end: part.end } : { start: 0, end: 1 }) : part;
  return writtenSpan({ value: pattern, pieces }, own) ?? { start, end };
}

/** The pattern that is written at an offset, with the offset in it; undefined where none is. */
export function patternAt(patterns: readonly FoundPattern[], offset: number): { readonly found: FoundPattern; readonly at: number } | undefined {
  for (const found of patterns) {
    const mapped = { value: found.pattern, pieces: found.pieces ?? [] };
    const span = valueAt(mapped, offset);
    if (span) return { found, at: span.start };
    // Behind its last character, as where a person types.
    const last = slicedMap(mapped, found.pattern.length - 1, found.pattern.length).pieces[0];
    if (last?.end === offset) return { found, at: found.pattern.length };
  }
  return undefined;
}
