/** The template's lanes: under each group that it takes the mark that the group has in the pattern, and its mistakes. */
import type { Diagnostic, Span, TemplatePart } from "@lamprey/core";
import { bar, bracket, type LaneDrawing, type LanePlaces, laneState, linesInView, wave } from "../lanes/lanes.ts";
import { fillOf, inkOf } from "../lanes/textures.tsx";

export interface TemplateMarks {
  readonly parts: readonly TemplatePart[];
  readonly diagnostics: readonly Diagnostic[];
}

export const NO_TEMPLATE_MARKS: TemplateMarks = { parts: [], diagnostics: [] };
export const templateMarks = laneState<TemplateMarks>(NO_TEMPLATE_MARKS);

/** Height of a group's bar. */
const BAR = 6;

export function drawTemplate(places: LanePlaces): LaneDrawing {
  const { view } = places;
  const length = view.state.doc.length;
  const lines = linesInView(view);
  const pieces = ({ start, end }: Span) => lines.flatMap((line) => places.pieces(Math.min(start, length), Math.min(end, length), line));
  const { parts, diagnostics } = view.state.field(templateMarks.field);
  const paths: LaneDrawing["paths"][number][] = [];
  for (const part of parts) {
    if (part.kind === "text") continue;
    const own = pieces(part);
    const [slot] = part.kind === "group" ? part.slots : [];
    if (slot !== undefined) {
      const d = own.map((p) => bar(p.x1 + 0.5, p.x2 - 0.5, p.under + 1, BAR)).join("");
      paths.push({ name: "group", d, fill: fillOf(slot), stroke: `var(--${inkOf(slot)})` });
    } else paths.push({ name: "match", d: own.map((p) => bracket(p.x1, p.x2, p.under + 5, true, true)).join("") });
  }
  for (const mistake of diagnostics) {
    for (const p of pieces(mistake)) paths.push({ name: "mistake", d: wave(p.x1, Math.max(p.x2, p.x1 + 8), p.under + 1) });
  }
  return { paths, labels: [] };
}
