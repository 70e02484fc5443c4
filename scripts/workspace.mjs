/**
 * What the commands of the repository share: is everything installed, is everything built, and doing what is missing.
 * A stamp file remembers the newest source that a build has seen, so that a second start builds nothing.
 */
import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

export const ROOT = fileURLToPath(new URL("..", import.meta.url));
const STAMPS = join(ROOT, "node_modules", ".lamprey");

/** Runs a command in the repository, its output on standard error; throws where it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: ["ignore", 2, 2], ...options });
  if (result.error) throw result.error;
  if (result.status !== 0) throw new Error(`${command} ${args.join(" ")} ended with ${result.status ?? result.signal}`);
}

/** The same without waiting: resolves where the command ends well, so that several can run at once. */
export function running(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ["ignore", 2, 2], ...options });
    child.on("error", reject);
    child.on("close", (code, signal) => (code === 0 ? resolve() : reject(new Error(`${command} ${args.join(" ")} ended with ${code ?? signal}`))));
  });
}

function stampIs(name, value) {
  const file = join(STAMPS, name);
  return existsSync(file) && readFileSync(file, "utf8") === value;
}

function setStamp(name, value) {
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(join(STAMPS, name), value);
}

/** Installs what the lock file names, unless that very lock file is installed already. */
export function ensureInstalled() {
  const lock = readFileSync(join(ROOT, "package-lock.json"), "utf8");
  const wanted = `${lock.length}:${statSync(join(ROOT, "package-lock.json")).mtimeMs}`;
  if (existsSync(join(ROOT, "node_modules", "typescript")) && stampIs("installed", wanted)) return;
  console.error("lamprey: installing packages (npm ci), which takes a minute or two …");
  run(process.platform === "win32" ? "npm.cmd" : "npm", ["ci"], { shell: process.platform === "win32" });
  setStamp("installed", wanted);
}

/** Number and newest change of the files below a folder, as a text to compare. */
export function fingerprint(folders) {
  let count = 0;
  let newest = 0;
  const visit = (path) => {
    const found = statSync(path);
    if (!found.isDirectory()) {
      count++;
      newest = Math.max(newest, found.mtimeMs);
      return;
    }
    for (const name of readdirSync(path)) visit(join(path, name));
  };
  for (const folder of folders) if (existsSync(resolve(ROOT, folder))) visit(resolve(ROOT, folder));
  return `${count}:${newest}`;
}

const TSC = join("node_modules", "typescript", "bin", "tsc");
const VITE = join("node_modules", "vite", "bin", "vite.js");

/** What can be built: sources whose change asks for a build, what must be there after it, and the command. */
export const BUILDS = {
  server: {
    sources: ["core/src", "api/src", "server/src", "core/tsconfig.json", "api/tsconfig.json", "server/tsconfig.json", "tsconfig.base.json"],
    result: "server/dist/main.js",
    command: [TSC, "-b", "core", "api", "server"],
  },
  cli: {
    sources: ["core/src", "api/src", "sources/src", "cli/src", "cli/vite.config.ts", "cli/package.json"],
    result: "cli/dist/main.js",
    command: [VITE, "build", "cli", "--logLevel", "warn"],
  },
  sources: {
    sources: ["core/src", "sources/src", "core/tsconfig.json", "sources/tsconfig.json", "tsconfig.base.json"],
    result: "sources/dist/index.js",
    command: [TSC, "-b", "core", "sources"],
  },
  fuzz: {
    sources: ["core/src", "fuzz/src", "core/tsconfig.json", "fuzz/tsconfig.json", "tsconfig.base.json"],
    result: "fuzz/dist/main.js",
    command: [TSC, "-b", "core", "fuzz"],
  },
  web: {
    sources: ["core/src", "api/src", "sources/src", "web/src", "web/index.html", "web/public", "web/vite.config.ts", "web/package.json"],
    result: "web/dist/index.html",
    command: [VITE, "build", "web", "--logLevel", "warn"],
  },
};

/** Builds the named parts, all at once, where their sources have changed since their last build. */
export async function ensureBuilt(...names) {
  const built = async (name) => {
    const { sources, result, command } = BUILDS[name];
    const now = fingerprint(sources);
    if (existsSync(join(ROOT, result)) && stampIs(`built-${name}`, now)) return;
    console.error(`lamprey: building ${name} …`);
    await running(process.execPath, command);
    setStamp(`built-${name}`, now);
  };
  // Two that run `tsc -b` write the same folders, so those wait for each other.
  const compiled = names.filter((name) => BUILDS[name].command[0] === TSC);
  const bundled = names.filter((name) => BUILDS[name].command[0] !== TSC);
  const inTurn = async () => {
    for (const name of compiled) await built(name);
  };
  await Promise.all([inTurn(), ...bundled.map(built)]);
}
