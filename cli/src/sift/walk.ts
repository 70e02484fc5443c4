/** Files that a search goes through: those named, and those below folders named, without what ignore files leave out. */
import { type Dirent, readdirSync, readFileSync, statSync } from "node:fs";
import { join, relative, sep } from "node:path";
import ignore, { type Ignore } from "ignore";
import picomatch from "picomatch";
import { STANDARD_INPUT } from "../json-lines.ts";

export interface WalkOptions {
  /** Only files whose path below the folder one of these globs takes; those that begin with `!` leave out. */
  readonly globs: readonly string[];
  /** Files and folders whose name begins with a dot, too. */
  readonly hidden: boolean;
  /** Also what ignore files leave out. */
  readonly all: boolean;
}

/** A file, or why what was found could not be read. */
export type Walked = { readonly path: string; readonly size: number } | { readonly path: string; readonly error: string };

const IGNORE_FILES = [".gitignore", ".ignore"];
/** What holds a repository's own files. */
const NEVER_ENTERED = new Set([".git"]);

interface Folder {
  readonly path: string;
  /** Ignore files of this folder and those above it, each with the folder that it speaks of. */
  readonly ignores: readonly { readonly base: string; readonly rules: Ignore }[];
}

/** In the order in which they are named, and by name below folders. Links below folders are not followed, so no circle is gone in. */
export function* filesOf(paths: readonly string[], options: WalkOptions): Generator<Walked> {
  const takes = globFilter(options.globs);
  for (const named of paths) {
    if (named === STANDARD_INPUT) {
      yield { path: named, size: 0 };
      continue;
    }
    let stats: ReturnType<typeof statSync>;
    try {
      stats = statSync(named);
    } catch (error) {
      yield { path: named, error: wordsOf(error) };
      continue;
    }
    if (!stats.isDirectory()) yield { path: named, size: stats.size };
    else yield* filesBelow(named, takes, options);
  }
}

function* filesBelow(root: string, takes: (path: string) => boolean, { hidden, all }: WalkOptions): Generator<Walked> {
  const pending: (Folder | string)[] = [{ path: root, ignores: [] }];
  for (let next = pending.pop(); next !== undefined; next = pending.pop()) {
    if (typeof next === "string") {
      try {
        yield { path: next, size: statSync(next).size };
      } catch (error) {
        // It was there a moment ago.
        yield { path: next, error: wordsOf(error) };
      }
      continue;
    }
    let entries: Dirent[];
    try {
      entries = readdirSync(next.path, { withFileTypes: true });
    } catch (error) {
      yield { path: next.path, error: wordsOf(error) };
      continue;
    }
    const ignores = all ? [] : [...next.ignores, ...ignoresIn(next.path, entries)];
    const below: (Folder | string)[] = [];
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      const path = join(next.path, entry.name);
      const isFolder = entry.isDirectory();
      if (NEVER_ENTERED.has(entry.name) || (!hidden && entry.name.startsWith("."))) continue;
      if (ignores.some(({ base, rules }) => rules.ignores(slashed(relative(base, path)) + (isFolder ? "/" : "")))) continue;
      if (isFolder) below.push({ path, ignores });
      else if (entry.isFile() && takes(slashed(relative(root, path)))) below.push(path);
    }
    for (const entry of below.reverse()) pending.push(entry);
  }
}

function ignoresIn(path: string, entries: readonly Dirent[]): Folder["ignores"] {
  const rules = entries.filter(({ name }) => IGNORE_FILES.includes(name)).map(({ name }) => readFileSync(join(path, name), "utf8"));
  return rules.length === 0 ? [] : [{ base: path, rules: ignore().add(rules.join("\n")) }];
}

function globFilter(globs: readonly string[]): (path: string) => boolean {
  const matcher = (glob: string): ((path: string) => boolean) => picomatch(glob, { dot: true, basename: !glob.includes("/") });
  const wanted = globs.filter((glob) => !glob.startsWith("!")).map(matcher);
  const unwanted = globs.filter((glob) => glob.startsWith("!")).map((glob) => matcher(glob.slice(1)));
  return (path) => (wanted.length === 0 || wanted.some((takes) => takes(path))) && !unwanted.some((takes) => takes(path));
}

const slashed = (path: string): string => (sep === "/" ? path : path.replaceAll(sep, "/"));

/** What went wrong with a file, without its path, which stands before it. */
export function wordsOf(error: unknown): string {
  const { code, message } = (typeof error === "object" && error !== null ? error : {}) as { readonly code?: unknown; readonly message?: unknown };
  return FAULTS[String(code)] ?? String(message ?? error);
}

const FAULTS: Readonly<Record<string, string>> = {
  ENOENT: "there is no such file",
  EACCES: "it may not be read",
  EPERM: "it may not be read",
  EISDIR: "it is a folder",
  ELOOP: "its links lead in a circle",
};
