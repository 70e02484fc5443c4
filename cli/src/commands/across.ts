/** `lamprey across` for a person. */
import { DIALECT_NAMES, type DialectName, dialectOf } from "@lamprey/core";
import { across } from "@lamprey/core/answers/across";

export interface AcrossOptions {
  readonly dialects?: string;
  readonly text?: string;
}

/** Prints what each dialect makes of the pattern, and returns the exit code: 0 where all agree, 1 where some differ, 2 on a mistake. */
export function runAcross(pattern: string, { dialects = DIALECT_NAMES.join(","), text }: AcrossOptions): number {
  const asked = dialects.split(",").map((each) => {
    const [name = "", flags = ""] = each.split("/");
    return { dialect: name.trim() as DialectName, flags };
  });
  const unknown = asked.find(({ dialect }) => !DIALECT_NAMES.includes(dialect));
  if (unknown) {
    console.error(`There is no dialect “${unknown.dialect}”. Those that there are: ${DIALECT_NAMES.join(", ")}.`);
    return 2;
  }
  const { readings = [], pairs = [] } = across({ pattern, dialects: asked, ...(text === undefined ? {} : { text }) });
  readings.forEach(({ dialect, error }) => {
    if (error) console.log(`${dialectOf(dialect).title} does not read it: ${error.message}`);
  });
  const nameOf = (index: number): string => {
    const { dialect, flags } = asked[index] as (typeof asked)[number];
    return `${dialectOf(dialect).title}${flags === "" ? "" : ` (${flags})`}`;
  };
  for (const { left, right, same, witness, searched } of pairs) {
    const names = `${nameOf(left)} and ${nameOf(right)}`;
    if (same === true) console.log(`${names} find the same.`);
    else if (witness)
      console.log(`${names} differ on ${JSON.stringify(witness.text)}: ${JSON.stringify(spans(witness.left))} and ${JSON.stringify(spans(witness.right))}.`);
    else console.log(`${names}: no difference was found${searched === undefined ? "" : ` on texts of up to ${searched} characters`}.`);
  }
  return pairs.some(({ same }) => same === false) ? 1 : 0;
}

const spans = (rows: readonly { readonly start: number; readonly end: number }[]): (readonly [number, number])[] => rows.map(({ start, end }) => [start, end]);
