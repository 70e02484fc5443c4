/** Files that the screen was given: chosen, dropped, or offered by the server. Below folders, what their ignore files leave out is left out. */
import type { OfferedFiles } from "@lamprey/api";
import ignore from "ignore";
import picomatch from "picomatch/posix";
import { ask } from "../api/send.ts";
import type { SearchedFile } from "../engine/files/messages.ts";

/** More files are no folder that a page should hold. */
const MOST_FILES = 50_000;

/** What was given: the files, and how many of a folder were left out. */
export interface Given {
  readonly files: readonly SearchedFile[];
  /** By ignore files, or since their name begins with a dot. */
  readonly ignored: number;
  /** Whether there are more than are taken. */
  readonly beyond: boolean;
}

const NOTHING: Given = { files: [], ignored: 0, beyond: false };

let given: Given = NOTHING;

export const givenFiles = (): Given => given;
export const putAwayFiles = (): void => {
  given = NOTHING;
};

/** Adds files to those that are there; one of the same name takes the place of the other. */
export function giveFiles(more: Given): void {
  const names = new Set(more.files.map(({ name }) => name));
  const files = [...given.files.filter(({ name }) => !names.has(name)), ...more.files].sort(byName);
  given = {
    files: files.slice(0, MOST_FILES),
    ignored: given.ignored + more.ignored,
    beyond: given.beyond || more.beyond || files.length > MOST_FILES,
  };
}

/** Folder by folder, and by name in each, as the command goes through them. */
function byName({ name: one }: SearchedFile, { name: other }: SearchedFile): number {
  const [parts, others] = [one.split("/"), other.split("/")];
  for (const [i, part] of parts.entries()) {
    const against = others[i];
    if (against === undefined) return 1;
    if (part !== against) return part < against ? -1 : 1;
  }
  return parts.length < others.length ? -1 : 0;
}

/** Those that one of some globs takes; one that begins with `!` leaves out. */
export function filesTaken(only: string): readonly SearchedFile[] {
  const globs = only.split(/[\s,]+/).filter(Boolean);
  if (globs.length === 0) return given.files;
  const matcher = (glob: string) => picomatch(glob, { dot: true, basename: !glob.includes("/") });
  const wanted = globs.filter((glob) => !glob.startsWith("!")).map(matcher);
  const unwanted = globs.filter((glob) => glob.startsWith("!")).map((glob) => matcher(glob.slice(1)));
  return given.files.filter(({ name }) => (wanted.length === 0 || wanted.some((takes) => takes(name))) && !unwanted.some((takes) => takes(name)));
}

/** Files that were chosen one by one, or with their folder. */
export async function chosen(files: readonly File[]): Promise<Given> {
  const single = files.filter((file) => file.webkitRelativePath === "");
  const below = files.filter((file) => file.webkitRelativePath !== "");
  const kept = await withoutIgnored(below.map((file) => ({ name: file.webkitRelativePath, size: file.size, from: file })));
  return { ...kept, files: [...single.map((file) => ({ name: file.name, size: file.size, from: file })), ...kept.files] };
}

/** Files and folders that were dropped. */
export async function dropped(items: DataTransferItemList): Promise<Given> {
  // The list is empty after this task: what it holds is asked for at once. What is no file system's has no entry.
  const entries: FileSystemEntry[] = [];
  const single: SearchedFile[] = [];
  for (const item of items) {
    const entry = item.webkitGetAsEntry();
    const file = entry ? null : item.getAsFile();
    if (entry) entries.push(entry);
    if (file) single.push({ name: file.name, size: file.size, from: file });
  }
  const below: SearchedFile[] = [];
  const pending = entries.map((entry) => ({ entry, path: entry.name, isBelow: false }));
  for (let next = pending.pop(); next && below.length < 2 * MOST_FILES; next = pending.pop()) {
    const { entry, path, isBelow } = next;
    if (isFile(entry)) {
      const file = await new Promise<File>((resolve, reject) => entry.file(resolve, reject));
      (isBelow ? below : single).push({ name: path, size: file.size, from: file });
    } else if (isFolder(entry) && entry.name !== REPOSITORY) {
      for (const each of await entriesOf(entry)) pending.push({ entry: each, path: `${path}/${each.name}`, isBelow: true });
    }
  }
  const kept = await withoutIgnored(below);
  return { ...kept, files: [...single, ...kept.files] };
}

const isFile = (entry: FileSystemEntry): entry is FileSystemFileEntry => entry.isFile;
const isFolder = (entry: FileSystemEntry): entry is FileSystemDirectoryEntry => entry.isDirectory;

async function entriesOf(folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> {
  const reader = folder.createReader();
  const all: FileSystemEntry[] = [];
  for (;;) {
    // A browser hands over a hundred at a time.
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
    if (some.length === 0) return all;
    for (const each of some) all.push(each);
  }
}

/** What holds a repository's own files. */
const REPOSITORY = ".git";
const IGNORE_FILES = new Set([".gitignore", ".ignore"]);

/** Without hidden files and what ignore files leave out, as on the command line. */
async function withoutIgnored(files: readonly SearchedFile[]): Promise<Given> {
  const rules: { readonly base: string; readonly rules: ignore.Ignore }[] = [];
  for (const { name, from } of files) {
    const own = name.slice(name.lastIndexOf("/") + 1);
    if (!IGNORE_FILES.has(own) || typeof from === "string") continue;
    rules.push({ base: name.slice(0, name.length - own.length), rules: ignore().add(await from.text()) });
  }
  const kept = files.filter(({ name }) => {
    const parts = name.split("/").slice(1);
    return !parts.some((part) => part.startsWith(".")) && !rules.some(({ base, rules: own }) => name.startsWith(base) && own.ignores(name.slice(base.length)));
  });
  return { files: kept, ignored: files.length - kept.length, beyond: false };
}

/** What the server offers: a folder with what lies below it; null where it offers none. */
export async function offered(): Promise<OfferedFiles | null> {
  const answer = await ask("/files");
  if (!("status" in answer) || answer.status !== 200) return null;
  const found = answer.data as OfferedFiles;
  return found.name === null ? null : found;
}

export const ofServer = ({ name, files, more }: OfferedFiles): Given => ({
  files: files.map(({ path, size }) => ({ name: `${name}/${path}`, size, from: `/api/files/content?path=${encodeURIComponent(path)}` })),
  ignored: 0,
  beyond: more,
});
