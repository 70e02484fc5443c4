/** A report as SARIF 2.1.0 (OASIS, Static Analysis Results Interchange Format), for code review and pipelines. */
import { countWords, HAZARD_MODES, visible } from "@lamprey/core";
import { growthWords, type Report, type Row } from "./row.ts";

const RULES = {
  exponential: { text: "Each further character of an attack multiplies the steps.", level: "error" },
  polynomial: { text: "The steps grow with the square of the text’s length, or a higher power.", level: "warning" },
  peak: { text: "The steps do not grow with the text for ever, but a short text costs far more than its length.", level: "warning" },
  undecided: { text: "Whether the steps grow faster than the text could not be decided.", level: "note" },
} as const;

export function sarif({ rows }: Report, version: string): object {
  const results = rows.flatMap((row) => {
    const rule = row.peak ? "peak" : row.growth;
    return rule && rule in RULES ? [resultOf(row, rule as keyof typeof RULES)] : [];
  });
  return {
    $schema: "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json",
    version: "2.1.0",
    runs: [
      {
        tool: {
          driver: {
            name: "lamprey",
            version,
            rules: Object.entries(RULES).map(([id, { text, level }]) => ({
              id,
              name: id,
              shortDescription: { text },
              defaultConfiguration: { level },
            })),
          },
        },
        columnKind: "utf16CodeUnits",
        results,
      },
    ],
  };
}

function resultOf(row: Row, ruleId: keyof typeof RULES): object {
  const { found, file } = row;
  const [worst] = row.findings ?? [];
  const because = worst
    ? ` “${visible(found.pattern.slice(worst.start, worst.end))}” is the cause; the attack is “${visible(worst.attack.prefix)}”, then “${visible(worst.attack.pump)}” again and again, then “${visible(worst.attack.suffix)}”.`
    : row.peak
      ? ` “${visible(row.peak.text)}” takes ${countWords(row.peak.steps)} steps.`
      : ` ${row.reason?.message ?? ""}`;
  return {
    ruleId,
    level: RULES[ruleId].level,
    message: { text: `/${visible(found.pattern, 80)}/${found.flags}: ${growthWords(row)} ${HAZARD_MODES[found.mode].words}.${because}` },
    ...(file === null ? {} : { locations: [{ physicalLocation: { artifactLocation: { uri: uriOf(file) }, region: regionOf(row) } }] }),
    properties: {
      mode: found.mode,
      growth: row.growth,
      degree: row.degree,
      atLeast: row.atLeast,
      dialect: found.dialect,
      pattern: found.pattern,
      flags: found.flags,
      attack: worst?.attack ?? null,
      peak: row.peak ?? null,
    },
  };
}

const regionOf = ({ found: { line, column, start, end } }: Row) => ({ startLine: line, startColumn: column, charOffset: start, charLength: end - start });

const uriOf = (file: string): string => file.split("\\").join("/").split("/").map(encodeURIComponent).join("/");
