/**
 * Specimens that are on the bench and not on the shelf: the first edit puts them there. The window remembers them, so
 * that loading the page again finds them.
 */
import type { Specimen } from "@lamprey/api";
import { v4 as uuid } from "uuid";
import { type DraftFields, neverKept } from "./fields.ts";

const KEY = "lamprey.unkept.";

/** What one begins with; what is left out is empty. */
export interface Unkept extends Pick<DraftFields, "title" | "pattern" | "dialect" | "flags">, Partial<Pick<DraftFields, Rest>> {
  readonly samples: readonly { readonly name: string; readonly text: string }[];
}

type Rest = "notes" | "template" | "expectations" | "setAside";

/** What specimens have had since windows remember them. */
type Later = "template" | "expectations" | "setAside";

const made = new Map<string, Specimen>();

/** Makes one; its id. Revision 0 is what the server has of it. */
export function makeUnkept({ samples, ...own }: Unkept): string {
  const id = uuid();
  const specimen = neverKept(id, {
    notes: "",
    template: "",
    expectations: "",
    setAside: "",
    ...own,
    samples: samples.map((sample) => ({ key: uuid(), ...sample })),
  });
  made.set(id, specimen);
  try {
    sessionStorage.setItem(KEY + id, JSON.stringify(specimen));
  } catch {
    // A window that may remember nothing has it until it is loaded again.
  }
  return id;
}

/** The specimen with the id, where it is one of these. */
export function unkept(id: string): Specimen | undefined {
  const known = made.get(id);
  if (known) return known;
  try {
    const text = sessionStorage.getItem(KEY + id);
    // One of a time when specimens had less has none of it.
    const kept = text === null ? undefined : (JSON.parse(text) as Omit<Specimen, Later> & Partial<Specimen>);
    return kept && { ...kept, template: kept.template ?? "", expectations: kept.expectations ?? "", setAside: kept.setAside ?? "" };
  } catch {
    // As above.
    return undefined;
  }
}

/** The server has it now. */
export function nowKept(id: string): void {
  made.delete(id);
  try {
    sessionStorage.removeItem(KEY + id);
  } catch {
    // As above.
  }
}
