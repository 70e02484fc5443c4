/**
 * What the API asks of the store. Requests come as bytes and answers go as bytes, so that what is large is parsed, checked,
 * kept and written out where the store is, which is not the thread that listens.
 */
import { newSpecimen } from "@lamprey/api/files";
import { readJson } from "./bounded.ts";
import { EXPORT_FORMAT, EXPORTED_AT_ONCE, ONE_FORMAT } from "./exported.ts";
import { readImported } from "./importing.ts";
import { asProblem, Problem, type ProblemDetails, withoutValues } from "./problem.ts";
import { Room } from "./room.ts";
import { check, figuresOf, many, specimenChange, specimenQuery, wanted } from "./specimens/schemas.ts";
import { RESTORED_WITHIN, type Specimens } from "./specimens/specimens.ts";
import { BACKED_UP_EVERY } from "./store/backups.ts";
import type { Store } from "./store/store.ts";

export interface Answer {
  readonly status: number;
  readonly body: Uint8Array<ArrayBuffer>;
  /** Where it is a problem that is a defect: what may be logged of it. */
  readonly defect?: object;
}

/** How far an import is: specimens that were looked at, or kept, of all that the file has. */
export interface ImportProgress {
  readonly doing: "reading" | "keeping";
  readonly done: number;
  readonly total: number;
}

export class Service {
  private readonly store: Store;
  private readonly specimens: Specimens;
  private readonly room = new Room();
  private importing: Promise<unknown> = Promise.resolve();
  /** Of the file that came last, while it is read and kept. */
  private progress: ImportProgress | null = null;

  constructor(store: Store, specimens: Specimens) {
    this.store = store;
    this.specimens = specimens;
  }

  health(at: string): Promise<Answer> {
    return answer(at, async () => ({ status: (await this.specimens.answers()) ? "ok" : "failing" }));
  }

  list(at: string, query: unknown): Promise<Answer> {
    return answer(at, () => this.specimens.list(check(specimenQuery, query, true)));
  }

  read(at: string, id: string): Promise<Answer> {
    return answer(at, () => this.specimens.read(id));
  }

  earlier(at: string, id: string): Promise<Answer> {
    return answer(at, async () => ({ items: await this.specimens.earlier(id) }));
  }

  create(at: string, body: Uint8Array): Promise<Answer> {
    return answer(at, () => this.room.with(body.length, () => this.specimens.create(check(newSpecimen, readJson(body)))), 201);
  }

  change(at: string, id: string, body: Uint8Array): Promise<Answer> {
    return answer(at, () => this.room.with(body.length, () => this.specimens.change(id, check(specimenChange, readJson(body)))));
  }

  remove(at: string, id: string): Promise<Answer> {
    return answer(at, () => this.specimens.remove(id));
  }

  restore(at: string, id: string): Promise<Answer> {
    return answer(at, () => this.specimens.restore(id));
  }

  tags(at: string): Promise<Answer> {
    return answer(at, () => this.specimens.tags());
  }

  many(at: string, body: Uint8Array): Promise<Answer> {
    return answer(at, async () => ({ changed: await this.specimens.many(check(many, readJson(body))) }));
  }

  figures(at: string, id: string, body: Uint8Array): Promise<Answer> {
    return answer(at, async () => ({ kept: await this.specimens.figures(id, check(figuresOf, readJson(body))) }));
  }

  purge(at: string, id: string): Promise<Answer> {
    return answer(at, async () => ({ purged: await this.specimens.purge({ id }) }));
  }

  /** A part of the file of everything: its specimens from one on, without the brackets around them. */
  exportPart(at: string, offset: number): Promise<Answer & { readonly count?: number }> {
    let count = 0;
    const made = answer(at, async () => {
      const page = await this.specimens.page(offset, EXPORTED_AT_ONCE);
      count = page.length;
      return page;
    });
    return made.then((whole) => ({ ...whole, count }));
  }

  /** Some of them as a file: one alone in the form of its own, to lie beside a program. */
  exportSome(at: string, body: Uint8Array): Promise<Answer> {
    return answer(at, async () => {
      const specimens = await this.specimens.some(check(wanted, readJson(body)).ids);
      const [only] = specimens;
      if (!only) throw new Problem("not-found", "None of these is on the shelf.");
      return specimens.length === 1 ? { ...ONE_FORMAT, ...only } : { ...EXPORT_FORMAT, specimens };
    });
  }

  /** Keeps all specimens of such a file, or none. */
  importAll(at: string, body: Uint8Array): Promise<Answer> {
    return answer(at, () => this.room.with(body.length, async () => ({ imported: await this.keepAll(body) })), 201);
  }

  /** How far the import is that is under way. */
  importProgress(at: string): Promise<Answer> {
    return answer(at, async () => ({ importing: this.progress }));
  }

  /** The same; throws a Problem where the file does not fit. */
  async keepAll(body: Uint8Array): Promise<number> {
    const own: { doing: ImportProgress["doing"]; done: number; total: number } = { doing: "reading", done: 0, total: 0 };
    this.progress = own;
    try {
      return await this.keepRead(body, (doing, done, total) => Object.assign(own, { doing, done, total }));
    } finally {
      if (this.progress === own) this.progress = null;
    }
  }

  private async keepRead(body: Uint8Array, tell: (doing: ImportProgress["doing"], done: number, total: number) => void): Promise<number> {
    const specimens = await readImported(body, (done, total) => tell("reading", done, total));
    // One file after the other: what is being kept of one is told by a mark that all of them share.
    const kept = this.importing.then(() => this.specimens.createAll(specimens, (done) => tell("keeping", done, specimens.length)));
    this.importing = kept.catch(() => {});
    return kept;
  }

  /** What is to be done now and then: backups, and what was removed long ago. */
  async tend(): Promise<{ readonly backup: string | null; readonly purged: number }> {
    const purged = await this.specimens.purge({ before: new Date(Date.now() - RESTORED_WITHIN) });
    const due = Date.now() - this.store.lastBackup() >= BACKED_UP_EVERY;
    return { backup: due ? await this.store.backUp() : null, purged };
  }

  close(): Promise<void> {
    return this.store.close();
  }
}

const encoder = new TextEncoder();

/** The answer to a request at an address: what the work gives, or the problem that it throws. */
async function answer(at: string, work: () => Promise<unknown>, status = 200): Promise<Answer> {
  try {
    return { status, body: encoder.encode(JSON.stringify(await work())) };
  } catch (error) {
    const problem = asProblem(error);
    const details: ProblemDetails = problem.details(at);
    const body = encoder.encode(JSON.stringify(details));
    return problem.code === "internal" ? { status: details.status, body, defect: withoutValues(error) } : { status: details.status, body };
  }
}
