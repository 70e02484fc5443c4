/** Findings of an earlier run, which are not reported again. */
import Joi from "joi";
import { jsonLines } from "../json-lines.ts";
import type { Row } from "./found.ts";

/** What a row of a result file has at least: `risk --jsonl` and `slips --jsonl` write them. */
const row = Joi.object<Row<object>>({
  file: Joi.string().allow(null).required(),
  found: Joi.object({ dialect: Joi.string().required(), pattern: Joi.string().allow("").required(), flags: Joi.string().allow("").required() })
    .unknown()
    .required(),
}).unknown();

/**
 * The findings of a result file, counted: a pattern that stands in a file twice and is known once is reported once. Lines
 * are no part of them, since what stands above a pattern changes more often than the pattern. Throws where a line is no row.
 */
export class Baseline {
  private readonly left = new Map<string, number>();

  static async of(path: string, codesOf: (row: Row<object>) => readonly string[]): Promise<Baseline> {
    const baseline = new Baseline();
    for await (const { value } of jsonLines([path], row, "result of an earlier run")) {
      for (const code of codesOf(value)) {
        const key = keyOf(value, code);
        baseline.left.set(key, (baseline.left.get(key) ?? 0) + 1);
      }
    }
    return baseline;
  }

  /** Whether the finding is known; each is so as often as it stands there. */
  takes(found: Row<object>, code: string): boolean {
    const key = keyOf(found, code);
    const left = this.left.get(key) ?? 0;
    this.left.set(key, left - 1);
    return left > 0;
  }
}

const keyOf = ({ file, found: { dialect, pattern, flags } }: Row<object>, code: string): string => JSON.stringify([file, dialect, pattern, flags, code]);
