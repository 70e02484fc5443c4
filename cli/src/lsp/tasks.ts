/** What the workers of the editor server do: reading sources, judging patterns, and working out changes. */
import { keepsMeaning, type Repair, type Slip, visible } from "@lamprey/core";
import { editOf, editOfMeaning, type Found, type FoundPattern, type LanguageName, ParsedBefore, patternsInSource, type SourceEdit } from "@lamprey/sources";
import { type Judgement, judgementOf, type Pattern, repairsOf } from "./judge.ts";

/** A change of a source that is offered, and the codes of the findings that it ends. */
interface Offer {
  readonly title: string;
  readonly codes: readonly string[];
  readonly edits: readonly SourceEdit[];
  /** Whether it is proved that nothing else changes. */
  readonly isProved: boolean;
}

interface OffersAsked {
  readonly language: LanguageName;
  readonly text: string;
  readonly found: FoundPattern;
  /** Codes of what was found in the pattern. */
  readonly codes: readonly string[];
  readonly slips: readonly Slip[];
}

/** Each kind of task, with what it is given and what comes of it. */
export interface LspTasks {
  find: { readonly asked: { readonly uri: string; readonly language: LanguageName; readonly text: string }; readonly answer: Found };
  judge: { readonly asked: Pattern; readonly answer: Judgement };
  offers: { readonly asked: OffersAsked; readonly answer: readonly Offer[] };
}

export type LspTask = { [Kind in keyof LspTasks]: { readonly kind: Kind; readonly asked: LspTasks[Kind]["asked"] } }[keyof LspTasks];

export async function doTask(task: LspTask): Promise<LspTasks[keyof LspTasks]["answer"]> {
  switch (task.kind) {
    case "find":
      return findAgain(task.asked);
    case "judge":
      return judgementOf(task.asked);
    case "offers":
      return offersFor(task.asked);
  }
}

/** Characters of the texts whose trees a worker keeps: a tree takes some thirty bytes for each. */
const MOST_KEPT = 2_000_000;
/** Those that changed last are kept. */
const before = new Map<string, { readonly length: number; readonly parsed: ParsedBefore }>();

function findAgain({ uri, language, text }: LspTasks["find"]["asked"]): Found {
  const parsed = before.get(uri)?.parsed ?? new ParsedBefore();
  before.delete(uri);
  before.set(uri, { length: text.length, parsed });
  let kept = 0;
  for (const [each, { length }] of [...before].reverse()) {
    kept += length;
    if (kept > MOST_KEPT) before.delete(each);
  }
  return patternsInSource(language, text, parsed.parse);
}

const GROWTHS: ReadonlySet<string> = new Set(["exponential", "polynomial", "peak"]);
/** Characters of a pattern that a title shows. */
const SHOWN = 60;
/** Repairs that are offered of one pattern. */
const MOST_REPAIRS = 4;

async function offersFor({ language, text, found, codes, slips }: OffersAsked): Promise<readonly Offer[]> {
  const growths = codes.filter((code) => GROWTHS.has(code));
  const offers: Offer[] = [];
  const offer = (title: string, own: readonly string[], isProved: boolean, to: { readonly pattern: string; readonly flags: string }): void => {
    const edits = editOf(language, text, found, to);
    if (edits) offers.push({ title, codes: own, edits, isProved });
  };
  if (growths.length > 0) {
    for (const repair of (await repairsOf(found)).slice(0, MOST_REPAIRS)) {
      offer(`Write ${visible(repair.pattern, SHOWN)}: ${repairWords(repair)}`, growths, repair.sameMatches, { pattern: repair.pattern, flags: found.flags });
    }
  }
  for (const { code, repair } of slips) {
    if (repair && codes.includes(code)) offer(`Write ${visible(repair.pattern, SHOWN)}: ${PROVED[repair.proved]}`, [code], repair.proved === "equal", repair);
  }
  offers.sort((one, other) => Number(other.isProved) - Number(one.isProved));
  for (const code of codes) {
    const edit = code === "syntax-error" ? undefined : editOfMeaning(language, text, found, [code]);
    if (edit) offers.push({ title: `Set “${code}” aside here, by a comment`, codes: [code], edits: [edit], isProved: false });
  }
  return offers;
}

/** What is proved of a mended pattern, or else what was seen. */
const PROVED: Readonly<Record<NonNullable<Slip["repair"]>["proved"], string>> = {
  equal: "proved to take the same texts",
  narrower: "proved to take fewer texts",
  wider: "proved to take more texts",
  differs: "proved to take other texts",
  tried: "tried on texts, not proved",
};

function repairWords(repair: Repair): string {
  const growth = repair.growth === "polynomial" ? `degree ${repair.degree}` : repair.growth;
  if (repair.sameMatches) return `${growth}; the same matches on every text, proved`;
  if (keepsMeaning(repair)) return `${growth}; the same whole texts, proved, and the same matches on ${repair.tried} texts tried`;
  return repair.relation.relation === "equal"
    ? `${growth}; the same whole texts, proved, but matches differ on “${visible(repair.differsOn ?? "", SHOWN)}”`
    : `${growth}; it takes other texts`;
}
