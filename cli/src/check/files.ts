/** Specimen files on disk: one specimen, or everything of a shelf, with what its pattern must and must not match. */
import { readFileSync } from "node:fs";
import { type CheckedSpecimen, readCheckedFile } from "@lamprey/api/files";

/** The specimens of a file. Throws, with the file's name, where it is not there, no JSON, or not of that form. */
export function readSpecimens(path: string): readonly CheckedSpecimen[] {
  const text = readFileSync(path, "utf8");
  try {
    return readCheckedFile(JSON.parse(text));
  } catch (error) {
    throw new Error(`${path}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
