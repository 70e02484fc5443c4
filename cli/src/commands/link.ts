/** `lamprey link`: the patterns of files as links that hold them. */
import { readFileSync } from "node:fs";
import { type InFile, readSavedFile } from "@lamprey/api/files";
import { LINK_PATH, linkOf } from "@lamprey/api/link";

export interface LinkOptions {
  /** Where Lamprey is served. */
  readonly at: string;
}

/** Prints a link for each pattern of the files; says on standard error which samples did not fit. Throws where a file cannot be read. */
export async function runLink(paths: readonly string[], { at }: LinkOptions): Promise<number> {
  const base = new URL(LINK_PATH, at);
  for (const path of paths) {
    for (const specimen of specimensOf(path)) {
      const { fragment, left } = await linkOf(specimen);
      base.hash = fragment;
      console.log(base.href);
      for (const name of left) console.error(`${path}: the sample “${name}” of “${specimen.title}” is not in the link, which would be too long.`);
    }
  }
  return 0;
}

function specimensOf(path: string): readonly InFile[] {
  const text = readFileSync(path, "utf8");
  try {
    return readSavedFile(JSON.parse(text));
  } catch (error) {
    throw new Error(`${path}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
