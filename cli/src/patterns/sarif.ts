/** A report as SARIF 2.1.0 (OASIS, Static Analysis Results Interchange Format), for code review and pipelines. */
import { type Row, VERSION } from "./found.ts";

export interface SarifRule {
  readonly text: string;
  readonly level: "error" | "warning" | "note";
}

/** A log of one run: a table of rules by their ids, and results that name them. */
export function sarifLog(rules: Readonly<Record<string, SarifRule>>, results: readonly object[]): object {
  return {
    $schema: "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json",
    version: "2.1.0",
    runs: [
      {
        tool: {
          driver: {
            name: "lamprey",
            version: VERSION,
            rules: Object.entries(rules).map(([id, { text, level }]) => ({ id, name: id, shortDescription: { text }, defaultConfiguration: { level } })),
          },
        },
        columnKind: "utf16CodeUnits",
        results,
      },
    ],
  };
}

/** Where a row's pattern is written; nothing of one that is in no file. */
export function locationsOf({ file, found }: Row<object>, region: object = regionOf(found)): object {
  return file === null ? {} : { locations: [{ physicalLocation: { artifactLocation: { uri: uriOf(file) }, region } }] };
}

const regionOf = ({ line, column, start, end }: Row<object>["found"]): object => ({
  startLine: line,
  startColumn: column,
  charOffset: start,
  charLength: end - start,
});

export const uriOf = (file: string): string => file.split("\\").join("/").split("/").map(encodeURIComponent).join("/");
