/**
 * Real engines on this machine, asked whether they find the same. Each question is a process of its own, which may hang,
 * print garbage or die without harm: it gets its question as data on standard input, is ended after a while, and may
 * say so much and no more.
 */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { EngineAnswer, EngineList } from "@lamprey/api";
import Joi from "joi";
import pLimit from "p-limit";
import { confined } from "./confined.ts";
import { ENGINES, type EngineRow } from "./table.ts";

export interface EngineSettings {
  /** Whether engines may be asked at all. */
  readonly on: boolean;
  /** Milliseconds after which one is ended. */
  readonly patience: number;
}

/** At once: they take a core each. */
const AT_ONCE = 2;
/** Questions that may wait for one of those; more are refused. */
const MOST_WAITING = 16;
/** Bytes that an engine may print: twenty thousand matches with many groups. */
const MOST_OUTPUT = 16 * 2 ** 20;
/** Starting an interpreter is not what is waited for (milliseconds), unless its row says otherwise. */
const START = 1_500;
/** Compiling a program of a page takes a second (milliseconds). */
const COMPILE_PATIENCE = 20_000;
/** An engine that has not said its version by then is none. */
const VERSION_PATIENCE = 5_000;

const span = Joi.array().ordered(Joi.number().integer().min(0).required(), Joi.number().integer().min(0).required());
const said = Joi.alternatives(
  Joi.object({ refused: Joi.string().required() }),
  Joi.object({
    ms: Joi.number().min(0).required(),
    more: Joi.boolean().required(),
    parts: Joi.boolean().valid(true),
    matches: Joi.array()
      .items(Joi.array().ordered(Joi.number().integer().min(0).required(), Joi.number().integer().min(0).required()).items(span.allow(null)))
      .required(),
  }),
).required();

export class Engines {
  private readonly settings: EngineSettings;
  private readonly rows: readonly EngineRow[];
  private readonly limit = pLimit(AT_ONCE);
  /** Programs that were compiled, by the engine's name. */
  private readonly programs = new Map<string, Promise<readonly string[] | undefined>>();
  private found: Promise<ReadonlyMap<string, string>> | undefined;

  constructor(settings: EngineSettings, rows: readonly EngineRow[] = ENGINES) {
    this.settings = settings;
    this.rows = rows;
  }

  /** All that are known, with the version of each that is here. */
  async list(): Promise<EngineList> {
    const { on } = this.settings;
    this.found ??= on ? this.find() : Promise.resolve(new Map());
    const versions = await this.found;
    return {
      on,
      items: this.rows.map(({ name, title, dialect, runner, install }) => ({
        name,
        title,
        dialect,
        install,
        version: versions.get(name) ?? null,
        asked: runner !== null && versions.has(name),
      })),
    };
  }

  /** Versions of those that answer. */
  private async find(): Promise<ReadonlyMap<string, string>> {
    const answers = await Promise.all(
      this.rows.map(async ({ name, file, versionFile = file, version }) => {
        const { stdout, stderr, failed } = await confined(versionFile, version, { timeout: VERSION_PATIENCE });
        const words = `${stdout}\n${stderr}`;
        const number = /\d+(?:\.\d+)+/.exec(words)?.[0];
        return failed || number === undefined ? undefined : ([name, number] as const);
      }),
    );
    return new Map(answers.filter((answer) => answer !== undefined));
  }

  /** Asks one, until nobody waits for it. The question is JSON that the runner reads: it goes there as the bytes that came. */
  async ask(name: string, question: Uint8Array, left: AbortSignal = NEVER): Promise<EngineAnswer> {
    const row = this.rows.find((each) => each.name === name);
    const listed = (await this.list()).items.find((each) => each.name === name);
    if (!this.settings.on) return trouble("off", "Asking engines is switched off (LAMPREY_ENGINES).");
    if (!row?.runner || !listed?.asked) return trouble("missing", `${row?.title ?? name} cannot be asked here. ${row?.install ?? ""}`.trim());
    if (this.limit.pendingCount >= MOST_WAITING) return trouble("busy", "Too many questions wait already. Ask again in a moment.");
    const { runner, title } = row;
    const version = listed.version ?? "";
    return this.limit(() => (left.aborted ? trouble("died", "Nobody waits for it any more.") : this.run({ ...row, runner }, title, version, question, left)));
  }

  /** The program that an engine runs, compiled when it is first asked; undefined where it could not be. */
  private compiled(name: string, { file, source }: NonNullable<EngineRow["compiled"]>): Promise<readonly string[] | undefined> {
    const make = async (): Promise<readonly string[] | undefined> => {
      const folder = mkdtempSync(join(tmpdir(), "lamprey-engine-"));
      process.once("exit", () => rmSync(folder, { recursive: true, force: true }));
      const program = join(folder, "Engine.exe");
      const { failed } = await confined(file, [`-out:${program}`, source], { timeout: COMPILE_PATIENCE });
      if (!failed) return [program];
      // It may be installed later.
      this.programs.delete(name);
      return undefined;
    };
    const known = this.programs.get(name) ?? make();
    this.programs.set(name, known);
    return known;
  }

  private async run(row: EngineRow & { readonly runner: readonly string[] }, title: string, version: string, question: Uint8Array, left: AbortSignal) {
    const { patience } = this.settings;
    const { file, start = START, env = {} } = row;
    const runner = row.compiled ? await this.compiled(row.name, row.compiled) : row.runner;
    if (!runner) return trouble("missing", `What ${title} runs could not be compiled with ${row.compiled?.file}. ${row.install}`);
    const result = await confined(file, runner, {
      env,
      input: question,
      timeout: patience + start,
      maxBuffer: MOST_OUTPUT,
      cancelSignal: left,
    });
    if (result.timedOut) return trouble("hung", `${title} ${version} did not end within ${patience / 1000} s, and was ended.`);
    if (result.isMaxBuffer) return trouble("garbage", `${title} ${version} printed more than is read.`);
    if (result.failed) return trouble("died", `${title} ${version} ended without an answer${result.signal ? ` (${result.signal})` : ""}.`);
    const { value, error } = said.validate(parsed(result.stdout), { convert: false });
    if (error) return trouble("garbage", `${title} ${version} printed something that is no answer.`);
    return { ...value, version } as EngineAnswer;
  }
}

const NEVER = new AbortController().signal;

const trouble = (what: "off" | "missing" | "busy" | "hung" | "garbage" | "died", message: string): EngineAnswer => ({ trouble: what, message });

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    if (error instanceof SyntaxError) return undefined;
    throw error;
  }
}
