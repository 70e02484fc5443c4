/** What is done with a data folder by hand: back it up, verify it, export it, import into it. */

import { once } from "node:events";
import { createWriteStream, existsSync, readFileSync } from "node:fs";
import Database from "libsql";
import { exportedPieces } from "./exchange.ts";
import { Problem } from "./problem.ts";
import { Service } from "./service.ts";
import { Specimens } from "./specimens/specimens.ts";
import { backUp } from "./store/backups.ts";
import { lockFolder } from "./store/lock.ts";
import { databaseIn, openStore } from "./store/store.ts";
import { Trouble } from "./store/trouble.ts";

type Tool = (folder: string, file: string | undefined) => Promise<string>;

/** Opens the database where no server has it. */
async function using<T>(folder: string, work: (service: Service, specimens: Specimens) => Promise<T>): Promise<T> {
  const lock = lockFolder(folder);
  try {
    const store = await openStore(folder);
    try {
      const specimens = new Specimens(store);
      await specimens.clearUnfinished();
      await specimens.ensureSearchable();
      return await work(new Service(store, specimens), specimens);
    } finally {
      await store.close();
    }
  } finally {
    lock.release();
  }
}

function existing(folder: string): string {
  const file = databaseIn(folder);
  if (!existsSync(file)) throw new Trouble(`There is no database in ${folder}. Set LAMPREY_DATA to the folder that has it.`);
  return file;
}

const TOOLS: Readonly<Record<string, Tool>> = {
  /** While a server runs, too. */
  backup: async (folder) => {
    const db = new Database(existing(folder));
    try {
      db.exec("pragma busy_timeout = 5000");
      const file = await backUp(folder, async (to) => void db.prepare("vacuum into ?").run(to));
      return `Backed up to ${file}.`;
    } finally {
      db.close();
    }
  },
  /** The file itself, what refers to what, and every specimen. */
  verify: async (folder) => {
    const file = existing(folder);
    const db = new Database(file);
    try {
      const faults = (db.prepare("pragma integrity_check(20)").all() as { integrity_check: string }[])
        .map((row) => row.integrity_check)
        .filter((said) => said !== "ok");
      const loose = db.prepare("pragma foreign_key_check").all().length;
      if (faults.length > 0 || loose > 0)
        throw new Trouble(`${file}: ${[...faults, ...(loose > 0 ? [`${loose} rows refer to what is not there`] : [])].join("; ")}`);
    } finally {
      db.close();
    }
    return using(folder, async (_service, specimens) => {
      let count = 0;
      for (let offset = 0; ; ) {
        const page = await specimens.page(offset, 50);
        if (page.length === 0) return `${file} is whole: ${count} specimens, all of them read.`;
        count += page.length;
        offset += page.length;
      }
    });
  },
  export: async (folder, file) => {
    if (file === undefined) throw new Trouble("Name the file: npm run export -- FILE");
    existing(folder);
    return using(folder, async (service) => {
      const out = createWriteStream(file, { mode: 0o600 });
      for await (const piece of exportedPieces(service, "")) if (!out.write(piece)) await once(out, "drain");
      out.end();
      await once(out, "finish");
      return `Everything is in ${file}.`;
    });
  },
  import: async (folder, file) => {
    if (file === undefined) throw new Trouble("Name the file: npm run import -- FILE");
    if (!existsSync(file)) throw new Trouble(`There is no file ${file}.`);
    return using(folder, async (service) => `${await service.keepAll(readFileSync(file))} specimens of ${file} put on the shelf.`);
  },
};

/** What the tool of that name says when it is done; throws a `Trouble` or a `Problem` where it cannot be. */
export async function runTool(name: string, folder: string, file: string | undefined): Promise<string> {
  const tool = TOOLS[name];
  if (!tool) throw new Trouble(`There is no “${name}”; there are ${Object.keys(TOOLS).join(", ")}.`);
  return tool(folder, file);
}

/** The sentence for a person, where the error is one that has one. */
export function sentenceOf(error: unknown): string | undefined {
  if (!(error instanceof Trouble || error instanceof Problem)) return undefined;
  const [first] = (error instanceof Problem ? (error.extensions.errors as { path: string }[] | undefined) : undefined) ?? [];
  return first?.path ? `At ${first.path}: ${error.message}` : error.message;
}
