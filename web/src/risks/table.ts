/** The risk list as a table in CSV (RFC 4180): a row for each pattern, with its growth, its place and its attack. */
import { HAZARD_MODES } from "@lamprey/core";
import type { RiskRow } from "../engine/risks/messages.ts";

const HEAD = ["growth", "degree", "judged", "file", "line", "pattern", "flags", "dialect", "prefix", "pump", "suffix", "mistake"] as const;

/** What a spreadsheet would run as a formula gets an apostrophe, which it does not show. */
const harmless = (text: string): string => (["=", "+", "-", "@", "\t", "\r"].includes(text.charAt(0)) ? `'${text}` : text);

function field(value: string | number | null): string {
  const text = harmless(value === null ? "" : String(value));
  return ['"', ",", "\r", "\n"].some((sign) => text.includes(sign)) ? `"${text.replaceAll('"', '""')}"` : text;
}

export function riskTable(rows: readonly RiskRow[]): string {
  const lines = rows.map(({ growth, degree, found, file, worst, mistake }) => [
    growth ?? "does not read",
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
    mistake === null ? "" : String(mistake),
  ]);
  return [HEAD, ...lines].map((line) => `${line.map(field).join(",")}\r\n`).join("");
}
