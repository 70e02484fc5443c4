/** Keeping specimens: every change is one transaction, and names the revision that it changes. */
import { randomUUID } from "node:crypto";
import type { EarlierPattern, SampleChange, SampleHead, SpecimenChange, SpecimenHead, SpecimenList, Specimen as SpecimenWhole } from "@lamprey/api";
import type { DialectName } from "@lamprey/core";
import type { SqlEntityManager } from "@mikro-orm/libsql";
import { Problem } from "../problem.ts";
import type { Store } from "../store/store.ts";
import { Earlier, Sample, type SampleRow, Specimen, type SpecimenRow } from "./entities.ts";
import type { SpecimenFields, SpecimenQuery } from "./schemas.ts";

/** Milliseconds that a pattern must have stood unchanged for it to be kept as an earlier one. */
const STOOD_FOR = 5_000;
/** Earlier patterns kept of a specimen; the oldest go first. */
const MOST_EARLIER = 100;

export class Specimens {
  private readonly store: Store;

  constructor(store: Store) {
    this.store = store;
  }

  async list({ search, removed, offset, limit }: SpecimenQuery): Promise<SpecimenList> {
    const em = this.store.fork();
    const query = em.createQueryBuilder(Specimen, "s").where({ deletedAt: removed ? { $ne: null } : null });
    if (search !== "") {
      const like = `%${search.replaceAll("\\", "\\\\").replaceAll("%", "\\%").replaceAll("_", "\\_")}%`;
      query.andWhere("(s.title like ? escape '\\' or s.pattern like ? escape '\\' or s.notes like ? escape '\\')", [like, like, like]);
    }
    const total = await query.clone().getCount();
    const rows = await query.orderBy({ updatedAt: "desc", id: "asc" }).limit(limit).offset(offset).getResultList();
    const samples = await this.sampleHeads(
      em,
      rows.map((row) => row.id),
    );
    const bySpecimen = groupBySpecimen(samples);
    return { items: rows.map((row) => ({ ...head(row), samples: (bySpecimen.get(row.id) ?? []).map(sampleHead) })), total };
  }

  async read(id: string): Promise<SpecimenWhole> {
    const em = this.store.fork();
    return this.whole(em, await this.find(em, id));
  }

  async create(fields: SpecimenFields): Promise<SpecimenWhole> {
    return this.store.fork().transactional(async (em) => {
      const now = new Date();
      const { samples, ...own } = fields;
      const row = em.create(Specimen, { id: randomUUID(), ...own, revision: 1, createdAt: now, updatedAt: now, deletedAt: null });
      await em.persistAndFlush(row);
      await this.keepSamples(em as SqlEntityManager, row.id, samples);
      return this.whole(em as SqlEntityManager, row);
    });
  }

  /** Changes what is named; a stale revision changes nothing, and the problem carries what is kept instead. */
  async change(id: string, change: SpecimenChange): Promise<SpecimenHead> {
    const { revision, samples, ...own } = change;
    return this.store.fork().transactional(async (fork) => {
      const em = fork as SqlEntityManager;
      const now = new Date();
      await this.keepEarlier(em, id, change, now);
      const values = { ...own, revision: revision + 1, updatedAt: now };
      const changed = await em.nativeUpdate(Specimen, { id, revision, deletedAt: null }, values);
      if (changed === 0) {
        const current = await this.whole(em, await this.find(em, id));
        const detail = current.deletedAt ? "The specimen has been removed. Restore it first." : `Revision ${revision} is stale; ${current.revision} is kept.`;
        throw new Problem("stale-revision", detail, { current });
      }
      if (samples) await this.keepSamples(em, id, samples);
      const heads = await this.sampleHeads(em, [id]);
      return { ...head(await this.find(em, id)), samples: heads.map(sampleHead) };
    });
  }

  /** A pattern that is about to be changed is kept as it was, if it stood for a while: not every letter of it that was typed. */
  private async keepEarlier(em: SqlEntityManager, id: string, change: SpecimenChange, now: Date): Promise<void> {
    const row = await em.findOne(Specimen, { id, revision: change.revision, deletedAt: null }, { disableIdentityMap: true });
    if (!row || now.getTime() - row.updatedAt.getTime() < STOOD_FOR) return;
    const { pattern, dialect, flags, revision, updatedAt } = row;
    if ((change.pattern ?? pattern) === pattern && (change.dialect ?? dialect) === dialect && (change.flags ?? flags) === flags) return;
    em.persist(em.create(Earlier, { id: randomUUID(), specimenId: id, revision, pattern, dialect, flags, keptAt: updatedAt }));
    await em.flush();
    const kept = await em.find(Earlier, { specimenId: id }, { orderBy: { revision: "desc" }, offset: MOST_EARLIER, fields: ["id"] });
    if (kept.length > 0) await em.nativeDelete(Earlier, { id: { $in: kept.map((each) => each.id) } });
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
   * Makes the samples those of the list, in its order; one without a text keeps the text it has. A new one may come with
   * an id: a change that is sent twice adds it once.
   */
  private async keepSamples(em: SqlEntityManager, specimenId: string, inputs: readonly SampleChange[]): Promise<void> {
    const kept = new Map((await em.find(Sample, { specimenId })).map((row): [string, SampleRow] => [row.id, row]));
    inputs.forEach(({ id, name, text }, position) => {
      const row = id === undefined ? undefined : kept.get(id);
      if (text === undefined && !row) throw new Problem("invalid-request", `No sample of this specimen has the id ${id}.`);
      if (row) {
        kept.delete(row.id);
        Object.assign(row, { name, position, ...(text === undefined ? {} : { text, length: text.length }) });
      } else if (text !== undefined) em.persist(em.create(Sample, { id: id ?? randomUUID(), specimenId, position, name, text, length: text.length }));
    });
    for (const row of kept.values()) em.remove(row);
    await em.flush();
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

function head(row: SpecimenRow): Omit<SpecimenHead, "samples"> {
  const { id, title, pattern, flags, notes, revision } = row;
  return {
    id,
    title,
    pattern,
    dialect: row.dialect as DialectName,
    flags,
    notes,
    revision,
    createdAt: row.createdAt.toISOString(),
    updatedAt: row.updatedAt.toISOString(),
    deletedAt: row.deletedAt?.toISOString() ?? null,
  };
}

function sampleHead({ id, name, length }: SampleHeadRow): SampleHead {
  return { id, name, length };
}
