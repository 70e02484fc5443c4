/** Slips as SARIF: a rule for each kind, and the mended pattern as a fix where it can be put in as it is. */
import { SLIP_RULES, type Slip, visible } from "@lamprey/core";
import type { Report } from "../patterns/found.ts";
import { locationsOf, sarifLog, uriOf } from "../patterns/sarif.ts";
import type { SlipsRow } from "./row.ts";

export const sarif = ({ rows }: Report<SlipsRow>): object =>
  sarifLog(
    SLIP_RULES,
    rows.flatMap((row) => (row.slips ?? []).map((slip) => resultOf(row, slip))),
  );

const SHOWN = 80;

function resultOf(row: SlipsRow, slip: Slip): object {
  const { found } = row;
  const { code, message, witness, repair } = slip;
  const shown = witness === null ? "" : ` “${visible(witness, SHOWN)}” shows it.`;
  const instead = repair ? ` Instead: /${visible(repair.pattern, SHOWN)}/${repair.flags}.` : "";
  return {
    ruleId: code,
    level: SLIP_RULES[code].level,
    message: { text: `/${visible(found.pattern, SHOWN)}/${found.flags}: ${message}${shown}${instead}` },
    ...locationsOf(row, regionOfSlip(row, slip)),
    ...fixesOf(row, slip),
    properties: { dialect: found.dialect, pattern: found.pattern, flags: found.flags, start: slip.start, end: slip.end, witness, repair },
  };
}

/** The part itself where the pattern stands in the source as it is, on one line; else the whole of it. */
function regionOfSlip({ found }: SlipsRow, { start, end }: Slip): object | undefined {
  const { asWritten, line, column, pattern } = found;
  if (asWritten === undefined || pattern.includes("\n")) return undefined;
  return { startLine: line, startColumn: column + asWritten - found.start + start, charOffset: asWritten + start, charLength: end - start };
}

/** A mended pattern with the same flags takes the place of the one that is written. */
function fixesOf({ file, found }: SlipsRow, { repair, message }: Slip): object {
  const { asWritten, pattern, flags } = found;
  if (file === null || asWritten === undefined || !repair || repair.flags !== flags) return {};
  const replacements = [{ deletedRegion: { charOffset: asWritten, charLength: pattern.length }, insertedContent: { text: repair.pattern } }];
  return { fixes: [{ description: { text: message }, artifactChanges: [{ artifactLocation: { uri: uriOf(file) }, replacements }] }] };
}
