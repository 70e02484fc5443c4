/** The `lamprey` command: the core without a screen, for a person or, with --jsonl, for a program. */
import { readFileSync } from "node:fs";
import { DIALECT_NAMES, type DialectName, type MatchMode, record } from "@lamprey/core";
import { Command, InvalidArgumentError, Option } from "commander";
import { forecast, forecastRequest } from "./contract/forecast.ts";
import { answerLines } from "./contract/lines.ts";
import { type MatchRequest, match, matchRequest } from "./contract/match.ts";
import { DEFAULT_STEP_LIMIT, programOf } from "./contract/request.ts";
import { trace, traceRequest } from "./contract/trace.ts";
import { printError, printMatches, printTrace } from "./print.ts";

interface SourceOptions {
  readonly jsonl?: true;
  readonly file?: string;
  readonly dialect: DialectName;
  readonly flags: string;
}

interface MatchOptions extends Pick<MatchRequest, "mode" | "machine" | "stepLimit"> {
  readonly count?: true;
}

const wholeNumber = (word: string): number => {
  const value = Number(word);
  if (!Number.isSafeInteger(value) || value < 0) throw new InvalidArgumentError("It must be a whole number.");
  return value;
};

/** The text of a request: given, in a file, or on standard input. */
function textOf(given: string | undefined, file: string | undefined): string {
  return given ?? readFileSync(file ?? 0, "utf8");
}

function withSource(command: Command): Command {
  return command
    .argument("[pattern]", "the pattern")
    .argument("[text]", "the text; without it, --file or standard input is read")
    .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
    .option("-i, --file <path>", "read the text from a file")
    .addOption(new Option("-d, --dialect <name>", "the pattern's dialect").choices(DIALECT_NAMES).default("ecmascript"))
    .option("-f, --flags <letters>", "the pattern's flags", "");
}

const program = new Command("lamprey").description("A workbench for regular expressions, on the command line.").showHelpAfterError();

withSource(program.command("match").description("find matches and captures"))
  .addOption(new Option("-m, --mode <mode>", "how to ask").choices(["first", "all", "start", "whole"]).default("all"))
  .addOption(new Option("--machine <name>", "what runs it").choices(["auto", "backtracking", "linear"]).default("auto"))
  .option("--count", "only count the matches")
  .option("--step-limit <steps>", "stop the backtracking machine after so many steps", wholeNumber, DEFAULT_STEP_LIMIT)
  .action(async (pattern: string | undefined, given: string | undefined, options: SourceOptions & MatchOptions) => {
    if (options.jsonl) return answerLines(process.stdin, process.stdout, matchRequest, match);
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    const { dialect, flags, mode, stepLimit, machine } = options;
    const text = textOf(given, options.file);
    const answer = match({ dialect, pattern, flags, text, mode, stepLimit, machine, output: options.count ? "count" : "matches" });
    if (answer.count !== undefined) console.log(printMatches(answer, text));
    if (answer.error) {
      console.error(answer.status === "step-limit" ? answer.error.message : printError(pattern, answer.error));
      process.exitCode = 2;
    } else process.exitCode = answer.count === 0 ? 1 : 0;
  });

withSource(program.command("forecast").description("say how many steps the backtracking machine would take, without running it"))
  .addOption(new Option("-m, --mode <mode>", "how to ask").choices(["first", "all", "start", "whole"]).default("all"))
  .action(async (pattern: string | undefined, given: string | undefined, options: SourceOptions & { mode: MatchMode }) => {
    if (options.jsonl) return answerLines(process.stdin, process.stdout, forecastRequest, forecast);
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    const { dialect, flags, mode } = options;
    const answer = forecast({ dialect, pattern, flags, mode, text: textOf(given, options.file) });
    if (answer.steps !== undefined) console.log(`${answer.steps} steps${answer.exact ? "" : " and more: it was cut short"}`);
    if (answer.error) console.error(printError(pattern, answer.error));
    process.exitCode = answer.error ? 2 : 0;
  });

withSource(program.command("trace").description("step through the machine's matching and backtracking"))
  .addOption(new Option("-m, --mode <mode>", "how to ask").choices(["first", "start", "whole"]).default("first"))
  .option("--event-limit <events>", "record at most so many events", wholeNumber, 1_000_000)
  .option("--from <step>", "first step to print", wholeNumber, 0)
  .option("--count <steps>", "how many steps to print", wholeNumber, 1000)
  .action(
    async (
      pattern: string | undefined,
      given: string | undefined,
      options: SourceOptions & { mode: Exclude<MatchMode, "all">; eventLimit: number; from: number; count: number },
    ) => {
      if (options.jsonl) return answerLines(process.stdin, process.stdout, traceRequest, trace);
      if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
      const { dialect, flags, mode, eventLimit, from, count } = options;
      const made = programOf({ dialect, pattern, flags });
      if ("refused" in made) {
        if (made.refused.error) console.error(printError(pattern, made.refused.error));
        process.exitCode = 2;
        return;
      }
      console.log(printTrace(record(made.program, textOf(given, options.file), { mode, eventLimit }), from, count));
    },
  );

await program.parseAsync();
