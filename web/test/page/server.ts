/** A server of specimens for tests: it holds them in memory, by the API's own shapes, and can be away. */
import type {
  EarlierPattern,
  EngineAnswer,
  EngineList,
  FiguresOf,
  Many,
  NewSpecimen,
  ProblemDetails,
  Specimen,
  SpecimenChange,
  SpecimenExcerpt,
  SpecimenHead,
  SpecimensFile,
} from "@lamprey/api";

/** Ids are never given twice: what a browser holds of one specimen is not for another. */
let made = 0;

const BEGAN = Date.parse("2026-03-01T08:00:00Z");

export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

export class PageServer {
  readonly specimens = new Map<string, Specimen>();
  readonly tags = new Map<string, readonly string[]>();
  readonly figures = new Map<string, FiguresOf>();
  private readonly earlier = new Map<string, EarlierPattern[]>();
  /** What was asked, in its order. */
  readonly sent: Sent[] = [];
  /** The engines of its machine, and what any of them answers. */
  engines: EngineList = { on: true, items: [{ name: "node", title: "Node.js", dialect: "ecmascript", version: "20.1.0", install: "", asked: true }] };
  engineAnswer: EngineAnswer = { version: "20.1.0", ms: 1.25, matches: [], more: false };
  /** While it is away, no request is answered. */
  away = false;
  /** What a request does is done, and its answer is lost on the way. */
  losesAnswers = false;
  private clock = BEGAN;

  /** Takes the place of the network. */
  constructor() {
    globalThis.fetch = (async (url: string, { method = "GET", body }: RequestInit = {}) => {
      const path = url.replace(/^\/api\/specimens/, "").replace(/^\/api\//, "/");
      const given: unknown = typeof body === "string" ? JSON.parse(body) : undefined;
      if (this.away) throw new TypeError("The network is away.");
      this.sent.push({ method, path, body: given });
      const { status, data } = this.answer(method, path, given);
      if (this.losesAnswers) throw new TypeError("The answer was lost.");
      return { ok: status < 400, status, json: async () => structuredClone(data) };
    }) as unknown as typeof fetch;
  }

  /** Puts a specimen on the shelf. */
  put({
    title,
    pattern = "",
    dialect = "ecmascript",
    flags = "",
    notes = "",
    template = "",
    expectations = "",
    setAside = "",
    samples = [],
  }: NewSpecimen): Specimen {
    const id = `00000000-0000-4000-8000-${String(++made).padStart(12, "0")}`;
    const at = this.now();
    const kept = samples.map(({ name, text }, i) => ({ id: `${id}-${i}`, name, text, length: text.length }));
    const specimen: Specimen = {
      id,
      title,
      pattern,
      dialect,
      flags,
      notes,
      template,
      expectations,
      setAside,
      samples: kept,
      revision: 1,
      createdAt: at,
      updatedAt: at,
      deletedAt: null,
    };
    this.specimens.set(id, specimen);
    return specimen;
  }

  /** Keeps one for the first time, under an id that a page has given it. */
  private first(id: string, { revision: _, samples = [], title = "", ...own }: SpecimenChange): Specimen {
    const { id: made, ...kept } = this.put({ title, ...own });
    this.specimens.delete(made);
    const specimen = { ...kept, id, samples: samples.map(({ id: sample = "", name, text = "" }) => ({ id: sample, name, text, length: text.length })) };
    this.specimens.set(id, specimen);
    return specimen;
  }

  /** Changes a specimen as another page would. */
  change(id: string, { revision: _, samples, ...own }: SpecimenChange): Specimen {
    const before = this.specimens.get(id);
    if (!before) throw new Error(`There is no specimen ${id}.`);
    const texts = new Map(before.samples.map((sample) => [sample.id, sample.text]));
    const kept = samples?.map(({ id: sampleId = `${id}-${++made}`, name, text: given, edit }) => {
      const before = texts.get(sampleId) ?? "";
      const text = given ?? (edit ? before.slice(0, edit.from) + edit.insert + before.slice(edit.to) : before);
      return { id: sampleId, name, text, length: text.length };
    });
    const after: Specimen = { ...before, ...own, samples: kept ?? before.samples, revision: before.revision + 1, updatedAt: this.now() };
    if (after.pattern !== before.pattern) {
      const { revision, pattern, dialect, flags, updatedAt } = before;
      this.earlier.set(id, [{ revision, pattern, dialect, flags, keptAt: updatedAt }, ...(this.earlier.get(id) ?? [])]);
    }
    this.specimens.set(id, after);
    return after;
  }

  /** Takes one off the shelf as another page would. */
  remove(id: string): void {
    const before = this.specimens.get(id);
    if (before) this.specimens.set(id, { ...before, revision: before.revision + 1, deletedAt: this.now() });
  }

  private now(): string {
    this.clock += 1000;
    return new Date(this.clock).toISOString();
  }

  private answer(method: string, path: string, body: unknown): { status: number; data: unknown } {
    const [, id = "", rest = ""] = /^(?:\/([^/?]+))?(\/[a-z]+)?/.exec(path) ?? [];
    if (id === "" && method === "GET") return { status: 200, data: this.list(new URLSearchParams(path.slice(path.indexOf("?") + 1))) };
    if (path === "/engines") return { status: 200, data: this.engines };
    if (path.startsWith("/engines/")) return { status: 200, data: this.engineAnswer };
    if (path === "/tags") return { status: 200, data: { items: this.tagCounts() } };
    if (path === "/many") return this.many(body as Many);
    if (path.endsWith("/figures")) {
      const { revision, figures } = body as FiguresOf;
      const known = this.specimens.get(id)?.revision === revision;
      if (known) this.figures.set(id, { revision, figures });
      return { status: 200, data: { kept: known } };
    }
    if (path === "/export" && method === "POST") return this.exportSome(body as { readonly ids: readonly string[] });
    if (path === "/import") return this.importAll(body as SpecimensFile);
    if (id === "" && method === "POST") return { status: 201, data: this.put(body as NewSpecimen) };
    const { revision } = (body ?? {}) as Partial<SpecimenChange>;
    if (method === "PATCH" && revision === 0 && !this.specimens.has(id)) return { status: 200, data: headOf(this.first(id, body as SpecimenChange)) };
    const specimen = this.specimens.get(id);
    if (!specimen) return refusal(404, "There is no such specimen.");
    if (method === "DELETE" && path.includes("forGood")) return { status: this.specimens.delete(id) ? 200 : 404, data: { purged: 1 } };
    switch (`${method} ${rest}`) {
      case "GET ":
        return { status: 200, data: specimen };
      case "GET /earlier":
        return { status: 200, data: { items: this.earlier.get(id) ?? [] } };
      case "PATCH ": {
        const change = body as SpecimenChange;
        if (change.revision !== specimen.revision || specimen.deletedAt !== null) return refusal(409, "It was changed meanwhile.", specimen);
        return { status: 200, data: headOf(this.change(id, change)) };
      }
      case "DELETE ":
      case "POST /restore": {
        const after = { ...specimen, revision: specimen.revision + 1, deletedAt: method === "DELETE" ? this.now() : null };
        this.specimens.set(id, after);
        return { status: 200, data: headOf(after) };
      }
      default:
        throw new Error(`The server has no ${method} ${path}.`);
    }
  }

  private tagCounts(): { tag: string; count: number }[] {
    const counts = new Map<string, number>();
    for (const [id, own] of this.tags) if (this.specimens.get(id)?.deletedAt === null) for (const tag of own) counts.set(tag, (counts.get(tag) ?? 0) + 1);
    return [...counts].map(([tag, count]) => ({ tag, count }));
  }

  private many({ ids, act, tag = "" }: Many): { status: number; data: unknown } {
    for (const id of ids) {
      const specimen = this.specimens.get(id);
      if (!specimen) continue;
      const own = (this.tags.get(id) ?? []).filter((each) => each !== tag);
      if (act === "tag" || act === "untag") this.tags.set(id, act === "tag" ? [...own, tag] : own);
      else this.specimens.set(id, { ...specimen, revision: specimen.revision + 1, deletedAt: act === "remove" ? this.now() : null });
    }
    return { status: 200, data: { changed: ids.length } };
  }

  private exportSome({ ids }: { readonly ids: readonly string[] }): { status: number; data: unknown } {
    const specimens = ids.flatMap((id) => this.specimens.get(id) ?? []).map(({ title, pattern, dialect, flags }) => ({ title, pattern, dialect, flags }));
    const [only] = specimens;
    return {
      status: 200,
      data: specimens.length === 1 ? { format: "lamprey-specimen", version: 1, ...only } : { format: "lamprey-specimens", version: 1, specimens },
    };
  }

  private importAll({ format, specimens = [] }: SpecimensFile): { status: number; data: unknown } {
    const at = specimens.findIndex(({ title }) => title === "");
    if (format !== "lamprey-specimens" || at >= 0) {
      const errors = [{ path: at < 0 ? "format" : `specimens.${at}.title`, message: at < 0 ? "it is another" : "it is empty" }];
      return { status: 400, data: { ...refusal(400, "It does not fit").data, errors } };
    }
    for (const { expectations = [], setAside = [], ...own } of specimens)
      this.put({ ...own, expectations: expectations.join("\n"), setAside: setAside.join("\n") });
    return { status: 201, data: { imported: specimens.length } };
  }

  private excerptOf(specimen: Specimen): SpecimenExcerpt {
    const known = this.figures.get(specimen.id);
    const figures = known?.revision === specimen.revision ? { figures: known.figures } : {};
    return { ...headOf(specimen), tags: this.tags.get(specimen.id) ?? [], ...figures, patternLength: specimen.pattern.length };
  }

  private list(asked: URLSearchParams): { items: SpecimenExcerpt[]; total: number } {
    const removed = asked.get("removed") === "true";
    const search = (asked.get("search") ?? "").toLowerCase();
    const tag = asked.get("tag") ?? "";
    const holds = ({ title, pattern, notes }: Specimen) => `${title}\n${pattern}\n${notes}`.toLowerCase().includes(search);
    const items = [...this.specimens.values()]
      .filter((each) => (each.deletedAt !== null) === removed && holds(each))
      .map((each) => this.excerptOf(each))
      .filter(({ tags }) => tag === "" || tags.includes(tag));
    if (asked.get("sort") === "title") items.sort((a, b) => (a.title < b.title ? -1 : 1));
    const offset = Number(asked.get("offset") ?? 0);
    return { items: items.slice(offset, offset + Number(asked.get("limit") ?? 100)), total: items.length };
  }
}

const headOf = ({ samples, ...own }: Specimen): SpecimenHead => ({ ...own, samples: samples.map(({ id, name, length }) => ({ id, name, length })) });

function refusal(status: number, detail: string, current?: Specimen): { status: number; data: ProblemDetails } {
  return { status, data: { type: "about:blank", title: detail, status, detail, ...(current && { current }) } };
}
