/** The words that specimens are searched by: in title, pattern, notes and the names of samples, whole or a part of one. */
import type { SqlEntityManager } from "@mikro-orm/libsql";

/** Of a longer field only the beginning is searched (UTF-16 code units). */
const MOST_OF_FIELD = 20_000;
/** Shorter words have no trigram: they are looked for one specimen after the other. */
const TRIGRAM = 3;
/** More words than this in one search are more than anybody means. */
const MOST_WORDS = 12;
/** Specimens whose words are read at once. */
const AT_ONCE = 200;

/** What is the same but for case, as Unicode folds it, is the same; so is what is composed in another way. */
export function folded(text: string): string {
  return text
    .normalize("NFC")
    .toUpperCase()
    .toLowerCase()
    .replaceAll("ς", "σ")
    .replaceAll("\0", " ")
    .replaceAll(/\p{Surrogate}/gu, "\ufffd");
}

export interface Worded {
  readonly title: string;
  readonly pattern: string;
  readonly notes: string;
  readonly names: readonly string[];
}

/** All that a specimen is searched by, in one text: no word of a search goes across its lines. */
function wordsOf({ title, pattern, notes, names }: Worded): string {
  return [title, pattern, notes, ...names].map((field) => folded(field.slice(0, MOST_OF_FIELD)).replaceAll("\n", " ")).join("\n");
}

/** Keeps what a specimen is searched by. */
export async function keepWords(em: SqlEntityManager, number: number, specimen: Worded): Promise<void> {
  await forgetWords(em, number);
  await em.execute("insert into words (rowid, folded) values (?, ?)", [number, wordsOf(specimen)], "run");
}

export async function forgetWords(em: SqlEntityManager, number: number): Promise<void> {
  await em.execute("delete from words where rowid = ?", [number], "run");
}

/** A condition on `s.number` that each word of a search must meet, with its values; undefined where there is no word. */
export function searching(search: string): { readonly sql: string; readonly values: readonly string[] } | undefined {
  const words = folded(search)
    .split(/\s+/)
    .filter((word) => word !== "")
    .slice(0, MOST_WORDS);
  if (words.length === 0) return undefined;
  const [long, short] = [words.filter(hasTrigram), words.filter((word) => !hasTrigram(word))];
  const conditions = [...(long.length > 0 ? ["words match ?"] : []), ...short.map(() => "instr(folded, ?) > 0")];
  const match = long.map((word) => `"${word.replaceAll('"', '""')}"`).join(" AND ");
  return { sql: `s.number in (select rowid from words where ${conditions.join(" and ")})`, values: [...(long.length > 0 ? [match] : []), ...short] };
}

const hasTrigram = (word: string): boolean => [...word].length >= TRIGRAM;

/** Makes the words anew where a database has none yet. */
export async function ensureWords(
  em: SqlEntityManager,
  read: (offset: number, limit: number) => Promise<readonly (Worded & { readonly number: number })[]>,
): Promise<void> {
  for (let offset = 0; ; offset += AT_ONCE) {
    const rows = await read(offset, AT_ONCE);
    for (const row of rows) await keepWords(em, row.number, row);
    if (rows.length < AT_ONCE) return;
  }
}
