/** `npm run fuzz -- record`: the answers in core/test/cases/hosts recorded anew from the hosts of this machine. */
import { readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { type HostQuestion, hostProcess } from "./hosts.ts";
import { DIED } from "./judges.ts";
import type { FuzzedDialect } from "./patterns.ts";

const tableOf = (name: string): string => fileURLToPath(new URL(`../../core/test/cases/hosts/${name}.json`, import.meta.url));

/** A row is a question with its recorded answer at the end. */
const TABLES: Readonly<Record<string, (row: readonly string[]) => HostQuestion>> = {
  calls: ([pattern = "", flags = "", text = ""]) => ({ kind: "calls", pattern, flags, text }),
  rewrite: ([pattern = "", flags = "", text = "", template = "", scope]) => ({
    kind: "rewrite",
    pattern,
    flags,
    text,
    template,
    scope: scope === "first" ? "first" : "all",
  }),
};

export async function record(): Promise<void> {
  for (const [name, question] of Object.entries(TABLES)) {
    const table = JSON.parse(readFileSync(tableOf(name), "utf8")) as Record<FuzzedDialect, unknown[][]>;
    for (const [dialect, rows] of Object.entries(table)) {
      const host = hostProcess(dialect as FuzzedDialect);
      const answers = await host.ask(rows.map((row) => question(row as string[])));
      await host.close();
      if (answers.includes(DIED)) throw new Error(`The host of ${dialect} is not on this machine.`);
      rows.forEach((row, i) => {
        row[row.length - 1] = answers[i];
      });
      console.log(`${name}: ${rows.length} answers of ${dialect}`);
    }
    const written = Object.entries(table).map(
      ([dialect, rows]) => `  ${JSON.stringify(dialect)}: [\n${rows.map((row) => `    ${JSON.stringify(row)}`).join(",\n")}\n  ]`,
    );
    writeFileSync(tableOf(name), `{\n${written.join(",\n")}\n}\n`);
  }
}
