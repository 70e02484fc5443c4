/** The risk list as a table in CSV (RFC 4180): a row for each pattern, with its growth, its place and its attack. */
import { csvField, HAZARD_MODES, harmless } from "@lamprey/core";
import type { RiskRow } from "../engine/risks/messages.ts";

const HEAD = ["growth", "degree", "judged", "file", "line", "pattern", "flags", "dialect", "prefix", "pump", "suffix", "mistake"] as const;

export function riskTable(rows: readonly RiskRow[]): string {
  const lines = rows.map(({ growth, degree, engine, found, file, worst, mistake }) => [
    engine ? `linear in ${engine.name}` : (growth ?? "has a mistake"),
    degree,
    growth === null ? "" : HAZARD_MODES[found.mode].words,
    file,
    found.line,
    found.pattern,
    found.flags,
    found.dialect,
    worst?.attack.prefix ?? "",
    worst?.attack.pump ?? "",
    worst?.attack.suffix ?? "",
    mistake,
  ]);
  return [HEAD, ...lines].map((line) => `${line.map((value) => csvField(harmless(String(value ?? "")))).join(",")}\r\n`).join("");
}
