/** Files below the paths that are given, in a fixed order. */
import { readdirSync, statSync } from "node:fs";
import { join, relative, resolve, sep } from "node:path";
import { SOURCE_ENDINGS } from "@lamprey/sources";
import picomatch from "picomatch";
import type { PatternsOptions } from "./found.ts";

/** Folders that hold what others wrote; they are gone into only where they are named. */
const PASSED_OVER = new Set(["node_modules", "dist", "build", "vendor", "__pycache__"]);

/** Files named, and sources below folders named. Throws where a path is not there. */
export function filesBelow(paths: readonly string[], skip?: PatternsOptions["skip"]): string[] {
  const files: string[] = [];
  const isSkipped = skip && skip.globs.length > 0 ? picomatch([...skip.globs], { dot: true }) : () => false;
  const isWanted = (path: string): boolean =>
    !isSkipped(
      relative(skip?.folder ?? "", resolve(path))
        .split(sep)
        .join("/"),
    );
  const visit = (path: string, named: boolean): void => {
    if (!statSync(path).isDirectory()) {
      if (isWanted(path) && (named || SOURCE_ENDINGS.includes(path.slice(path.lastIndexOf(".") + 1)))) files.push(path);
      return;
    }
    for (const { name } of readdirSync(path, { withFileTypes: true })
      .filter((entry) => !entry.isSymbolicLink() && !entry.name.startsWith(".") && !PASSED_OVER.has(entry.name))
      .sort((a, b) => (a.name < b.name ? -1 : 1))) {
      visit(join(path, name), false);
    }
  };
  for (const path of paths) visit(path, true);
  return files;
}
