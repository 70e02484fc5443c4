/**
 * The keepers of this window, one for each specimen that has something to be kept: they outlive screens, hurry when the
 * window is hidden, hear what other windows keep, and take over what windows that are gone have left in the journal.
 */
import type { Specimen, SpecimenHead } from "@lamprey/api";
import { ask } from "../api/send.ts";
import type { ChangeOf } from "../api/specimens.ts";
import { basedOn, neverKept, sameFields } from "./fields.ts";
import { type Entry, type EntryHead, journal } from "./journal.ts";
import { type ChangeAnswer, Keeper, type KeeperParts } from "./keeper.ts";
import { merge } from "./merge.ts";
import { baseAgainst } from "./sent.ts";
import { inTurn, livingWindows, ownWindow, unlessAnother } from "./windows.ts";

/** A request that takes longer is given up and made again (milliseconds); a large text takes longer. */
const ANSWER_WITHIN = 15_000;
const MORE_PER_MEGABYTE = 5000;
/** The most that a browser still sends for a window that is closed, in characters of JSON. */
const SENT_WHEN_LEAVING = 20_000;
/** What windows that are gone have left is looked for so often (milliseconds). */
const LOOKED_FOR = 20_000;
/** A window that is closed is still there for so long (milliseconds). */
const LET_GO = 200;

/** Where a browser cannot tell which windows are there, one that noted nothing for so long is taken to be gone (milliseconds). */
const TAKEN_FOR_GONE = 600_000;

/** Whether a window is there, as far as the browser can tell. */
const isThere = ({ window, at }: Pick<EntryHead, "window" | "at">, living: ReadonlySet<string> | undefined): boolean =>
  living?.has(window) ?? Date.now() - at < TAKEN_FOR_GONE;

/** What is in the journal, and whose it is. */
export interface Unsent extends EntryHead {
  readonly whose: "this" | "another" | "gone";
}

type Heard = (keeper: Keeper) => void;

class Keepers {
  private readonly kept = new Map<string, Keeper>();
  private readonly changes = new Set<Heard>();
  private readonly merges = new Set<Heard>();
  private readonly channel = typeof BroadcastChannel === "undefined" ? undefined : new BroadcastChannel("lamprey drafts");
  /** Specimens that stand on a bench: their keepers stay when all is kept. */
  private readonly open = new Set<string>();
  private readonly parts: KeeperParts = {
    send: (change, leaving) => (leaving ? patch(change, true) : inTurn(`sends ${change.id}`, () => patch(change, false))),
    journal,
    changed: (keeper) => {
      for (const hear of this.changes) hear(keeper);
      if (keeper.keeping.state !== "kept" || keeper.unsent || this.kept.get(keeper.id) !== keeper) return;
      this.channel?.postMessage({ specimen: keeper.id, revision: keeper.base.revision });
      if (!this.open.has(keeper.id)) this.kept.delete(keeper.id);
    },
    merged: (keeper) => {
      for (const hear of this.merges) hear(keeper);
    },
  };

  constructor() {
    if (typeof window === "undefined") return;
    window.addEventListener("pagehide", () => this.hurry(true));
    window.addEventListener("online", () => this.hurry(false));
    document.addEventListener("visibilitychange", () => document.visibilityState === "hidden" && this.hurry(false));
    this.channel?.addEventListener("message", ({ data }: MessageEvent<{ specimen: string; revision: number }>) => void this.heard(data));
  }

  /** Hears of every keeper that has something else to say. */
  onChange(hear: Heard): () => void {
    this.changes.add(hear);
    return () => this.changes.delete(hear);
  }

  /** Hears of keepers whose fields have changed by themselves. */
  onMerge(hear: Heard): () => void {
    this.merges.add(hear);
    return () => this.merges.delete(hear);
  }

  /**
   * The keeper of a specimen that is put on the bench: the one that is under way, or one with what the journal has of this
   * window and of windows that are gone.
   */
  async keep(specimen: Specimen): Promise<Keeper> {
    this.open.add(specimen.id);
    const own = await ownWindow();
    const known = this.kept.get(specimen.id);
    if (known) {
      known.heard(specimen);
      return known;
    }
    const keeper = await this.takeOver(specimen, own);
    // Another call may have been faster.
    const faster = this.kept.get(specimen.id);
    if (faster) return faster;
    this.kept.set(specimen.id, keeper);
    keeper.send();
    return keeper;
  }

  /** The specimen is on no bench of this window any more; what is unsent goes on being sent. */
  leave(id: string): void {
    this.open.delete(id);
    const keeper = this.kept.get(id);
    if (keeper?.keeping.state === "kept" && !keeper.unsent) this.kept.delete(id);
    else keeper?.hurry();
  }

  /** What is not acknowledged, in this window, in others, and of windows that are gone. */
  async unsent(): Promise<Unsent[]> {
    const [own, living, heads] = await Promise.all([ownWindow(), livingWindows(), journal.list()]);
    return heads.map((head) => ({ ...head, whose: head.window === own ? "this" : isThere(head, living) ? "another" : "gone" }));
  }

  keeperOf(id: string): Keeper | undefined {
    return this.kept.get(id);
  }

  /** Sends what windows that are gone have left, now and from now on. */
  start(): void {
    const look = () => {
      this.sendLeft().catch((error: unknown) => console.warn("What was left in the journal could not be looked at.", error));
    };
    look();
    setInterval(look, LOOKED_FOR);
  }

  private async sendLeft(): Promise<void> {
    const own = await ownWindow();
    for (const { specimen, whose } of await this.unsent()) {
      if (whose === "another" || this.kept.has(specimen) || this.open.has(specimen)) continue;
      await unlessAnother(`takes over ${specimen}`, async () => {
        // What was never kept is known by its note alone.
        const answer = (await read(specimen)) ?? (await notedOnly(specimen));
        if (!answer || this.kept.has(specimen) || this.open.has(specimen)) return;
        const keeper = await this.takeOver(answer, own);
        this.kept.set(specimen, keeper);
        keeper.send();
      });
    }
  }

  /** A keeper with what the journal has, as far as nobody else has it in hand; what was noted by others is this window's from now on. */
  private async takeOver(specimen: Specimen, own: string): Promise<Keeper> {
    const base = basedOn(specimen);
    const fresh = new Keeper(this.parts, { id: specimen.id, window: own, base, at: Date.parse(specimen.updatedAt) });
    let entries: Entry[];
    try {
      entries = await leftBehind(specimen.id, own);
    } catch (error) {
      console.warn("The journal cannot be read.", error);
      fresh.held = "no";
      return fresh;
    }
    let fields = base.fields;
    const joined: Entry[] = [];
    for (const entry of entries) {
      const merged = merge(baseAgainst(entry.base.fields, entry.sent, fields), entry.fields, fields);
      if (merged.clashes.length > 0 && joined.length === 0) {
        // The others wait until somebody has chosen.
        const keeper = new Keeper(this.parts, { id: specimen.id, window: own, base: entry.base, fields: entry.fields, at: entry.at, sent: entry.sent });
        keeper.note();
        keeper.heard(specimen);
        if (entry.window !== own) await journal.clear(specimen.id, entry.window);
        return keeper;
      }
      if (merged.clashes.length > 0) break;
      fields = merged.fields;
      joined.push(entry);
    }
    if (joined.length === 0) return fresh;
    const keeper = sameFields(fields, base.fields)
      ? fresh
      : new Keeper(this.parts, { id: specimen.id, window: own, base, fields, at: Date.parse(specimen.updatedAt) });
    if (keeper !== fresh) keeper.note();
    if (keeper !== fresh && specimen.deletedAt !== null) keeper.heard(specimen);
    for (const { window } of joined) if (window !== own || keeper === fresh) await journal.clear(specimen.id, window);
    return keeper;
  }

  private hurry(leaving: boolean): void {
    for (const keeper of this.kept.values()) keeper.hurry(leaving);
  }

  /** Another window has kept something: what is open here gets it. */
  private async heard({ specimen, revision }: { readonly specimen: string; readonly revision: number }): Promise<void> {
    const keeper = this.kept.get(specimen);
    if (!keeper || keeper.base.revision >= revision) return;
    const answer = await read(specimen);
    if (answer) keeper.heard(answer);
  }
}

/** What the journal has of a specimen, of this window and of those that are gone. */
async function leftBehind(specimen: string, own: string): Promise<Entry[]> {
  const free = async () => {
    const [living, all] = await Promise.all([livingWindows(), journal.read(specimen)]);
    return { all, free: all.filter((entry) => entry.window === own || !isThere(entry, living)) };
  };
  const first = await free();
  if (first.free.length === first.all.length) return first.free;
  // A window that is being closed lets go a moment later.
  await new Promise((done) => setTimeout(done, LET_GO));
  return (await free()).free;
}

/** A specimen that no server has been told of: an edit of it was noted, and its window closed before it was kept. */
async function notedOnly(specimen: string): Promise<Specimen | undefined> {
  const entry = (await journal.read(specimen)).find(({ base }) => base.revision === 0);
  return entry && neverKept(specimen, entry.base.fields);
}

export const keepers = new Keepers();

async function patch({ id, ...change }: ChangeOf, leaving: boolean): Promise<ChangeAnswer> {
  const body = JSON.stringify(change);
  const keepalive = leaving && body.length <= SENT_WHEN_LEAVING;
  const patience = ANSWER_WITHIN + (MORE_PER_MEGABYTE * body.length) / 1e6;
  const answer = await ask(`/specimens/${id}`, { method: "PATCH", body, keepalive, patience });
  if ("unreachable" in answer || answer.status !== 200) return answer;
  return { specimen: answer.data as SpecimenHead };
}

/** What the server holds of a specimen; undefined where it does not say. */
export async function read(id: string): Promise<Specimen | undefined> {
  const answer = await ask(`/specimens/${id}`, { patience: ANSWER_WITHIN });
  return "status" in answer && answer.status === 200 ? (answer.data as Specimen) : undefined;
}
