/** Keeping specimens: every change is one transaction, and names the revision that it changes. */
import { randomUUID } from "node:crypto";
import {
  BOUNDS,
  type EarlierPattern,
  type Figures,
  type FiguresOf,
  type Many,
  type SampleChange,
  type SampleHead,
  type Sort,
  type SpecimenChange,
  type SpecimenHead,
  type SpecimenList,
  type SpecimensFile,
  type Specimen as SpecimenWhole,
  type TagList,
  type TextEdit,
} from "@lamprey/api";
import type { SpecimenFields } from "@lamprey/api/files";
import type { DialectName } from "@lamprey/core";
import type { SqlEntityManager } from "@mikro-orm/libsql";
import { Problem } from "../problem.ts";
import type { Store } from "../store/store.ts";
import { Earlier, ExactText, Fact, Sample, type SampleRow, Specimen, type SpecimenRow } from "./entities.ts";
import type { SpecimenQuery } from "./schemas.ts";
import { ensureWords, forgetWords, keepWords, searching } from "./words.ts";

/** Milliseconds that a pattern must have stood unchanged for it to be kept as an earlier one. */
const STOOD_FOR = 5_000;
/** Earlier patterns kept of a specimen; the oldest go first. */
const MOST_EARLIER = 100;
/** A removed specimen can be restored for so long (milliseconds): ninety days. */
export const RESTORED_WITHIN = 90 * 86_400_000;
/** Facts about the database: the demo was put into it, and its words are there. */
const SEEDED = "seeded";
const WORDED = "words";
/** When what is being kept is said to have been removed, until all of it is there. */
const UNFINISHED = new Date(0);
/** A batch of an import takes so long (milliseconds): others wait no longer for it. */
const BATCH_TIME = 30;
/** Specimens that are taken away in one change. */
const CLEARED_AT_ONCE = 200;

/** Characters of samples that an export holds in memory at once: those of one specimen at most, or of many small ones. */
const HELD_AT_ONCE = 8_000_000;
/** Of some specimens that are saved together: their file is put together in memory, several times over. */
const MOST_SAVED = 32_000_000;

export class Specimens {
  private readonly store: Store;

  constructor(store: Store) {
    this.store = store;
  }

  async list({ search, removed, offset, limit, sort = "changed", tag = "" }: SpecimenQuery): Promise<SpecimenList> {
    const em = this.store.fork();
    const found = searching(search);
    const tagged = tag === "" ? "" : " and instr(s.tags, ?) > 0";
    const where = `${removed ? `s.deleted_at > ${UNFINISHED.getTime()}` : "s.deleted_at is null"}${found ? ` and ${found.sql}` : ""}${tagged}`;
    const values = [...(found?.values ?? []), ...(tag === "" ? [] : [joined([tag])])];
    const [{ total }] = (await em.execute(`select count(*) as total from specimen s where ${where}`, [...values])) as [{ total: number }];
    const rows: ExcerptRow[] = await em.execute(
      `select id, title, ${excerptOf("pattern")}, length(pattern) as patternLength, dialect, flags, ${excerptOf("notes")}, revision, created_at, updated_at, deleted_at, tags,
       case when figures_of = revision then figures end as figures
       from specimen s where ${where} order by ${ORDERS[sort]} limit ? offset ?`,
      [...values, limit, offset],
    );
    const samples = await this.sampleHeads(
      em,
      rows.map((row) => row.id),
    );
    const bySpecimen = groupBySpecimen(samples);
    return { items: rows.map((row) => ({ ...excerpt(row), samples: (bySpecimen.get(row.id) ?? []).map(sampleHead) })), total };
  }

  /** The tags of what is not removed, with how many have each, the most first. */
  async tags(): Promise<TagList> {
    const rows: { tags: string; count: number }[] = await this.store
      .fork()
      .execute("select tags, count(*) as count from specimen where deleted_at is null and tags <> '' group by tags");
    const counts = new Map<string, number>();
    for (const { tags, count } of rows) for (const tag of parted(tags)) counts.set(tag, (counts.get(tag) ?? 0) + count);
    const items = [...counts].map(([tag, count]) => ({ tag, count }));
    return { items: items.sort((a, b) => b.count - a.count || (a.tag < b.tag ? -1 : 1)) };
  }

  /** Does the same to several, all or none; how many it changed. What is not there any more is passed over. */
  async many({ ids, act, tag: asked = "" }: Many): Promise<number> {
    return this.store.fork().transactional(async (fork) => {
      const em = fork as SqlEntityManager;
      const rows = await em.find(Specimen, { id: { $in: [...ids] } }, { fields: ["id", "revision", "tags", "deletedAt"], disableIdentityMap: true });
      const tag = asTag(asked);
      let changed = 0;
      const now = new Date();
      for (const { id, revision, tags, deletedAt } of rows) {
        const own = parted(tags);
        const wanted = act === "tag" ? [...own.filter((each) => each !== tag), tag] : own.filter((each) => each !== tag);
        const values = ((): object | null => {
          switch (act) {
            case "remove":
              return deletedAt ? null : { deletedAt: now, revision: revision + 1 };
            case "restore":
              return deletedAt ? { deletedAt: null, revision: revision + 1 } : null;
            case "tag":
              if (own.includes(tag)) return null;
              if (wanted.length > BOUNDS.tags) throw new Problem("invalid-request", `A specimen may have ${BOUNDS.tags} tags.`);
              return { tags: joined(wanted) };
            case "untag":
              return own.includes(tag) ? { tags: joined(wanted) } : null;
            default:
              throw new RangeError(`Nothing is called “${act satisfies never}”.`);
          }
        })();
        if (values) changed += await em.nativeUpdate(Specimen, { id, revision }, values);
      }
      return changed;
    });
  }

  /** What a bench found out of a specimen; what it found of a revision that is gone is not kept. */
  async figures(id: string, { revision, figures }: FiguresOf): Promise<boolean> {
    const values = { figures: JSON.stringify(figures), figuresOf: revision };
    return (await this.store.fork().nativeUpdate(Specimen, { id, revision }, values)) > 0;
  }

  async read(id: string): Promise<SpecimenWhole> {
    const em = this.store.fork();
    return this.whole(em, await this.find(em, id));
  }

  async create(fields: SpecimenFields): Promise<SpecimenWhole> {
    return this.store
      .fork()
      .transactional(async (em) => this.whole(em as SqlEntityManager, await this.find(em as SqlEntityManager, await this.add(em as SqlEntityManager, fields))));
  }

  /**
   * Keeps all of them or none, in batches between which others have their turn. Until all are there each of them is marked as
   * removed long ago: nobody sees it, and a process that ends in the middle leaves nothing (`clearUnfinished`).
   */
  async createAll(list: readonly SpecimenFields[], kept: (done: number) => void = () => {}): Promise<number> {
    try {
      for (let at = 0; at < list.length; ) {
        const until = performance.now() + BATCH_TIME;
        await this.store.fork().transactional(async (em) => {
          do await this.add(em as SqlEntityManager, list[at++] as SpecimenFields, randomUUID(), UNFINISHED);
          while (at < list.length && performance.now() < until);
        });
        kept(at);
        await new Promise((resolve) => setImmediate(resolve));
      }
      await this.store.fork().nativeUpdate(Specimen, { deletedAt: UNFINISHED }, { deletedAt: null });
    } catch (error) {
      await this.clearUnfinished();
      throw error;
    }
    return list.length;
  }

  /** Takes away what was being kept when it could not be finished. */
  async clearUnfinished(): Promise<void> {
    for (;;) {
      const rows = await this.store.fork().find(Specimen, { deletedAt: UNFINISHED }, { fields: ["id", "number"], limit: CLEARED_AT_ONCE });
      if (rows.length === 0) return;
      await this.store.fork().transactional((em) => this.forget(em as SqlEntityManager, rows));
    }
  }

  /** Puts the demo into a new database, whole or not at all; what a person removes of it stays removed. */
  async seed(demo: () => readonly SpecimenFields[]): Promise<number> {
    return this.store.fork().transactional(async (em) => {
      if (await em.findOne(Fact, { name: SEEDED })) return 0;
      const list = demo();
      for (const fields of list) await this.add(em as SqlEntityManager, fields);
      await em.insert(Fact, { name: SEEDED, value: new Date().toISOString() });
      return list.length;
    });
  }

  /** What a database from before specimens were searched by words lacks. */
  async ensureSearchable(): Promise<void> {
    await this.store.fork().transactional(async (fork) => {
      const em = fork as SqlEntityManager;
      if (await em.findOne(Fact, { name: WORDED })) return;
      await ensureWords(em, async (offset, limit) => {
        const rows = await em.find(Specimen, {}, { orderBy: { number: "asc" }, offset, limit, disableIdentityMap: true });
        const heads = groupBySpecimen(
          await this.sampleHeads(
            em,
            rows.map(({ id }) => id),
          ),
        );
        return rows.map((row) => ({ ...row, names: (heads.get(row.id) ?? []).map(({ name }) => name) }));
      });
      await em.insert(Fact, { name: WORDED, value: new Date().toISOString() });
    });
  }

  /** Adds one; its id. Nothing of it stays in memory, however many are added. */
  private async add(
    em: SqlEntityManager,
    { samples, tags = [], template = "", expectations = "", setAside = "", ...own }: SpecimenFields,
    id: string = randomUUID(),
    deletedAt: Date | null = null,
  ): Promise<string> {
    const now = new Date();
    const [{ number }] = (await em.execute("select coalesce(max(number), 0) + 1 as number from specimen")) as [{ number: number }];
    await em.insert(Specimen, {
      id,
      ...own,
      template,
      expectations,
      setAside,
      tags: joined(tags),
      figures: null,
      figuresOf: 0,
      revision: 1,
      createdAt: now,
      updatedAt: now,
      deletedAt,
      patternAt: now,
      number,
    });
    for (const [position, { name, text }] of samples.entries()) {
      await em.insert(Sample, { id: randomUUID(), specimenId: id, position, name, text, length: text.length });
    }
    await keepWords(em, number, { ...own, names: samples.map(({ name }) => name) });
    return id;
  }

  /** Changes what is named; a stale revision changes nothing, and the problem carries what is kept instead. */
  async change(id: string, change: SpecimenChange): Promise<SpecimenHead> {
    const { revision, samples, ...own } = change;
    return this.store.fork().transactional(async (fork) => {
      const em = fork as SqlEntityManager;
      if (revision === 0 && (await em.count(Specimen, { id })) === 0) return this.first(em, id, change);
      const now = new Date();
      const patternAt = await this.keepEarlier(em, id, change, now);
      const values = { ...own, ...(patternAt && { patternAt }), revision: revision + 1, updatedAt: now };
      const changed = await em.nativeUpdate(Specimen, { id, revision, deletedAt: null }, values);
      if (changed === 0) {
        const current = await this.whole(em, await this.find(em, id));
        const detail = current.deletedAt ? "The specimen has been removed. Restore it first." : `Revision ${revision} is stale; ${current.revision} is kept.`;
        throw new Problem("stale-revision", detail, { current });
      }
      if (samples) await this.keepSamples(em, id, samples);
      const heads = await this.sampleHeads(em, [id]);
      const row = await this.find(em, id);
      const searched = own.title ?? own.pattern ?? own.notes ?? samples;
      if (searched !== undefined) await keepWords(em, row.number, { ...row, names: heads.map(({ name }) => name) });
      return { ...head(row), samples: heads.map(sampleHead) };
    });
  }

  /** Keeps one for the first time, under the id that it has had on a bench. */
  private async first(em: SqlEntityManager, id: string, change: SpecimenChange): Promise<SpecimenHead> {
    const { title, pattern = "", dialect = "ecmascript", flags = "", notes = "", template = "", expectations = "", setAside = "", samples = [] } = change;
    if (title === undefined) throw new Problem("invalid-request", "What is kept for the first time has a title.");
    await this.add(em, { title, pattern, dialect, flags, notes, template, expectations, setAside, samples: [] }, id);
    await this.keepSamples(em, id, samples);
    const row = await this.find(em, id);
    const heads = await this.sampleHeads(em, [id]);
    await keepWords(em, row.number, { ...row, names: heads.map(({ name }) => name) });
    return { ...head(row), samples: heads.map(sampleHead) };
  }

  /**
   * A pattern that is about to be changed is kept as it was, if it stood for a while: not every letter of it that was typed.
   * The time of the change; undefined where the pattern stays.
   */
  private async keepEarlier(em: SqlEntityManager, id: string, change: SpecimenChange, now: Date): Promise<Date | undefined> {
    const row = await em.findOne(Specimen, { id, revision: change.revision, deletedAt: null }, { disableIdentityMap: true });
    if (!row) return undefined;
    const { pattern, dialect, flags, revision, patternAt } = row;
    if ((change.pattern ?? pattern) === pattern && (change.dialect ?? dialect) === dialect && (change.flags ?? flags) === flags) return undefined;
    if (now.getTime() - patternAt.getTime() < STOOD_FOR) return now;
    await em.persist(em.create(Earlier, { id: randomUUID(), specimenId: id, revision, pattern, dialect, flags, keptAt: patternAt })).flush();
    const kept = await em.find(Earlier, { specimenId: id }, { orderBy: { revision: "desc" }, offset: MOST_EARLIER, fields: ["id"] });
    if (kept.length > 0) await em.nativeDelete(Earlier, { id: { $in: kept.map((each) => each.id) } });
    return now;
  }

  /** What the pattern was before, the newest first. */
  async earlier(id: string): Promise<readonly EarlierPattern[]> {
    const em = this.store.fork();
    await this.find(em, id);
    const rows = await em.find(Earlier, { specimenId: id }, { orderBy: { revision: "desc" } });
    return rows.map(({ revision, pattern, dialect, flags, keptAt }) => ({
      ...{ revision, pattern, flags },
      dialect: dialect as DialectName,
      keptAt: keptAt.toISOString(),
    }));
  }

  async remove(id: string): Promise<SpecimenHead> {
    return this.setRemoved(id, new Date());
  }

  async restore(id: string): Promise<SpecimenHead> {
    return this.setRemoved(id, null);
  }

  /** Lets go for good what was removed before a time, or one that was; how many. */
  async purge(which: { readonly before: Date } | { readonly id: string }): Promise<number> {
    return this.store.fork().transactional(async (fork) => {
      const em = fork as SqlEntityManager;
      const rows = await em.find(Specimen, "id" in which ? { id: which.id } : { deletedAt: { $gt: UNFINISHED, $lt: which.before } }, {
        fields: ["id", "number", "deletedAt"],
      });
      if ("id" in which) {
        const [row] = rows;
        if (!row) throw new Problem("not-found", `No specimen has the id ${which.id}.`);
        if (row.deletedAt === null) throw new Problem("invalid-request", "Only what was removed can be removed for good.");
      }
      return this.forget(em, rows);
    });
  }

  private async forget(em: SqlEntityManager, rows: readonly Pick<SpecimenRow, "id" | "number">[]): Promise<number> {
    const ids = rows.map(({ id }) => id);
    await em.nativeDelete(Sample, { specimenId: { $in: ids } });
    await em.nativeDelete(Earlier, { specimenId: { $in: ids } });
    for (const { number } of rows) await forgetWords(em, number);
    await em.nativeDelete(Specimen, { id: { $in: ids } });
    return ids.length;
  }

  /** Specimens that are not removed, as they would be made anew, the oldest first. */
  async page(offset: number, limit: number): Promise<SpecimensFile["specimens"]> {
    const em = this.store.fork();
    return this.inFile(em, await em.find(Specimen, { deletedAt: null }, { orderBy: { number: "asc" }, offset, limit }), HELD_AT_ONCE);
  }

  /** The same of those with the ids, in their order; one that is not there is left out. */
  async some(ids: readonly string[]): Promise<SpecimensFile["specimens"]> {
    const em = this.store.fork();
    const rows = new Map((await em.find(Specimen, { id: { $in: [...ids] }, deletedAt: null })).map((row) => [row.id, row]));
    const characters = (await this.sampleHeads(em, [...rows.keys()])).reduce((sum, { length }) => sum + length, 0);
    if (characters > MOST_SAVED) {
      const most = MOST_SAVED.toLocaleString("en-US");
      throw new Problem("too-large", `The samples of these have more than ${most} characters together. Save fewer of them, or all of the shelf as one file.`);
    }
    return this.inFile(
      em,
      ids.flatMap((id) => rows.get(id) ?? []),
      MOST_SAVED,
    );
  }

  /** The rows as a file has them; no more of them where their samples come to so many characters, but one at least. */
  private async inFile(em: SqlEntityManager, rows: readonly SpecimenRow[], most: number): Promise<SpecimensFile["specimens"]> {
    const wholes: (SpecimenWhole & { readonly tags: readonly string[] })[] = [];
    let characters = 0;
    for (const row of rows) {
      const whole = await this.whole(em, row);
      characters += whole.samples.reduce((sum, { text }) => sum + text.length, 0);
      if (wholes.length > 0 && characters > most) break;
      wholes.push({ ...whole, tags: parted(row.tags) });
    }
    return wholes.map(({ title, pattern, dialect, flags, notes, template, expectations, setAside, tags, samples }) => {
      return {
        title,
        pattern,
        dialect,
        flags,
        notes,
        ...(template === "" ? {} : { template }),
        ...(expectations === "" ? {} : { expectations: expectations.split("\n") }),
        ...(setAside === "" ? {} : { setAside: setAside.split("\n") }),
        ...(tags.length === 0 ? {} : { tags }),
        samples: samples.map(({ name, text }) => ({ name, text })),
      };
    });
  }

  /** Whether the database answers. */
  async answers(): Promise<boolean> {
    return (await this.store.fork().execute("select 1 as one from specimen limit 1")).length <= 1;
  }

  private async setRemoved(id: string, deletedAt: Date | null): Promise<SpecimenHead> {
    return this.store.fork().transactional(async (em) => {
      const row = await this.find(em as SqlEntityManager, id);
      if ((row.deletedAt === null) !== (deletedAt === null)) {
        row.deletedAt = deletedAt;
        row.revision++;
        await em.flush();
      }
      const samples = await this.sampleHeads(em as SqlEntityManager, [id]);
      return { ...head(row), samples: samples.map(sampleHead) };
    });
  }

  private async find(em: SqlEntityManager, id: string): Promise<SpecimenRow> {
    const row = await em.findOne(Specimen, { id });
    if (!row) throw new Problem("not-found", `No specimen has the id ${id}.`);
    return row;
  }

  /** Samples without their texts, which can be large. */
  private sampleHeads(em: SqlEntityManager, specimenIds: readonly string[]): Promise<SampleHeadRow[]> {
    return em.find(Sample, { specimenId: { $in: [...specimenIds] } }, { orderBy: { position: "asc" }, fields: ["id", "specimenId", "name", "length"] });
  }

  /**
   * Makes the samples those of the list, in its order; one without a text keeps the text it has, which is not read, and
   * one with an edit the text that this makes of it. A new one may come with an id: a change that is sent twice adds it once.
   */
  private async keepSamples(em: SqlEntityManager, specimenId: string, inputs: readonly SampleChange[]): Promise<void> {
    const rows = await em.find(Sample, { specimenId }, { fields: ["id", "name", "position"], disableIdentityMap: true });
    const kept = new Map(rows.map((row) => [row.id, row]));
    for (const [position, { id, name, text: given, edit }] of inputs.entries()) {
      const row = id === undefined ? undefined : kept.get(id);
      const text = row && edit ? await this.editedText(em, row.id, edit) : given;
      if (text === undefined && !row) throw new Problem("invalid-request", `No sample of this specimen has the id ${id}.`);
      if (row) {
        kept.delete(row.id);
        if (text !== undefined || name !== row.name || position !== row.position)
          await em.nativeUpdate(Sample, { id: row.id }, { name, position, ...(text === undefined ? {} : { text, length: text.length }) });
      } else if (text !== undefined) {
        if (id !== undefined && (await em.count(Sample, { id })) > 0) throw new Problem("invalid-request", `A sample of another specimen has the id ${id}.`);
        await em.insert(Sample, { id: id ?? randomUUID(), specimenId, position, name, text, length: text.length });
      }
    }
    if (kept.size > 0) await em.nativeDelete(Sample, { id: { $in: [...kept.keys()] } });
  }

  /** The text of a sample with a stretch of it replaced; the revision that is named says that it is the text that was meant. */
  private async editedText(em: SqlEntityManager, id: string, { from, to, insert }: TextEdit): Promise<string> {
    const { text } = await em.findOneOrFail(Sample, { id }, { disableIdentityMap: true });
    if (to > text.length) throw new Problem("invalid-request", `The text of the sample ${id} ends at ${text.length}, before ${to}.`);
    const edited = text.slice(0, from) + insert + text.slice(to);
    if (edited.length > BOUNDS.sample) throw new Problem("invalid-request", `A sample may have ${BOUNDS.sample} characters.`);
    return edited;
  }

  private async whole(em: SqlEntityManager, row: SpecimenRow): Promise<SpecimenWhole> {
    const samples = await em.find(Sample, { specimenId: row.id }, { orderBy: { position: "asc" } });
    return { ...head(row), samples: samples.map((s) => ({ ...sampleHead(s), text: s.text })) };
  }
}

type SampleHeadRow = Pick<SampleRow, "id" | "specimenId" | "name" | "length">;

function groupBySpecimen(samples: readonly SampleHeadRow[]): Map<string, SampleHeadRow[]> {
  const groups = new Map<string, SampleHeadRow[]>();
  for (const sample of samples) groups.set(sample.specimenId, [...(groups.get(sample.specimenId) ?? []), sample]);
  return groups;
}

type HeadRow = Pick<SpecimenRow, "id" | "title" | "pattern" | "dialect" | "flags" | "notes" | "revision">;

/** A tag on one line, and of characters that a column holds as they are: the others stand as U+FFFD. */
const asTag = (tag: string): string => utf8.decode(encoder.encode(tag)).replaceAll("\0", "\ufffd").replaceAll("\n", " ");
const encoder = new TextEncoder();
const utf8 = new TextDecoder();

/** Tags as they lie in their column, and back. */
const joined = (tags: readonly string[]): string => (tags.length === 0 ? "" : `\n${tags.map(asTag).join("\n")}\n`);
const parted = (tags: string): string[] => tags.split("\n").filter((tag) => tag !== "");

/** The worst first; what nobody has run yet last. */
const GROWTH_RANK =
  "case when s.figures_of = s.revision then case json_extract(s.figures, '$.growth') when 'exponential' then 1000000 when 'polynomial' then json_extract(s.figures, '$.degree') when 'undecided' then 1.5 else 1 end else 0 end";
const ORDERS: Readonly<Record<Sort, string>> = {
  changed: "updated_at desc, id",
  title: "title collate nocase, id",
  growth: `${GROWTH_RANK} desc, updated_at desc, id`,
};

function head(row: SpecimenRow): Omit<SpecimenHead, "samples"> {
  return {
    ...own(row),
    template: row.template,
    expectations: row.expectations,
    setAside: row.setAside,
    createdAt: row.createdAt.toISOString(),
    updatedAt: row.updatedAt.toISOString(),
    deletedAt: row.deletedAt?.toISOString() ?? null,
  };
}

function own({ id, title, pattern, dialect, flags, notes, revision }: HeadRow) {
  return { id, title, pattern, dialect: dialect as DialectName, flags, notes, revision };
}

/** A row of a list: long texts are cut, times are milliseconds, and texts are as the database has them. */
interface ExcerptRow extends HeadRow {
  readonly patternLength: number;
  readonly created_at: number;
  readonly updated_at: number;
  readonly deleted_at: number | null;
  /** JSON, where a bench has run it at this revision. */
  readonly figures: string | null;
  readonly tags: string;
}

/** The beginning of a column; one that is escaped cannot be cut. */
const excerptOf = (column: string): string =>
  `case when substr(${column}, 1, 6) = char(1) || 'json:' then ${column} else substr(${column}, 1, ${BOUNDS.excerpt}) end as ${column}`;

function excerpt(row: ExcerptRow): Omit<SpecimenList["items"][number], "samples"> {
  const exact = new ExactText();
  const [title, pattern, notes] = [row.title, row.pattern, row.notes].map((text) => exact.convertToJSValue(text)) as [string, string, string];
  const moment = (at: number): string => new Date(at).toISOString();
  const cut = (text: string): string => text.slice(0, BOUNDS.excerpt);
  return {
    ...own({ ...row, title, pattern: cut(pattern), notes: cut(notes) }),
    tags: parted(exact.convertToJSValue(row.tags)),
    ...(row.figures === null ? {} : { figures: JSON.parse(row.figures) as Figures }),
    patternLength: Math.max(row.patternLength, pattern.length),
    createdAt: moment(row.created_at),
    updatedAt: moment(row.updated_at),
    deletedAt: row.deleted_at === null ? null : moment(row.deleted_at),
  };
}

function sampleHead({ id, name, length }: SampleHeadRow): SampleHead {
  return { id, name, length };
}
