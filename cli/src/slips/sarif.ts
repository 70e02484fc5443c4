/** Slips as SARIF: a rule for each kind, and the mended pattern as a fix where it can be put in as it is. */
import { SLIP_RULES, type Slip, visible } from "@lamprey/core";
import type { Report } from "../patterns/found.ts";
import { locationsOf, sarifLog, suppressionsOf, uriOf } from "../patterns/sarif.ts";
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
    ...locationsOf(row, slip),
    ...suppressionsOf(row, code),
    ...fixesOf(row, slip),
    properties: { dialect: found.dialect, pattern: found.pattern, flags: found.flags, start: slip.start, end: slip.end, witness, repair },
  };
}

/** A mended pattern with the same flags takes the place of the one that is written. */
function fixesOf({ file, found }: SlipsRow, { repair, message }: Slip): object {
  const { pieces, pattern, flags } = found;
  const [only] = pieces ?? [];
  // With escapes in it, it would have to be written with others.
  const isAsWritten = pieces?.length === 1 && only?.length === pattern.length && only.end - only.start === pattern.length;
  if (file === null || !only || !isAsWritten || !repair || repair.flags !== flags) return {};
  const replacements = [{ deletedRegion: { charOffset: only.start, charLength: pattern.length }, insertedContent: { text: repair.pattern } }];
  return { fixes: [{ description: { text: message }, artifactChanges: [{ artifactLocation: { uri: uriOf(file) }, replacements }] }] };
}
