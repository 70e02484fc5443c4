/** The journal of drafts, in the browser's IndexedDB. */
import { del, get, set } from "idb-keyval";
import type { Journal, JournalEntry } from "./keeper.ts";

const key = (id: string): string => `draft:${id}`;

/** A browser without storage keeps no journal; the draft is then held by the page alone. */
async function orNothing<T>(work: Promise<T>): Promise<T | undefined> {
  try {
    return await work;
  } catch (error) {
    console.warn("The draft's journal cannot be used.", error);
    return undefined;
  }
}

export const journal: Journal = {
  write: async (id, entry) => {
    await orNothing(set(key(id), entry));
  },
  read: (id) => orNothing(get<JournalEntry>(key(id))),
  clear: async (id) => {
    await orNothing(del(key(id)));
  },
};
