/** Lines that have changed since a revision, as git's command line tells them. */
import { spawnSync } from "node:child_process";
import { join, relative } from "node:path";
import parseDiff from "parse-diff";

/** Lines of a file, counted from 1, both included. */
export type Lines = readonly [from: number, to: number];

/** Of a file that is new to git every line has changed. */
const ALL: readonly Lines[] = [[1, Number.POSITIVE_INFINITY]];

/** Bytes of a difference: a larger one is no review. */
const MOST_BYTES = 1 << 28;

/** The changed lines by file, relative to where the command runs, as `files` are. Throws where git cannot say. */
export function changedSince(revision: string, folder: string): ReadonlyMap<string, readonly Lines[]> {
  if (revision.startsWith("-")) throw new Error(`“${revision}” is no revision.`);
  const root = git(folder, ["rev-parse", "--show-toplevel"]).trim();
  const ours = (path: string): string => relative(folder, join(root, path));
  const changed = new Map<string, readonly Lines[]>();
  const difference = (...how: string[]): string => git(root, ["diff", "--no-renames", "--diff-filter=d", ...how, revision, "--"]);
  const files = parseDiff(difference("--unified=0", "--no-color", "--no-ext-diff"));
  // Names in a difference are quoted where they have unusual characters; in the list of names they stand as they are.
  const names = difference("--name-only", "-z").split("\0").slice(0, -1);
  if (names.length !== files.length) throw new Error("git names other files than it shows changes of.");
  for (const [i, { chunks }] of files.entries()) {
    changed.set(
      ours(names[i] as string),
      chunks.filter(({ newLines }) => newLines > 0).map(({ newStart, newLines }): Lines => [newStart, newStart + newLines - 1]),
    );
  }
  for (const path of git(root, ["ls-files", "--others", "--exclude-standard", "-z"]).split("\0")) if (path !== "") changed.set(ours(path), ALL);
  return changed;
}

function git(folder: string, args: readonly string[]): string {
  const { status, stdout, stderr, error } = spawnSync("git", [...args], { cwd: folder, encoding: "utf8", maxBuffer: MOST_BYTES });
  if (error) throw new Error(`git does not run: ${error.message}`);
  if (status !== 0) throw new Error(`git says: ${stderr.trim().split("\n")[0] ?? ""}`);
  return stdout;
}
