/** The `lamprey` command: the core without a screen, for a person or, with --jsonl, for a program. */
import { readFileSync } from "node:fs";
import { DIALECT_NAMES, type DialectName, type MatchMode, record } from "@lamprey/core";
import { Command, InvalidArgumentError, Option } from "commander";
import { forecast, forecastRequest } from "./contract/forecast.ts";
import { answerLines } from "./contract/lines.ts";
import { type MatchRequest, match, matchRequest } from "./contract/match.ts";
import { relate, relateRequest } from "./contract/relate.ts";
import { DEFAULT_STEP_LIMIT, programOf } from "./contract/request.ts";
import { risk, riskRequest } from "./contract/risk.ts";
import { trace, traceRequest } from "./contract/trace.ts";
import { printError, printMatches, printRelation, printTrace } from "./print.ts";
import { type RiskOptions, runRisk } from "./risk/command.ts";
import { THRESHOLDS } from "./risk/row.ts";

interface SourceOptions {
  readonly jsonl?: true;
  readonly file?: string;
  readonly dialect: DialectName;
  readonly flags: string;
}

interface RelateOptions extends Pick<SourceOptions, "jsonl" | "dialect" | "flags"> {
  readonly rightDialect?: DialectName;
  readonly rightFlags?: string;
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

program
  .command("risk")
  .description("say how the work of patterns can grow with the text at worst, with the texts that make it")
  .argument("[patterns...]", "patterns to judge")
  .option("-l, --list <file>", "judge the patterns of a list, one a line, as /literals/flags or plain; - for standard input")
  .option("-s, --sources <paths...>", "judge the patterns in JavaScript, TypeScript and Python sources: files, or folders")
  .option("--jsonl", "answer JSON Lines on standard input; with patterns, a list or sources, print their rows as JSON Lines")
  .option("--sarif", "print SARIF 2.1.0")
  .option("-o, --output <file>", "write to a file")
  .option("--all", "show patterns without a hazard too")
  .addOption(new Option("-d, --dialect <name>", "the dialect of patterns given or listed").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the flags of patterns given or listed", "")
  .addOption(new Option("-m, --mode <mode>", "how patterns given or listed are asked").choices(["search", "start", "whole"]).default("search"))
  .addOption(new Option("--fail-at <growth>", "end with exit code 1 at this growth or a worse one").choices(Object.keys(THRESHOLDS)).default("exponential"))
  .action(async (patterns: string[], options: Omit<RiskOptions, "format"> & { jsonl?: true; sarif?: true }) => {
    const asked = patterns.length > 0 || options.list !== undefined || options.sources !== undefined;
    if (!asked && options.jsonl) return answerLines(process.stdin, process.stdout, riskRequest, risk);
    if (!asked) return program.error("Patterns, --list, --sources or --jsonl are needed.");
    try {
      process.exitCode = await runRisk(patterns, { ...options, format: options.sarif ? "sarif" : options.jsonl ? "jsonl" : "table" });
    } catch (error) {
      console.error(error instanceof Error ? error.message : String(error));
      process.exitCode = 2;
    }
  });

program
  .command("relate")
  .description("say how the sets of whole texts that two patterns accept lie to each other")
  .argument("[left]", "one pattern")
  .argument("[right]", "the other pattern")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .addOption(new Option("-d, --dialect <name>", "the patterns' dialect").choices(DIALECT_NAMES).default("ecmascript"))
  .addOption(new Option("--right-dialect <name>", "the right pattern's dialect, where it is another").choices(DIALECT_NAMES))
  .option("-f, --flags <letters>", "the left pattern's flags", "")
  .option("--right-flags <letters>", "the right pattern's flags, where they are others")
  .action(async (left: string | undefined, right: string | undefined, options: RelateOptions) => {
    if (options.jsonl) return answerLines(process.stdin, process.stdout, relateRequest, relate);
    if (left === undefined || right === undefined) return program.error("Two patterns are needed, or --jsonl.");
    const { dialect, flags, rightDialect = dialect, rightFlags = flags } = options;
    const answer = relate({ left: { dialect, pattern: left, flags }, right: { dialect: rightDialect, pattern: right, flags: rightFlags } });
    if (answer.error) console.error(printError(answer.side === "right" ? right : left, answer.error));
    else console.log(printRelation(answer));
    process.exitCode = answer.error ? 2 : answer.relation === "equal" ? 0 : 1;
  });

await program.parseAsync();
