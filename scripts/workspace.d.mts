/** Types of workspace.mjs for the tests. */
export const ROOT: string;
export interface Build {
  readonly sources: readonly string[];
  readonly result: string;
  readonly command: readonly string[];
}
export const BUILDS: Readonly<Record<string, Build>>;
/** Number and newest change of the files below folders, as a text to compare. */
export function fingerprint(folders: readonly string[]): string;
/** Builds the named parts where their sources have changed. */
export function ensureBuilt(...names: readonly string[]): Promise<void>;
