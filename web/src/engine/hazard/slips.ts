/** The slips of a pattern and shorter ways to write it, as the bench shows them. */
import { compileSource, read, type Shorter, type Slip, type Source, shorterWays, slipsOf } from "@lamprey/core";
import { drive } from "../slices.ts";

export interface SlipsView {
  readonly generation: number;
  readonly source: Source;
  readonly slips: readonly Slip[];
  readonly shorter: readonly Shorter[];
}

/** Null where the pattern does not read, or where it is of no use any more. */
export async function slipsView(source: Source, generation: number, useless: () => boolean): Promise<SlipsView | null> {
  const program = compileSource(source);
  if (!program) return null;
  const slips = await drive(slipsOf(program), useless);
  const shorter = slips && (await drive(shorterWays(read(source)), useless));
  return slips && shorter && { generation, source, slips, shorter };
}
