/** The one folder whose files the server offers: read only, and nothing outside of it, wherever its links lead. */
import type { Dirent } from "node:fs";
import { readdir, realpath, stat } from "node:fs/promises";
import { basename, join, relative, sep } from "node:path";
import type { OfferedFiles } from "@lamprey/api";
import { Problem } from "../problem.ts";
import { Trouble } from "../store/trouble.ts";

/** More files are no list that a page should get. */
const MOST_FILES = 20_000;
/** What holds a repository's own files. */
const NEVER_OFFERED = new Set([".git"]);

export class OfferedFolder {
  private readonly root: string;

  private constructor(root: string) {
    this.root = root;
  }

  /** Throws a `Trouble` where there is no such folder. */
  static async open(path: string): Promise<OfferedFolder> {
    try {
      const root = await realpath(path);
      if ((await stat(root)).isDirectory()) return new OfferedFolder(root);
    } catch {
      // It is said below, whatever the reason is.
    }
    throw new Trouble(`LAMPREY_FILES names ${path}, which is no folder that can be read.`);
  }

  /** The files below the folder, by their paths; what may not be read is left out. The walk ends where there are more than are listed. */
  async list(): Promise<OfferedFiles> {
    const files: { path: string; size: number }[] = [];
    const pending = [this.root];
    for (let folder = pending.pop(); folder !== undefined && files.length <= MOST_FILES; folder = pending.pop()) {
      for (const entry of await entriesOf(folder)) {
        const path = join(folder, entry.name);
        if (entry.isDirectory() && !NEVER_OFFERED.has(entry.name)) pending.push(path);
        if (entry.isDirectory()) continue;
        const size = await this.sizeOf(path);
        if (size !== null) files.push({ path: relative(this.root, path).split(sep).join("/"), size });
      }
    }
    files.sort((a, b) => (a.path < b.path ? -1 : 1));
    return { name: basename(this.root), files: files.slice(0, MOST_FILES), more: files.length > MOST_FILES };
  }

  /** Where a file of the list lies on this machine; a path that leads out of the folder is refused like one that is not there. */
  async pathOf(asked: string): Promise<string> {
    const path = join(this.root, asked);
    if ((await this.sizeOf(path)) === null) throw new Problem("not-found", "The folder has no such file.");
    return realpath(path);
  }

  /** In bytes; null where it is no file of the folder. */
  private async sizeOf(path: string): Promise<number | null> {
    try {
      const real = await realpath(path);
      const stats = await stat(real);
      const isInside =
        real.startsWith(this.root + sep) &&
        !relative(this.root, real)
          .split(sep)
          .some((part) => NEVER_OFFERED.has(part));
      return isInside && stats.isFile() ? stats.size : null;
    } catch {
      // It has vanished, its links lead in a circle, or it may not be looked at: it is not offered.
      return null;
    }
  }
}

async function entriesOf(folder: string): Promise<Dirent[]> {
  try {
    return await readdir(folder, { withFileTypes: true });
  } catch {
    // As above.
    return [];
  }
}
