/** What is said of the place of a pattern at which a pointer rests, as Markdown; and which parts belong together there. */
import { itemAt, type Reading, read, type Span, visible, walk } from "@lamprey/core";
import type { FoundPattern } from "@lamprey/sources";
import { asMarkdown } from "../patterns/words.ts";
import type { Judgement } from "./judge.ts";
import { attackWords, type Told } from "./told.ts";

/** Characters of an item that are shown. */
const SHOWN = 60;

/** The item at an offset of the pattern, its group, and the verdict; the judgement may not be known yet. */
export function hoverText(
  found: FoundPattern,
  at: number,
  judgement: Judgement | undefined,
  told: readonly Told[],
): { readonly text: string; readonly part: Span } {
  const reading = read(found);
  const item = itemAt(reading, at);
  const lines: string[] = [];
  if (item) {
    const around = item.group ?? groupAround(reading, item);
    const group = around === null ? "" : ` ${item.group === null ? "In group" : "Group"} ${around}.`;
    lines.push(`${code(found.pattern.slice(item.start, item.end))} ${asMarkdown(item.sentence)}.${group}`);
  }
  lines.push(verdictLine(judgement));
  for (const each of told) if (each.start <= at && at <= each.end && each.attack === null) lines.push(asMarkdown(each.message));
  return { text: lines.join("\n\n"), part: item ?? { start: 0, end: found.pattern.length } };
}

/** The number of the innermost group that holds a part; null where none does. */
function groupAround({ root, slots }: Reading, part: Span): number | null {
  let innermost: { readonly width: number; readonly number: number } | null = null;
  for (const node of walk(root)) {
    if (node.kind !== "group" || node.capture === null || node.start > part.start || part.end > node.end) continue;
    const [width, number] = [node.end - node.start, slots[node.capture - 1]?.number];
    if (number !== undefined && width < (innermost?.width ?? Number.POSITIVE_INFINITY)) innermost = { width, number };
  }
  return innermost?.number ?? null;
}

function verdictLine(judgement: Judgement | undefined): string {
  if (!judgement) return "*How its work can grow is not known yet.*";
  const { error, risk } = judgement;
  if (error) return `**It does not read:** ${asMarkdown(error.message)}`;
  if (!risk) return "*It has what cannot be judged here.*";
  const [worst] = risk.findings;
  const guarded = risk.guarded === null ? "" : ` ${asMarkdown(risk.guarded)}`;
  if (!worst) {
    return risk.growth === "linear" ? `**linear**: the work grows with the text’s length.${guarded}` : "**undecided**: how the work grows could not be shown.";
  }
  const degree = risk.growth === "polynomial" ? `, degree ${risk.degree}` : "";
  return `**${risk.growth}**${degree}: ${asMarkdown(attackWords(worst.attack))}.${guarded}`;
}

/** As code in Markdown, whatever signs are in it. */
function code(part: string): string {
  const shown = visible(part, SHOWN);
  let fence = "`";
  while (shown.includes(fence)) fence += "`";
  return shown.includes("`") ? `${fence} ${shown} ${fence}` : `${fence}${shown}${fence}`;
}

/** The group at an offset and all references to it; nothing where the place has to do with none. */
export function belongingTo(found: FoundPattern, at: number): readonly Span[] {
  const reading = read(found);
  const group = itemAt(reading, at)?.group ?? null;
  if (group === null) return [];
  const parts: Span[] = [];
  for (const node of walk(reading.root)) {
    const numbers = node.kind === "group" && node.capture !== null ? [node.capture] : node.kind === "back-reference" ? node.slots : [];
    if (numbers.some((slot) => reading.slots[slot - 1]?.number === group)) parts.push({ start: node.start, end: node.end });
  }
  return parts;
}
