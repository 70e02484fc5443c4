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
  /** It tells matches that are not empty, and nothing of their groups. */
  readonly partsOnly?: true;
  ask(questions: readonly Question[]): Promise<readonly Verdict[]>;
  close(): Promise<void>;
}

/** The verdict of a judge that did not survive the question. */
export const DIED = "died";

/** A judge that takes longer than this for a batch hangs; batches take well under a second. */
export const PATIENCE_MS = 20_000;

/** Asks a judge that may hang or die; a batch that it does not survive is halved until the question is found that it does not. */
export async function halved<Q, A>(
  questions: readonly Q[],
  ask: (questions: readonly Q[]) => Promise<readonly A[] | undefined>,
): Promise<readonly (A | typeof DIED)[]> {
  const answer = await ask(questions);
  if (answer) return answer;
  if (questions.length === 1) return [DIED];
  const half = questions.length >> 1;
  return [...(await halved(questions.slice(0, half), ask)), ...(await halved(questions.slice(half), ask))];
}

/** A process that is asked a line of JSON and answers with one; it may hang or die. */
export class LineProcess<Q, A> {
  private readonly file: string;
  private readonly arguments: readonly string[];
  private child: ChildProcess | undefined;

  constructor(file: string, script: string, more: readonly string[] = []) {
    this.file = file;
    this.arguments = [fileURLToPath(new URL(`../judges/${script}`, import.meta.url)), ...more];
  }

  async ask(questions: readonly Q[]): Promise<readonly (A | typeof DIED)[]> {
    return halved(questions, (some) => this.line(some));
  }

  private line(questions: readonly Q[]): Promise<readonly A[] | undefined> {
    // A group of its own, so that what it has started ends with it.
    this.child ??= spawn(this.file, this.arguments, { stdio: ["pipe", "pipe", "ignore"], detached: true });
    const { child } = this;
    return new Promise((resolve) => {
      const lines = createInterface({ input: child.stdout as NodeJS.ReadableStream });
      const timer = setTimeout(() => endGroup(child), PATIENCE_MS);
      const settle = (answer: readonly A[] | undefined): void => {
        clearTimeout(timer);
        lines.close();
        child.removeAllListeners();
        child.stdin?.removeAllListeners("error");
        if (!answer) this.child = undefined;
        resolve(answer);
      };
      lines.once("line", (line) => {
        const answer = parsed<A>(line);
        if (!answer) endGroup(child);
        settle(answer);
      });
      child.once("exit", () => settle(undefined));
      child.once("error", () => settle(undefined));
      child.stdin?.once("error", () => settle(undefined));
      child.stdin?.write(`${JSON.stringify(questions)}\n`);
    });
  }

  async close(): Promise<void> {
    if (this.child) endGroup(this.child);
  }
}

/** What a runtime prints on its way out is no answer. */
function parsed<A>(line: string): A[] | undefined {
  try {
    return JSON.parse(line) as A[];
  } catch (error) {
    if (error instanceof SyntaxError) return undefined;
    throw error;
  }
}

function endGroup({ pid, exitCode, signalCode }: ChildProcess): void {
  if (pid !== undefined && exitCode === null && signalCode === null) process.kill(-pid, "SIGKILL");
}

interface CommandRow {
  readonly name: string;
  readonly dialect: FuzzedDialect;
  readonly file: string;
  readonly script: string;
  readonly more?: readonly string[];
  readonly partsOnly?: true;
}

const COMMANDS = {
  host: { name: "this host's engine", dialect: "ecmascript", file: process.execPath, script: "host.mjs" },
  python: { name: "python3", dialect: "python", file: "python3", script: "python.py" },
  java: { name: "java", dialect: "java", file: "java", script: "Judge.java" },
  dotnet: { name: "mono", dialect: "dotnet", file: process.execPath, script: "dotnet.mjs" },
  pcre: { name: "php", dialect: "pcre", file: "php", script: "judge.php" },
  perl: { name: "perl", dialect: "perl", file: "perl", script: "judge.pl" },
  ere: { name: "grep -E", dialect: "ere", file: process.execPath, script: "grep.mjs", more: ["-E"], partsOnly: true },
  bre: { name: "grep -G", dialect: "bre", file: process.execPath, script: "grep.mjs", more: ["-G"], partsOnly: true },
} as const satisfies Readonly<Record<string, CommandRow>>;

/** A judge that is a process. */
class ProcessJudge implements Judge {
  readonly name: string;
  readonly dialect: FuzzedDialect;
  readonly newer = false;
  readonly partsOnly?: true;
  private readonly process: LineProcess<Question, Verdict>;

  constructor({ name, dialect, file, script, more, partsOnly }: CommandRow) {
    this.name = name;
    this.dialect = dialect;
    if (partsOnly) this.partsOnly = partsOnly;
    this.process = new LineProcess(file, script, more);
  }

  ask(questions: readonly Question[]): Promise<readonly Verdict[]> {
    return this.process.ask(questions);
  }

  close(): Promise<void> {
    return this.process.close();
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
