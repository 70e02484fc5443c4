/**
 * Keeps the draft of one specimen: every edit is noted in the browser's journal as it is made, what differs from what the
 * server has acknowledged is sent after a pause, one change at a time, and sent again until it is acknowledged. It outlives
 * the bench that the specimen stands on.
 */
import { isProblem, type Specimen, type SpecimenHead } from "@lamprey/api";
import type { Answered } from "../api/send.ts";
import type { ChangeOf } from "../api/specimens.ts";
import { type Based, basedOn, changeOf, type DraftFields, keepable, NO_FIELDS, sameFields, withinBounds } from "./fields.ts";
import type { Entry, Journal } from "./journal.ts";
import { type Clash, merge } from "./merge.ts";
import { baseAgainst, type SentMarks, withSent } from "./sent.ts";

/** Wait for a pause in typing this long before sending (milliseconds). */
const PAUSE = 400;
/** Waits between tries while the server does not take it. */
const RETRIES = [500, 1000, 2000, 4000, 8000, 15_000] as const;

/** Why a change waits to be sent again. */
export const DELAYS = {
  away: "the server is away",
  slow: "the server does not answer",
  busy: "the server asks to wait",
  full: "the server’s disk is full",
  failed: "the server has failed",
} as const;
type Delay = keyof typeof DELAYS;

export type Keeping =
  /** All is kept, since the time (milliseconds). */
  | { readonly state: "kept"; readonly at: number }
  | { readonly state: "keeping" }
  /** The next try is under way. */
  | { readonly state: "waiting"; readonly delay: Delay }
  /** The server, or a bound, refuses it; the reason. What can be kept without it is. */
  | { readonly state: "refused"; readonly reason: string }
  /** Somebody else changed the same; theirs. */
  | { readonly state: "conflict"; readonly theirs: Specimen; readonly clashes: readonly Clash[] }
  /** Somebody else removed it; what is kept of it, or null where nothing is any more. */
  | { readonly state: "removed"; readonly theirs: Specimen | null };

/** Whether the journal has what was typed last: only then does closing the window lose nothing. */
export type Held = "yes" | "not-yet" | "no";

/** What the server said to a change. */
export type ChangeAnswer = { readonly specimen: SpecimenHead } | Answered;

export interface KeeperParts {
  readonly send: (change: ChangeOf, leaving: boolean) => Promise<ChangeAnswer>;
  readonly journal: Journal;
  /** Something that is said of it has changed. */
  readonly changed: (keeper: Keeper) => void;
  /** The fields are others than those that were given: what somebody else kept has come in. */
  readonly merged: (keeper: Keeper) => void;
  readonly wait?: (milliseconds: number, woken: AbortSignal) => Promise<void>;
}

export class Keeper {
  readonly id: string;
  /** Of the window that the entries of the journal are of. */
  readonly window: string;
  base: Based;
  fields: DraftFields;
  keeping: Keeping;
  held: Held = "yes";
  /** What was sent on this base and not answered. */
  private sent: readonly SentMarks[];
  private readonly parts: KeeperParts;
  private noted: Entry | null = null;
  private notes = 0;
  /** A note has failed since the last one was begun. */
  private failedNote = false;
  private running = false;
  private woken = new AbortController();
  private leaving = false;

  constructor(
    parts: KeeperParts,
    { id, window, base, fields, at, sent = [] }: { id: string; window: string; base: Based; fields?: DraftFields; at: number; sent?: readonly SentMarks[] },
  ) {
    this.parts = parts;
    this.id = id;
    this.window = window;
    this.base = base;
    this.fields = fields ?? base.fields;
    this.sent = sent;
    this.keeping = { state: "kept", at };
  }

  /** Whether there is something that the server has not acknowledged. */
  get unsent(): boolean {
    return changeOf(this.id, this.base, this.fields) !== null;
  }

  /** What is written now: noted before anything else happens, and sent by and by. */
  edit(fields: DraftFields): void {
    if (fields === this.fields) return;
    this.fields = fields;
    if (this.noted !== null || !sameFields(fields, this.base.fields)) this.note();
    this.send();
  }

  /** Sends what there is to be sent, unless that is under way or somebody has to choose first. */
  send(): void {
    if (this.running || this.keeping.state === "conflict" || this.keeping.state === "removed" || !this.unsent) return;
    this.running = true;
    void this.loop().finally(() => {
      this.running = false;
    });
  }

  /** Waits no longer, as where the window is hidden and may not come back, or the network is there again. */
  hurry(leaving = false): void {
    this.leaving = leaving;
    this.woken.abort();
    this.send();
  }

  /** What the server holds now is this: what others have changed comes in, unless it is the same that was changed here. */
  heard(theirs: Specimen): void {
    if (theirs.revision < this.base.revision || this.running) return;
    if (theirs.deletedAt !== null) {
      if (this.unsent) this.say({ state: "removed", theirs });
    } else if (this.join(theirs)) this.goOn();
  }

  /** Writes over what somebody else kept. */
  overwrite(theirs: Specimen): void {
    this.standOn(basedOn(theirs));
    this.note();
    this.goOn();
  }

  /** Takes what somebody else kept, and lets go what is here. */
  async take(theirs: Specimen): Promise<void> {
    this.standOn(basedOn(theirs));
    this.fields = this.base.fields;
    this.parts.merged(this);
    await this.done(Date.parse(theirs.updatedAt));
  }

  /** The specimen is on the shelf again: what is here comes on top of it. */
  putBack(theirs: Specimen): void {
    if (this.join(theirs)) this.goOn();
  }

  /** Lets go what is here and was not kept. */
  async letGo(): Promise<void> {
    this.fields = this.base.fields;
    await this.done();
  }

  /** Notes what is written now; says later whether that came about. */
  note(): void {
    const { id, window, base, fields, sent } = this;
    const entry: Entry = { specimen: id, window, at: Date.now(), base, fields, sent };
    const before = this.noted;
    const number = ++this.notes;
    this.noted = entry;
    this.held = "not-yet";
    this.failedNote = false;
    const settled = (held: Held) => {
      const newest = number === this.notes;
      if (newest) this.held = held;
      if (held === "no") {
        // What has not come about is written as a whole the next time.
        this.failedNote = true;
        if (this.noted) this.noted = { ...this.noted, base: { ...base, fields: NO_FIELDS }, fields: NO_FIELDS };
        // What was written on top of it has come about already, as if this had too.
        if (!newest && this.held === "yes") this.note();
      } else if (newest && this.failedNote && this.noted) {
        // It was written as if the one before it had come about.
        this.note();
      }
      this.parts.changed(this);
    };
    this.parts.journal.write(entry, before).then(
      () => settled("yes"),
      (error: unknown) => {
        console.warn("The draft could not be noted in this browser.", error);
        settled("no");
      },
    );
    this.parts.changed(this);
  }

  /** Nobody has to choose any more. */
  private goOn(): void {
    if (!this.unsent) {
      if (this.keeping.state !== "kept") void this.done();
      return;
    }
    if (this.keeping.state === "conflict" || this.keeping.state === "removed") this.say({ state: "keeping" });
    this.send();
  }

  private say(keeping: Keeping): void {
    this.keeping = keeping;
    this.parts.changed(this);
  }

  private wait(milliseconds: number): Promise<void> {
    this.woken = new AbortController();
    return (this.parts.wait ?? waitFor)(milliseconds, this.woken.signal);
  }

  private async loop(): Promise<void> {
    let failures = 0;
    for (;;) {
      if (failures === 0) await this.pause();
      const { id, base } = this;
      const { fields, faults } = withinBounds(this.fields, base.fields);
      const change = changeOf(id, base, fields);
      if (!change) {
        if (faults.length > 0) this.say({ state: "refused", reason: `${faults.join("; ")}.` });
        else await this.done();
        if (!this.unsent || faults.length > 0) return;
        continue;
      }
      if (failures === 0) this.say({ state: "keeping" });
      // Noted before it goes: its answer may never come, and this window may be gone by then.
      const sent = withSent(this.sent, keepable(fields, base.fields), base.fields);
      if (sent !== this.sent) {
        this.sent = sent;
        this.note();
      }
      const answer = await this.parts.send(change, this.leaving);
      if ("specimen" in answer) {
        this.accept(answer.specimen, fields);
        failures = 0;
        continue;
      }
      const delay = delayOf(answer);
      if (delay) {
        this.say({ state: "waiting", delay });
        await this.wait(RETRIES[Math.min(failures++, RETRIES.length - 1)] as number);
      } else if ("status" in answer) {
        if (!this.answeredBy(answer.status, answer.data)) return;
        failures = 0;
      }
    }
  }

  /** What is to come of an answer that is no acknowledgement; false where it is not sent again by itself. */
  private answeredBy(status: number, body: unknown): boolean {
    const theirs = isProblem(body) ? body.current : undefined;
    if (status === 404 || theirs?.deletedAt) {
      this.say({ state: "removed", theirs: theirs ?? null });
      return false;
    }
    if (status === 409 && theirs) return this.join(theirs);
    this.say({ state: "refused", reason: isProblem(body) ? body.detail : `The server answered ${status}.` });
    return false;
  }

  /** What is here is a change of this from now on; nothing was sent on it yet. */
  private standOn(base: Based): void {
    this.base = base;
    this.sent = [];
  }

  /** Puts what is here on top of what the server holds, which may be what was sent from here; false where somebody has to choose. */
  private join(theirs: Specimen): boolean {
    const base = basedOn(theirs);
    const { fields, clashes } = merge(baseAgainst(this.base.fields, this.sent, base.fields), this.fields, base.fields);
    if (clashes.length > 0) {
      this.say({ state: "conflict", theirs, clashes });
      return false;
    }
    this.standOn(base);
    const news = !sameFields(fields, this.fields);
    this.fields = fields;
    if (this.noted) this.note();
    if (news) this.parts.merged(this);
    this.parts.changed(this);
    return true;
  }

  /** Waits until what is written has rested for a while. */
  private async pause(): Promise<void> {
    for (;;) {
      const before = this.fields;
      if (this.leaving) return;
      await this.wait(PAUSE);
      if (this.fields === before) return;
    }
  }

  private accept({ revision }: Pick<SpecimenHead, "revision">, sent: DraftFields): void {
    this.standOn({ revision, fields: keepable(sent, this.base.fields) });
    if (this.noted && !sameFields(sent, this.fields)) this.note();
    this.parts.changed(this);
  }

  /** All is acknowledged: nothing has to be held here. */
  private async done(at = Date.now()): Promise<void> {
    this.leaving = false;
    const noted = this.noted;
    this.noted = null;
    this.held = "yes";
    this.say({ state: "kept", at });
    if (!noted) return;
    try {
      await this.parts.journal.clear(this.id, this.window);
    } catch (error) {
      // What is left behind is the same as what is kept, and is found to be so.
      console.warn("The journal could not be cleared.", error);
    }
  }
}

function delayOf(answer: Answered): Delay | undefined {
  if ("unreachable" in answer) return answer.unreachable;
  if (answer.status === 429) return "busy";
  if (answer.status === 507) return "full";
  return answer.status >= 500 ? "failed" : undefined;
}

function waitFor(milliseconds: number, woken: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    const timer = setTimeout(resolve, milliseconds);
    woken.addEventListener("abort", () => {
      clearTimeout(timer);
      resolve();
    });
  });
}
