/** Answers as a person reads them on a terminal. */
import { lineColumn, lineStarts, grouped as number, type RelationKind, visible } from "@lamprey/core";
import type { MatchAnswer } from "@lamprey/core/answers/match";
import type { RelateAnswer } from "@lamprey/core/answers/relate";
import type { ContractError } from "@lamprey/core/answers/request";

export function printError(pattern: string, error: ContractError): string {
  const width = Math.max(1, error.end - error.start);
  return [`  ${visible(pattern, Number.POSITIVE_INFINITY)}`, `  ${" ".repeat(error.start)}${"^".repeat(width)}`, error.message].join("\n");
}

export function printMatches(answer: MatchAnswer, text: string): string {
  const starts = lineStarts(text);
  const names = new Map<number, string>();
  for (const [name, numbers] of Object.entries(answer.groupNames ?? {})) for (const n of numbers) names.set(n, name);
  const lines: string[] = [];
  answer.matches?.forEach((m, i) => {
    const { line, column } = lineColumn(starts, m.start);
    lines.push(`${i + 1}\t${m.start}–${m.end}\t${line}:${column}\t${visible(text.slice(m.start, m.end))}`);
    m.groups.forEach((g, n) => {
      const label = names.get(n + 1) ?? `${n + 1}`;
      lines.push(g ? `\t  ${label}\t${g.start}–${g.end}\t${visible(text.slice(g.start, g.end))}` : `\t  ${label}\tnot set`);
    });
  });
  const count = answer.count ?? 0;
  const steps = answer.steps === undefined ? "" : `, ${number(answer.steps)} steps`;
  lines.push(`${number(count)} ${count === 1 ? "match" : "matches"} (${answer.machine} machine, because ${answer.reason}${steps})`);
  return lines.join("\n");
}

const RELATIONS: Readonly<Record<RelationKind, string>> = {
  equal: "They accept the same texts.",
  "left-within-right": "Whatever the left one accepts, the right one accepts too, and more.",
  "right-within-left": "Whatever the right one accepts, the left one accepts too, and more.",
  overlapping: "Each accepts texts that the other does not, and some are accepted by both.",
  disjoint: "No text is accepted by both.",
  undecided: "How they lie to each other could not be decided.",
};

export function printRelation({ relation, onlyLeft, onlyRight, both, reason }: RelateAnswer): string {
  const shown = (text: string | null | undefined) => (text === null || text === undefined ? "–" : `“${visible(text)}”`);
  return [
    `${RELATIONS[relation ?? "undecided"]}${reason ? ` ${reason.message}` : ""}`,
    `  only the left one   ${shown(onlyLeft)}`,
    `  only the right one  ${shown(onlyRight)}`,
    `  both                ${shown(both)}`,
  ].join("\n");
}
