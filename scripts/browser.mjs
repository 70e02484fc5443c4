/** A server of its own on a free port, and headless Chromium: for the browser tests, the bench and the screenshots. */
import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer from "puppeteer-core";
import { ROOT } from "./workspace.mjs";

const CHROMIUM = [process.env.CHROMIUM_PATH, "/usr/bin/chromium", "/usr/bin/chromium-browser", "/usr/bin/google-chrome"];

/** The browser's path, or undefined where none is installed. */
export function chromiumPath() {
  return CHROMIUM.find((path) => path && existsSync(path));
}

async function freePort() {
  const probe = createServer();
  await new Promise((done) => probe.listen(0, "127.0.0.1", done));
  const { port } = probe.address();
  await new Promise((done) => probe.close(done));
  return port;
}

/**
 * Starts the built server as a process of its own, on a new database or on the one given, with settings of its own.
 * `kill` ends it at once, as a power cut would; `end` asks it to end; `stop` does, and removes its database.
 */
export async function startServer({ port, data, settings = {} } = {}) {
  const folder = data ?? mkdtempSync(join(tmpdir(), "lamprey-"));
  const own = port ?? (await freePort());
  const address = `http://127.0.0.1:${own}`;
  const child = spawn(process.execPath, ["server/dist/main.js"], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(own), HOST: "127.0.0.1", LAMPREY_DATA: folder, LOG_LEVEL: "warn", ...settings },
    stdio: ["ignore", "ignore", "inherit"],
  });
  const ended = new Promise((done) => child.once("exit", done));
  const started = Date.now();
  for (;;) {
    const up = await fetch(`${address}/api/health`).then(
      (response) => response.ok,
      () => false,
    );
    if (up) break;
    if (child.exitCode !== null || Date.now() - started > 60_000) throw new Error("The server did not start.");
    await new Promise((done) => setTimeout(done, 50));
  }
  const kill = async () => {
    child.kill("SIGKILL");
    await ended;
  };
  const end = async () => {
    child.kill("SIGTERM");
    await ended;
  };
  const stop = async () => {
    await end();
    rmSync(folder, { recursive: true, force: true });
  };
  const signal = (name) => void child.kill(name);
  return { address, port: own, data: folder, kill, signal, end, stop };
}

/** Headless Chromium with nothing of its own on the network. */
export function startBrowser() {
  const executablePath = chromiumPath();
  if (!executablePath) throw new Error("Chromium is not installed.");
  return puppeteer.launch({
    executablePath,
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
    defaultViewport: { width: 1280, height: 800 },
  });
}

/** The id of the demo specimen with the title. */
export async function specimenId(address, title) {
  const { items } = await (await fetch(`${address}/api/specimens?limit=200`)).json();
  const found = items.find((item) => item.title === title);
  if (!found) throw new Error(`No specimen is called ${title}.`);
  return found.id;
}
