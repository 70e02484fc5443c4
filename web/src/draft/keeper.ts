/**
 * Keeps the draft by itself: what differs from what the server has acknowledged is sent, one change at a time, and
 * sent again until it is acknowledged. Meanwhile a journal in the browser holds it, so that neither a server that is
 * down nor a page that is closed loses anything.
 */
import type { SampleChange, Specimen, SpecimenHead } from "@lamprey/api";
import { isProblem } from "@lamprey/api";
import type { ChangeOf } from "../api/specimens.ts";
import type { Draft, DraftFields, DraftSample, Keeping } from "./draftSlice.ts";

/** Wait for a pause in typing this long before sending (milliseconds). */
const PAUSE = 400;
/** Waits between tries while the server does not answer. */
const RETRIES = [500, 1000, 2000, 4000, 5000] as const;

/** A draft in the journal: texts of samples that are kept as they are stay out of it, since they can be megabytes. */
export interface JournalEntry {
  readonly revision: number;
  readonly fields: Omit<DraftFields, "samples"> & { readonly samples: readonly (Omit<DraftSample, "text"> & { readonly text?: string })[] };
}

export function journalEntry(revision: number, kept: DraftFields, draft: DraftFields): JournalEntry {
  const before = new Map(kept.samples.map((s) => [s.key, s.text]));
  const samples = draft.samples.map(({ text, ...sample }) => (sample.id !== null && before.get(sample.key) === text ? sample : { ...sample, text }));
  return { revision, fields: { ...draft, samples } };
}

/** The draft that an entry stands for, its unchanged texts taken from what the server holds. */
export function fromJournal({ fields }: JournalEntry, kept: DraftFields): DraftFields {
  const texts = new Map(kept.samples.map((s) => [s.id, s.text]));
  return { ...fields, samples: fields.samples.map((s) => ({ ...s, text: s.text ?? texts.get(s.id) ?? "" })) };
}

/** Where a draft waits that is not kept yet. */
export interface Journal {
  write(id: string, entry: JournalEntry): Promise<void>;
  read(id: string): Promise<JournalEntry | undefined>;
  clear(id: string): Promise<void>;
}

/** What the server said to a change. */
export type ChangeAnswer = { readonly specimen: SpecimenHead } | { readonly status: number; readonly body: unknown } | { readonly unreachable: true };

export interface KeeperParts {
  readonly draft: () => Draft;
  readonly send: (change: ChangeOf) => Promise<ChangeAnswer>;
  readonly journal: Journal;
  readonly say: (keeping: Keeping) => void;
  readonly acknowledge: (revision: number, ids: Readonly<Record<string, string>>) => void;
  readonly wait?: (milliseconds: number) => Promise<void>;
}

export class Keeper {
  private readonly parts: KeeperParts;
  private kept: DraftFields;
  private readonly id: string;
  private running = false;
  private closed = false;
  private journaled: DraftFields | null = null;

  /** @param kept what the server holds of the specimen now */
  constructor(parts: KeeperParts, id: string, kept: DraftFields) {
    this.parts = parts;
    this.id = id;
    this.kept = kept;
  }

  /** The draft may have changed: sees to it that it gets kept. */
  changed(): void {
    const draft = this.parts.draft();
    if (draft.id !== this.id || draft.keeping.state === "conflict" || this.running) return;
    if (!changeOf(this.id, draft.revision, this.kept, draft.fields)) return;
    this.running = true;
    void this.loop().finally(() => {
      this.running = false;
    });
  }

  /** What is kept now, after a conflict was settled by taking theirs or writing over it. */
  settled(kept: DraftFields): void {
    this.kept = kept;
  }

  close(): void {
    this.closed = true;
  }

  private wait(milliseconds: number): Promise<void> {
    return this.parts.wait ? this.parts.wait(milliseconds) : new Promise((done) => setTimeout(done, milliseconds));
  }

  private async loop(): Promise<void> {
    let failures = 0;
    while (!this.closed) {
      await this.settle();
      const draft = this.parts.draft();
      if (draft.id !== this.id) return;
      const { fields, revision } = draft;
      const change = changeOf(this.id, revision, this.kept, fields);
      if (!change) {
        await this.parts.journal.clear(this.id);
        this.parts.say({ state: "kept", at: Date.now() });
        return;
      }
      if (failures === 0) this.parts.say({ state: "keeping" });
      const answer = await this.parts.send(change);
      if ("specimen" in answer) {
        this.accept(answer.specimen, fields);
        failures = 0;
      } else if ("unreachable" in answer || answer.status >= 500 || answer.status === 429) {
        this.parts.say({ state: "waiting" });
        await this.wait(RETRIES[Math.min(failures++, RETRIES.length - 1)] as number);
      } else if (answer.status === 409 && isProblem(answer.body) && answer.body.current) {
        const theirs = answer.body.current;
        // The answer to an earlier try may have been lost on its way: then what is kept is what was sent.
        if (!sameFields(theirs, fields)) {
          this.parts.say({ state: "conflict", theirs });
          return;
        }
        this.accept(theirs, fields);
      } else {
        this.parts.say({ state: "refused", reason: isProblem(answer.body) ? answer.body.detail : `The server answered ${answer.status}.` });
        return;
      }
    }
  }

  /** Waits until the draft has rested for a while, journalling it meanwhile. */
  private async settle(): Promise<void> {
    for (;;) {
      const before = this.parts.draft();
      if (before.id === this.id && before.fields !== this.journaled) {
        await this.parts.journal.write(this.id, journalEntry(before.revision, this.kept, before.fields));
        this.journaled = before.fields;
      }
      await this.wait(PAUSE);
      if (this.closed || this.parts.draft().fields === before.fields) return;
    }
  }

  private accept(specimen: SpecimenHead, sent: DraftFields): void {
    const ids: Record<string, string> = {};
    sent.samples.forEach((sample, i) => {
      const id = specimen.samples[i]?.id;
      if (id) ids[sample.key] = id;
    });
    this.kept = { ...sent, samples: sent.samples.map((s) => ({ ...s, id: s.id ?? ids[s.key] ?? null })) };
    this.parts.acknowledge(specimen.revision, ids);
  }
}

/** The change that makes what is kept the draft; null where they are the same. */
export function changeOf(id: string, revision: number, kept: DraftFields, draft: DraftFields): ChangeOf | null {
  const own: Record<string, string> = {};
  for (const field of ["title", "pattern", "dialect", "flags", "notes"] as const) {
    // An empty title cannot be kept; the last one stays until there is a new one.
    if (draft[field] !== kept[field] && !(field === "title" && draft.title.trim() === "")) own[field] = draft[field];
  }
  const before = new Map(kept.samples.map((s) => [s.key, s]));
  const sameSamples = draft.samples.length === kept.samples.length && draft.samples.every((s, i) => sameSample(s, kept.samples[i]));
  const samples = draft.samples.map((s): SampleChange => {
    const name = s.name.trim() === "" ? "sample" : s.name;
    const known = before.get(s.key);
    if (s.id === null) return { name, text: s.text };
    return known?.text === s.text ? { id: s.id, name } : { id: s.id, name, text: s.text };
  });
  if (sameSamples && Object.keys(own).length === 0) return null;
  return { id, revision, ...own, ...(sameSamples ? {} : { samples }) };
}

function sameSample(one: DraftFields["samples"][number], other: DraftFields["samples"][number] | undefined): boolean {
  return one.key === other?.key && one.name === other.name && one.text === other.text;
}

/** Whether a specimen holds what a draft holds. */
export function sameFields(specimen: Specimen, fields: DraftFields): boolean {
  const { title, pattern, dialect, flags, notes, samples } = specimen;
  if (title !== fields.title || pattern !== fields.pattern || dialect !== fields.dialect || flags !== fields.flags || notes !== fields.notes) return false;
  return samples.length === fields.samples.length && samples.every((s, i) => s.name === fields.samples[i]?.name && s.text === fields.samples[i]?.text);
}
