/**
 * A process that is confined: no shell, nothing of the server's environment but where programs are, no folder of anyone's.
 * Where the system has `prlimit` and `setpriv` (Linux), the kernel bounds its time and memory, and ends it with the server, even one
 * that was killed.
 */
import { existsSync } from "node:fs";
import { tmpdir } from "node:os";
import { execa, type Options } from "execa";

/** Bytes that a process may have of its own: a gigabyte for what is matched, which runtimes are told too, and what they take themselves. */
const MOST_MEMORY = 2 * 2 ** 30;
/** Programs of util-linux: the one ends a process with its parent, the other bounds it. Each gives its own place to the program behind it. */
const SETPRIV = "/usr/bin/setpriv";
const PRLIMIT = "/usr/bin/prlimit";

const CONFINED = {
  reject: false,
  shell: false,
  extendEnv: false,
  cwd: tmpdir(),
  killSignal: "SIGKILL",
  stripFinalNewline: false,
  windowsHide: true,
} as const satisfies Options;

export interface Confinement {
  /** Milliseconds after which it is ended. */
  readonly timeout: number;
  readonly env?: Readonly<Record<string, string>>;
  readonly input?: Uint8Array;
  /** Bytes that it may print. */
  readonly maxBuffer?: number;
  readonly cancelSignal?: AbortSignal;
}

/** Threads of a runtime work on two cores at a time; time of the processor is bounded by so much more than time on the clock. */
const CORES = 2;

/** What became of it. */
export interface Ended {
  readonly stdout: string;
  readonly stderr: string;
  readonly failed: boolean;
  readonly timedOut: boolean;
  readonly isMaxBuffer: boolean;
  readonly signal?: string;
}

/** Runs a program to its end, or ends it. Never rejects: the result says what became of it. */
export async function confined(file: string, args: readonly string[], { env = {}, ...options }: Confinement): Promise<Ended> {
  const all = { ...CONFINED, ...options, env: { PATH: process.env.PATH ?? "", LANG: "C.UTF-8", ...env } };
  if (!existsSync(PRLIMIT)) return execa(file, args, all);
  const seconds = Math.ceil((CORES * options.timeout) / 1000) + 1;
  const bounded = [PRLIMIT, `--cpu=${seconds}`, `--data=${MOST_MEMORY}`, "--core=0", file, ...args];
  return existsSync(SETPRIV) ? execa(SETPRIV, ["--pdeathsig", "KILL", ...bounded], all) : execa(PRLIMIT, bounded.slice(1), all);
}
