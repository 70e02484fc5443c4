/**
 * The journal of drafts, in the browser's IndexedDB: what was typed and is not acknowledged, an entry for each window and
 * specimen, with what it was based on. An edit is written in the task in which it is made, and committed at once, so that
 * a window that is closed in the next moment loses nothing.
 */
import type { Edit } from "@lamprey/core";
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { editBetween, edited } from "../shared/edits.ts";
import { type Based, type DraftFields, type DraftSample, NO_FIELDS } from "./fields.ts";
import type { SentMarks } from "./sent.ts";

export interface Entry {
  readonly specimen: string;
  readonly window: string;
  /** When the last edit was made (milliseconds). */
  readonly at: number;
  readonly base: Based;
  readonly fields: DraftFields;
  /** What was sent on this base and not answered. */
  readonly sent: readonly SentMarks[];
}

/** An entry without the texts of its samples: enough for a list. */
export type EntryHead = Pick<Entry, "specimen" | "window" | "at"> & { readonly title: string };

export interface Journal {
  /** Notes an edit; resolves once it is committed, and rejects where it cannot be. `before` is what was noted last. */
  write(entry: Entry, before: Entry | null): Promise<void>;
  /** All entries of a specimen, the oldest first. */
  read(specimen: string): Promise<Entry[]>;
  list(): Promise<EntryHead[]>;
  clear(specimen: string, window: string): Promise<void>;
}

type Bare = Omit<DraftSample, "text">;
type BareFields = Omit<DraftFields, "samples"> & { readonly samples: readonly Bare[] };

/** A text, or what it differs in from the text that it is based on. */
type Kept = string | Edit;

interface Schema extends DBSchema {
  entries: {
    key: [specimen: string, window: string];
    value: Omit<Entry, "base" | "fields" | "sent"> & {
      /** An entry may be of a time when this was not noted. */
      readonly sent?: readonly SentMarks[];
      readonly base: { readonly revision: number; readonly fields: BareFields };
      readonly fields: BareFields;
    };
  };
  /** A sample's text as it was, and as it is: apart from the entry, since they can be megabytes and seldom change. */
  texts: { key: [specimen: string, window: string, sample: string, which: "base" | "now"]; value: Kept };
}

/** A longer text is noted by what differs from the one it is based on. */
const LONG_TEXT = 20_000;
/** A browser's storage that has not answered by then is taken for none (milliseconds). */
const PATIENCE = 3000;
/** Above every key that begins with the same parts. */
const LAST: [] = [];

const bare = (fields: DraftFields): BareFields => ({ ...fields, samples: fields.samples.map(({ key, name }) => ({ key, name })) });

let opened: Promise<IDBPDatabase<Schema>> | undefined;
/** The database where it is open already: then an edit is written in its own task. */
let ready: IDBPDatabase<Schema> | undefined;

function forget(): void {
  opened = undefined;
  ready = undefined;
}

function database(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("lamprey", 1, {
    upgrade: (db) => {
      db.createObjectStore("entries", { keyPath: ["specimen", "window"] });
      db.createObjectStore("texts");
    },
    // A newer page wants another form of it.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      forget();
    },
    terminated: forget,
  }).then((db) => {
    ready = db;
    return db;
  });
  return opened;
}

/** Works on the database, at once where it is open; what fails is tried on one that is opened anew the next time. */
async function using<T>(work: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T> {
  try {
    return await within(ready ? work(ready) : database().then(work));
  } catch (error) {
    forget();
    throw error;
  }
}

async function within<T>(work: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error("The browser’s storage does not answer.")), PATIENCE);
  });
  try {
    return await Promise.race([work, late]);
  } finally {
    clearTimeout(timer);
  }
}

export const journal: Journal = {
  write: (entry, before) => using((db) => writeTo(db, entry, before)),
  read: (specimen) => using((db) => readAll(db, specimen)),
  list: () => using(async (db) => (await db.getAll("entries")).map(({ fields, base: _, sent: __, ...head }) => ({ ...head, title: fields.title }))),
  clear: (specimen, window) => using((db) => clearIn(db, specimen, window)),
};

/** All that is asked of the database is asked in the task at hand. */
async function writeTo(db: IDBPDatabase<Schema>, entry: Entry, before: Entry | null): Promise<void> {
  const { specimen, window } = entry;
  const transaction = db.transaction(["entries", "texts"], "readwrite", { durability: "relaxed" });
  const [entries, texts] = [transaction.objectStore("entries"), transaction.objectStore("texts")];
  const asked: Promise<unknown>[] = [
    entries.put({ ...entry, base: { revision: entry.base.revision, fields: bare(entry.base.fields) }, fields: bare(entry.fields) }),
  ];
  const bases = new Map(entry.base.fields.samples.map(({ key, text }) => [key, text]));
  const [oldBases, oldTexts] = [before?.base.fields.samples, before?.fields.samples].map((samples) => new Map(samples?.map(({ key, text }) => [key, text])));
  for (const [key, text] of bases) if (oldBases?.get(key) !== text) asked.push(texts.put(text, [specimen, window, key, "base"]));
  for (const { key, text } of entry.fields.samples) {
    const base = bases.get(key);
    if (oldTexts?.get(key) === text && oldBases?.get(key) === base) continue;
    asked.push(texts.put(base !== undefined && text.length > LONG_TEXT ? editBetween(base, text) : text, [specimen, window, key, "now"]));
  }
  transaction.commit();
  await Promise.all([...asked, transaction.done]);
}

async function clearIn(db: IDBPDatabase<Schema>, specimen: string, window: string): Promise<void> {
  const transaction = db.transaction(["entries", "texts"], "readwrite");
  const asked = [
    transaction.objectStore("entries").delete([specimen, window]),
    transaction.objectStore("texts").delete(IDBKeyRange.bound([specimen, window], [specimen, window, LAST])),
  ];
  transaction.commit();
  await Promise.all([...asked, transaction.done]);
}

async function readAll(db: IDBPDatabase<Schema>, specimen: string): Promise<Entry[]> {
  const transaction = db.transaction(["entries", "texts"]);
  const range = IDBKeyRange.bound([specimen], [specimen, LAST]);
  const texts = transaction.objectStore("texts");
  const [rows, keys, values] = await Promise.all([transaction.objectStore("entries").getAll(range), texts.getAllKeys(range), texts.getAll(range)]);
  const known = new Map(keys.map((key, i) => [key.join(" "), values[i] as Kept]));
  const whole = rows.map(({ base, fields, ...entry }): Entry => {
    const textOf = (key: string, which: "base" | "now"): string => {
      const kept = known.get([specimen, entry.window, key, which].join(" ")) ?? "";
      return typeof kept === "string" ? kept : edited(textOf(key, "base"), kept);
    };
    const filled = (bareFields: BareFields, which: "base" | "now"): DraftFields => ({
      // An entry may be of a time when drafts had fewer fields.
      ...NO_FIELDS,
      ...bareFields,
      samples: bareFields.samples.map((sample) => ({ ...sample, text: textOf(sample.key, which) })),
    });
    return { ...entry, sent: entry.sent ?? [], base: { revision: base.revision, fields: filled(base.fields, "base") }, fields: filled(fields, "now") };
  });
  return whole.sort((a, b) => a.at - b.at);
}
