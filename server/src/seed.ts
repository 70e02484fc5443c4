/** The demo: specimens to begin with, read from the folder that a checkout has. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { newSpecimen, type SpecimenFields } from "@lamprey/api/files";
import { check } from "./specimens/schemas.ts";

interface DemoSpecimen {
  readonly title: string;
  readonly pattern: string;
  readonly flags: string;
  readonly notes: string;
  readonly template?: string;
  readonly expectations?: readonly string[];
  /** Name of each sample, and its file below the demo folder. */
  readonly samples: readonly { readonly name: string; readonly file: string }[];
}

/** The demo's specimens, the last one first: a list shows the newest first, and the demo's first is the one to begin with. */
export function readDemo(folder: string): SpecimenFields[] {
  const demo: DemoSpecimen[] = JSON.parse(readFileSync(join(folder, "specimens.json"), "utf8"));
  return demo.toReversed().map(({ samples, expectations = [], ...own }) => {
    const texts = samples.map(({ name, file }) => ({ name, text: readFileSync(join(folder, file), "utf8") }));
    return check(newSpecimen, { ...own, expectations: expectations.join("\n"), samples: texts });
  });
}
