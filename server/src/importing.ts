/**
 * A file of many specimens, read and kept so that nobody waits for it: specimens are validated one by one, each up to its
 * first fault, and after a few faults no more; they are kept in batches. Between two of either, others have their turn.
 */
import { BOUNDS } from "@lamprey/api";
import { fromFile, type InFile, type SpecimenFields, specimenInFile } from "@lamprey/api/files";
import Joi from "joi";
import { readJson } from "./bounded.ts";
import { EXPORT_FORMAT } from "./exported.ts";
import { Problem } from "./problem.ts";
import { check, type Fault, faultOf, faultsSay, MOST_ERRORS } from "./specimens/schemas.ts";

/** Specimens in one file at most: a request that holds more is no export of a person's. */
const MOST_IMPORTED = 100_000;
/** Work is left for others after so long (milliseconds). */
const AT_ONCE = 20;

/** The form of the whole file; what each specimen is, is looked at by itself. */
const envelope = Joi.object<{ readonly format: string; readonly version: number; readonly specimens: readonly unknown[] }>({
  format: Joi.string().valid(EXPORT_FORMAT.format).required(),
  version: Joi.number().valid(EXPORT_FORMAT.version).required(),
  specimens: Joi.array().max(MOST_IMPORTED).required(),
});

/** Lets others have their turn, where the work at hand has lasted long enough. */
class Turns {
  private began = performance.now();

  async next(): Promise<void> {
    if (performance.now() - this.began < AT_ONCE) return;
    await new Promise((resolve) => setImmediate(resolve));
    this.began = performance.now();
  }
}

/** The specimens of such a file; throws a Problem with the first faults where it does not fit. */
export async function readImported(body: Uint8Array, seen: (done: number, total: number) => void = () => {}): Promise<SpecimenFields[]> {
  const turns = new Turns();
  const { specimens } = check(envelope, readJson(body, MOST_IMPORTED * BOUNDS.samples));
  await turns.next();
  const read: SpecimenFields[] = [];
  const faults: Fault[] = [];
  for (const [i, each] of specimens.entries()) {
    const { value, error } = specimenInFile.validate(each, { abortEarly: true, convert: false });
    const [detail] = error?.details ?? [];
    if (detail) faults.push(faultOf(detail, ["specimens", i]));
    else if (faults.length === 0) read.push(fromFile(value as InFile));
    if (faults.length >= MOST_ERRORS) break;
    seen(i + 1, specimens.length);
    await turns.next();
  }
  if (faults.length > 0) throw new Problem("invalid-request", faultsSay(faults), { errors: faults });
  return read;
}
