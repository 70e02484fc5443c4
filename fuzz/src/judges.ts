/**
 * Real engines as judges: each in a process of its own, which may hang or die without harm.
 * A judge takes batches of questions and answers each with the matches found, or null where it is no pattern.
 */
import { type ChildProcess, spawn } from "node:child_process";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";
import type { FuzzedDialect } from "./patterns.ts";

export interface Question {
  readonly pattern: string;
  readonly flags: string;
  readonly text: string;
}

/** `[start, end, [start, end] or null for each group]` for each match; null where it is no pattern; words where it failed in some other way. */
export type Row = readonly [number, number, ...(readonly [number, number] | null)[]];
export type Verdict = readonly Row[] | null | string;

export interface Judge {
  readonly name: string;
  readonly dialect: FuzzedDialect;
  /** Whether it reads modifiers and duplicate names. */
  readonly newer: boolean;
  ask(questions: readonly Question[]): Promise<readonly Verdict[]>;
  close(): Promise<void>;
}

/** The verdict of a judge that did not survive the question. */
export const DIED = "died";

/** A judge that takes longer than this for a batch hangs; batches take well under a second. */
export const PATIENCE_MS = 20_000;

/** Asks a judge that may hang or die; a batch that it does not survive is halved until the question is found that it does not. */
export async function halved(
  questions: readonly Question[],
  ask: (questions: readonly Question[]) => Promise<readonly Verdict[] | undefined>,
): Promise<readonly Verdict[]> {
  const answer = await ask(questions);
  if (answer) return answer;
  if (questions.length === 1) return [DIED];
  const half = questions.length >> 1;
  return [...(await halved(questions.slice(0, half), ask)), ...(await halved(questions.slice(half), ask))];
}

interface Command {
  readonly name: string;
  readonly dialect: FuzzedDialect;
  readonly file: string;
  readonly arguments: readonly string[];
}

const script = (name: string): string => fileURLToPath(new URL(`../judges/${name}`, import.meta.url));

const COMMANDS: Readonly<Record<"host" | "python", Command>> = {
  host: { name: "this host's engine", dialect: "ecmascript", file: process.execPath, arguments: [script("host.mjs")] },
  python: { name: "python3", dialect: "python", file: "python3", arguments: [script("python.py")] },
};

/** A judge that is a process: a line of JSON in, a line of JSON out. */
class ProcessJudge implements Judge {
  readonly name: string;
  readonly dialect: FuzzedDialect;
  readonly newer = false;
  private readonly command: Command;
  private child: ChildProcess | undefined;

  constructor(command: Command) {
    this.command = command;
    this.name = command.name;
    this.dialect = command.dialect;
  }

  async ask(questions: readonly Question[]): Promise<readonly Verdict[]> {
    return halved(questions, (some) => this.line(some));
  }

  private line(questions: readonly Question[]): Promise<readonly Verdict[] | undefined> {
    this.child ??= spawn(this.command.file, this.command.arguments, { stdio: ["pipe", "pipe", "ignore"] });
    const { child } = this;
    return new Promise((resolve) => {
      const lines = createInterface({ input: child.stdout as NodeJS.ReadableStream });
      const timer = setTimeout(() => child.kill("SIGKILL"), PATIENCE_MS);
      const settle = (answer: readonly Verdict[] | undefined): void => {
        clearTimeout(timer);
        lines.close();
        child.removeAllListeners();
        child.stdin?.removeAllListeners("error");
        if (!answer) this.child = undefined;
        resolve(answer);
      };
      lines.once("line", (line) => settle(JSON.parse(line) as Verdict[]));
      child.once("exit", () => settle(undefined));
      child.once("error", () => settle(undefined));
      child.stdin?.once("error", () => settle(undefined));
      child.stdin?.write(`${JSON.stringify(questions)}\n`);
    });
  }

  async close(): Promise<void> {
    this.child?.kill();
  }
}

/** The judge, or undefined where this machine has none. */
export async function processJudge(which: keyof typeof COMMANDS): Promise<Judge | undefined> {
  const judge = new ProcessJudge(COMMANDS[which]);
  const [verdict] = await judge.ask([{ pattern: "a", flags: "", text: "a" }]);
  if (Array.isArray(verdict)) return judge;
  await judge.close();
  return undefined;
}
