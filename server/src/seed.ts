/** The demo specimens, put into a database once: what a person removes stays removed. */
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { Fact } from "./specimens/entities.ts";
import { check, newSpecimen } from "./specimens/schemas.ts";
import type { Specimens } from "./specimens/specimens.ts";
import type { Store } from "./store/store.ts";

interface DemoSpecimen {
  readonly title: string;
  readonly pattern: string;
  readonly flags: string;
  readonly notes: string;
  /** Name of each sample, and its file below the demo folder. */
  readonly samples: readonly { readonly name: string; readonly file: string }[];
}

/** Seeds a new database from the demo folder; returns how many specimens it put there. */
export async function seedOnce(store: Store, specimens: Specimens, folder: string): Promise<number> {
  if (await store.fork().findOne(Fact, { name: "seeded" })) return 0;
  const demo: DemoSpecimen[] = JSON.parse(readFileSync(join(folder, "specimens.json"), "utf8"));
  // The list shows the newest first, and the demo's first is the one to begin with.
  for (const { samples, ...own } of demo.toReversed()) {
    const texts = samples.map(({ name, file }) => ({ name, text: readFileSync(join(folder, file), "utf8") }));
    await specimens.create(check(newSpecimen, { ...own, samples: texts }));
  }
  await store.fork().insert(Fact, { name: "seeded", value: new Date().toISOString() });
  return demo.length;
}
