/** The `lamprey` command: the core without a screen. It reads its arguments, and loads only what the command asked for needs. */
import { readFileSync } from "node:fs";
import { DIALECT_NAMES, type DialectName } from "@lamprey/core";
import { Command, InvalidArgumentError, Option } from "commander";
import { BENCH_ADDRESS } from "./bench-address.ts";
import type { CheckOptions } from "./check/command.ts";
import type { AcrossOptions } from "./commands/across.ts";
import type { CarryOptions } from "./commands/carry.ts";
import type { ExamplesOptions } from "./commands/examples.ts";
import type { HandinOptions, HandoffOptions } from "./commands/handoff.ts";
import type { LinkOptions } from "./commands/link.ts";
import type { MatchOptions } from "./commands/match.ts";
import type { SourceOptions } from "./commands/options.ts";
import type { RelateOptions } from "./commands/relate.ts";
import type { RewriteOptions } from "./commands/rewrite.ts";
import type { TraceOptions } from "./commands/trace.ts";
import type { WhynotOptions } from "./commands/whynot.ts";
import type { PatternsOptions } from "./patterns/found.ts";
import { THRESHOLD_NAMES, type Threshold } from "./patterns/threshold.ts";
import type { RiskOptions } from "./risk/command.ts";
import type { MergeOptions } from "./risk/merge.ts";
import type { SiftCommandOptions } from "./sift/command.ts";
import type { SlipsOptions } from "./slips/command.ts";

const wholeNumber = (word: string): number => {
  const value = Number(word);
  if (!Number.isSafeInteger(value) || value < 0) throw new InvalidArgumentError("It must be a whole number.");
  return value;
};

function withSource(command: Command): Command {
  return command
    .argument("[pattern]", "the pattern")
    .argument("[text]", "the text; without it, --file or standard input is read")
    .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
    .option("-i, --file <path>", "read the text from a file")
    .addOption(new Option("-d, --dialect <name>", "the pattern's dialect").choices(DIALECT_NAMES).default("ecmascript"))
    .option("-f, --flags <letters>", "the pattern's flags", "");
}

type CommandName = Parameters<typeof import("./commands/jsonl.ts").answerInput>[0];

const answerInput = async (command: CommandName): Promise<void> => (await import("./commands/jsonl.ts")).answerInput(command);

/** What a pattern holds that could ask for a table of names or of properties; for no other is it looked for. */
const SIGNS = ["N{", "p{", "P{", "b{", "B{"];

/** Runs a command for a person; what it throws, such as a file that is not there, is one line and exit code 2. */
async function run(command: () => Promise<number>): Promise<void> {
  try {
    if (process.argv.some((word) => SIGNS.some((sign) => word.includes(sign)))) await (await import("./commands/tables.ts")).tablesFor(...process.argv);
    process.exitCode = await command();
  } catch (error) {
    console.error(error instanceof Error ? error.message : String(error));
    process.exitCode = 2;
  }
}

/** The options of a command on many patterns, as they are written. */
type FormOf<Options extends PatternsOptions> = Omit<Options, "format"> & { readonly jsonl?: true; readonly sarif?: true; readonly markdown?: true };

/** Whether it is told of patterns itself; else requests come as JSON Lines. */
const asksFor = (patterns: readonly string[], { list, sources }: Pick<PatternsOptions, "list" | "sources">): boolean =>
  patterns.length > 0 || list !== undefined || sources !== undefined;
const formatOf = ({ sarif, jsonl, markdown }: Pick<FormOf<PatternsOptions>, "sarif" | "jsonl" | "markdown">): PatternsOptions["format"] =>
  sarif ? "sarif" : jsonl ? "jsonl" : markdown ? "markdown" : "table";
const WHAT_IS_NEEDED = "Patterns, --list, --sources, --jsonl or a .lampreyrc.json with sources are needed.";

/** Options that the commands on many patterns share. */
const withReport = (command: Command): Command =>
  command
    .option("--sarif", "print SARIF 2.1.0")
    .option("--markdown", "print a table in Markdown, as for the summary page of a run")
    .option("-o, --output <file>", "write to a file")
    .option("--changed-since <revision>", "of sources, only patterns on lines that have changed since a revision of git")
    .option("--baseline <file>", "leave out what an earlier run has written with --jsonl");

/** What it is told, and what the folder's settings say of what it is not told; undefined where there is nothing to do. */
async function withSettings<Options extends FormOf<PatternsOptions> & { readonly failAt?: Threshold }>(
  patterns: readonly string[],
  options: Options,
): Promise<Options | undefined> {
  // A command that is told of patterns by arguments or standard input is about those alone.
  if (options.sources === undefined && (asksFor(patterns, options) || options.jsonl)) return asksFor(patterns, options) ? options : undefined;
  const { withDefaults } = await import("./patterns/settings.ts");
  const settled = withDefaults(options, process.cwd());
  return asksFor(patterns, settled) ? settled : undefined;
}

/** Of the package, which lies above the built command and above its sources alike. */
const { version } = JSON.parse(readFileSync(new URL("../package.json", import.meta.url), "utf8")) as { readonly version: string };

const program = new Command("lamprey").description("A workbench for regular expressions, on the command line.").version(version).showHelpAfterError();

withSource(program.command("match").description("find matches and captures"))
  .addOption(new Option("-m, --mode <mode>", "how to ask").choices(["first", "all", "start", "whole"]).default("all"))
  .addOption(new Option("--machine <name>", "what runs it").choices(["auto", "backtracking", "linear"]).default("auto"))
  .option("--count", "only count the matches")
  .option("--step-limit <steps>", "stop the backtracking machine after so many steps, and not after two seconds", wholeNumber)
  .action(async (pattern: string | undefined, text: string | undefined, options: MatchOptions) => {
    if (options.jsonl) return answerInput("match");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/match.ts")).runMatch(pattern, text, options));
  });

withSource(program.command("forecast").description("say how many steps the backtracking machine would take, without running it"))
  .addOption(new Option("-m, --mode <mode>", "how to ask").choices(["first", "all", "start", "whole"]).default("all"))
  .action(async (pattern: string | undefined, text: string | undefined, options: SourceOptions & Pick<MatchOptions, "mode">) => {
    if (options.jsonl) return answerInput("forecast");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/forecast.ts")).runForecast(pattern, text, options));
  });

withSource(program.command("trace").description("step through the machine's matching and backtracking"))
  .addOption(new Option("-m, --mode <mode>", "how to ask").choices(["first", "start", "whole"]).default("first"))
  .option("--event-limit <events>", "record at most so many events", wholeNumber, 1_000_000)
  .option("--from <step>", "first step to print", wholeNumber, 0)
  .option("--count <steps>", "how many steps to print", wholeNumber, 1000)
  .action(async (pattern: string | undefined, text: string | undefined, options: TraceOptions) => {
    if (options.jsonl) return answerInput("trace");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/trace.ts")).runTrace(pattern, text, options));
  });

program
  .command("check")
  .description("judge the expectations of specimen files: texts that their patterns must and must not match")
  .argument("[files...]", "specimen files, or files of a whole shelf")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .option("--junit <file>", "write the report as JUnit XML, too")
  .option("--all", "show those that pass, too")
  .action(async (files: string[], options: CheckOptions) => {
    if (options.jsonl) return answerInput("check");
    if (files.length === 0) return program.error("Files are needed, or --jsonl.");
    return run(async () => (await import("./check/command.ts")).runCheck(files, options));
  });

program
  .command("sift")
  .description("run a pattern over files, folders or standard input, line by line; exit code 0 where something was found, 1 where nothing was, 2 on errors")
  .argument("[pattern]", "the pattern")
  .argument("[files...]", "files and folders; without any, standard input")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .addOption(new Option("-d, --dialect <name>", "the pattern's dialect").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the pattern's flags", "")
  .option("-l, --list <file>", "patterns of a list instead, one a line, of which any may be found; in literal as many as you like")
  .option("-o, --others", "lines in which nothing is found, or files, or their number")
  .addOption(new Option("-w, --whole <what>", "a match has to be all of a line, or a word by itself").choices(["line", "word"]))
  .option("-p, --parts", "only the parts of lines that match")
  .option("-c, --count", "how many lines, for each file")
  .option("--files", "only the names of files")
  .option("--distinct [group]", "the different texts that matches, or a group in them, took, with how often")
  .option("-C, --context <lines>", "so many lines before and after, too", wholeNumber)
  .option("-n, --first <lines>", "at most so many lines of each file", wholeNumber)
  .option("--replace <template>", "lines as the template would have them; nothing is written to files")
  .option("--patch", "with --replace: the changes as a unified diff, for git apply")
  .option("--json", "JSON Lines")
  .option("--csv", "CSV")
  .option("--partial", "with --count or --distinct: JSON Lines that --merge puts together")
  .option("--merge", "put such results together, from files or standard input; no pattern is given")
  .option("-g, --glob <globs...>", "in folders only files that one of these takes; with ! before it, those that it does not")
  .option("--hidden", "files and folders that begin with a dot, too")
  .option("--all", "what .gitignore and .ignore leave out, too")
  .option("--threads <number>", "count the lines of large files on so many cores; where left out, on all", wholeNumber)
  .option("--no-hanging", "do not look for lines on which the dialect's own engine would hang")
  .option("--binary", "files that hold NUL, too")
  .addOption(new Option("--encoding <name>", "auto: UTF-8, or UTF-16 with a byte order mark").choices(["auto", "latin1"]).default("auto"))
  .addOption(new Option("--color <when>", "").choices(["auto", "always", "never"]).default("auto"))
  .action(async (pattern: string | undefined, files: string[], options: SiftCommandOptions & { readonly jsonl?: boolean }) => {
    if (options.jsonl) return answerInput("sift");
    if (pattern === undefined && options.list === undefined && !options.merge) return program.error("A pattern is needed, or --list, --merge or --jsonl.");
    return run(async () => (await import("./sift/command.ts")).runSift(pattern, files, options));
  });

program
  .command("link")
  .description("print links that hold the patterns of files, with their tests and samples; opening one sends nothing to a server")
  .argument("<files...>", "files of one saved pattern, or of a whole shelf")
  .option("--at <address>", "where Lamprey is served", BENCH_ADDRESS)
  .action(async (files: string[], options: LinkOptions) => run(async () => (await import("./commands/link.ts")).runLink(files, options)));

withSource(
  program
    .command("whynot")
    .description("say why a text does not match: how far the pattern came, the nearest texts that match, and the least changes of the pattern"),
)
  .addOption(new Option("-m, --mode <mode>", "how to ask").choices(["first", "start", "whole"]).default("first"))
  .action(async (pattern: string | undefined, text: string | undefined, options: WhynotOptions) => {
    if (options.jsonl) return answerInput("whynot");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/whynot.ts")).runWhynot(pattern, text, options));
  });

program
  .command("examples")
  .description("give a few telling texts that a pattern takes, and near misses")
  .argument("[pattern]", "the pattern")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .addOption(new Option("-d, --dialect <name>", "the pattern's dialect").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the pattern's flags", "")
  .addOption(new Option("-m, --mode <mode>", "how the texts are taken").choices(["whole", "search"]).default("whole"))
  .option("--count <texts>", "at most so many texts", wholeNumber, 12)
  .option("--seed <number>", "another seed gives other texts", wholeNumber, 0)
  .action(async (pattern: string | undefined, options: ExamplesOptions) => {
    if (options.jsonl) return answerInput("examples");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/examples.ts")).runExamples(pattern, options));
  });

withReport(program.command("slips").description("say what in patterns is likely a mistake, with a text that shows it"))
  .argument("[patterns...]", "patterns to look at")
  .option("-l, --list <file>", "look at the patterns of a list, one a line, as /literals/flags or plain; - for standard input")
  .option("-s, --sources <paths...>", "look at the patterns in sources of JavaScript, TypeScript, Python, Java, C#, PHP and Perl: files, or folders")
  .option("--jsonl", "answer JSON Lines on standard input; with patterns, a list or sources, print their rows as JSON Lines")
  .option("--without <codes...>", "leave out slips of these kinds, such as flag-without-effect")
  .addOption(new Option("-d, --dialect <name>", "the dialect of patterns given or listed").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the flags of patterns given or listed", "")
  .action(async (patterns: string[], options: FormOf<SlipsOptions>) => {
    if (options.jsonl && !asksFor(patterns, options)) return answerInput("slips");
    return run(async () => {
      const settled = await withSettings(patterns, options);
      if (!settled) return program.error(WHAT_IS_NEEDED);
      return (await import("./slips/command.ts")).runSlips(patterns, { ...settled, format: formatOf(settled) });
    });
  });

program
  .command("rewrite")
  .description("replace matches by a template, as the dialect's host writes templates")
  .argument("[pattern]", "the pattern")
  .argument("[template]", "what comes in the place of a match")
  .argument("[text]", "the text; without it, --file or standard input is read")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .option("-i, --file <path>", "read the text from a file")
  .addOption(new Option("-d, --dialect <name>", "the pattern's dialect").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the pattern's flags", "")
  .option("--first", "replace the first match only")
  .action(async (pattern: string | undefined, template: string | undefined, text: string | undefined, options: RewriteOptions) => {
    if (options.jsonl) return answerInput("rewrite");
    if (pattern === undefined || template === undefined) return program.error("A pattern and a template are needed, or --jsonl.");
    return run(async () => (await import("./commands/rewrite.ts")).runRewrite(pattern, template, text, options));
  });

withSource(program.command("calls").description("say what the everyday calls of the dialect's host return on a text")).action(
  async (pattern: string | undefined, text: string | undefined, options: SourceOptions) => {
    if (options.jsonl) return answerInput("calls");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/calls.ts")).runCalls(pattern, text, options));
  },
);

program
  .command("handoff")
  .description("write a pattern as source text of its dialect's host")
  .argument("[pattern]", "the pattern")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .addOption(new Option("-d, --dialect <name>", "the pattern's dialect").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the pattern's flags", "")
  .option("--form <name>", "the form; without it, all of them")
  .option("--program", "print a whole program that prints the matches of its standard input")
  .action(async (pattern: string | undefined, options: HandoffOptions) => {
    if (options.jsonl) return answerInput("handoff");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/handoff.ts")).runHandoff(pattern, options));
  });

program
  .command("handin")
  .description("read a pattern back from a piece of source text")
  .argument("[source]", "the source text; without it, standard input is read")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .addOption(new Option("-d, --dialect <name>", "the dialect that it is taken for where it could be of several").choices(DIALECT_NAMES))
  .action(async (source: string | undefined, options: HandinOptions) => {
    if (options.jsonl) return answerInput("handin");
    return run(async () => (await import("./commands/handoff.ts")).runHandin(source, options));
  });

withReport(program.command("risk").description("say how the work of patterns can grow with the text at worst, with the texts that make it"))
  .argument("[patterns...]", "patterns to judge")
  .option("-l, --list <file>", "judge the patterns of a list, one a line, as /literals/flags or plain; - for standard input")
  .option("-s, --sources <paths...>", "judge the patterns in sources of JavaScript, TypeScript, Python, Java, C#, PHP and Perl: files, or folders")
  .option("--jsonl", "answer JSON Lines on standard input; with patterns, a list or sources, print their rows as JSON Lines")
  .option("--all", "show patterns without a hazard too")
  .addOption(new Option("-d, --dialect <name>", "the dialect of patterns given or listed").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the flags of patterns given or listed", "")
  .addOption(
    new Option("-m, --mode <mode>", "how patterns given or listed are asked; where left out, for all matches if their flags say so").choices([
      "search",
      "all",
      "start",
      "whole",
    ]),
  )
  .addOption(new Option("--fail-at <growth>", "end with exit code 1 at this growth or a worse one; where left out, at exponential").choices(THRESHOLD_NAMES))
  .action(async (patterns: string[], options: FormOf<RiskOptions>) => {
    if (options.jsonl && !asksFor(patterns, options)) return answerInput("risk");
    return run(async () => {
      const settled = await withSettings(patterns, options);
      if (!settled) return program.error(WHAT_IS_NEEDED);
      return (await import("./risk/command.ts")).runRisk(patterns, { ...settled, format: formatOf(settled) });
    });
  });

program
  .command("merge")
  .description("put result files of risk --jsonl together, as of several repositories, into one report")
  .argument("[files...]", "result files; without any, or for -, standard input")
  .option("--named", "begin places with the name of their result file")
  .option("--jsonl", "print the rows as JSON Lines, which can be merged again")
  .option("--markdown", "print a table in Markdown, as for the summary page of a run")
  .option("--sarif", "print SARIF 2.1.0")
  .option("-o, --output <file>", "write to a file")
  .option("--all", "show patterns without a hazard too")
  .addOption(new Option("--fail-at <growth>", "end with exit code 1 at this growth or a worse one").choices(THRESHOLD_NAMES).default("exponential"))
  .action((files: string[], options: Omit<MergeOptions, "format"> & { readonly jsonl?: true; readonly sarif?: true; readonly markdown?: true }) =>
    run(async () => (await import("./risk/merge.ts")).runMergeRisks(files, { ...options, format: formatOf(options) })),
  );

program
  .command("lsp")
  .description("speak the Language Server Protocol on standard input and output, for editors")
  .option("--stdio", "what it does anyway: some editors say so")
  .action(() =>
    run(async () => {
      (await import("./lsp/server.ts")).startServer(process.stdin, process.stdout);
      return 0;
    }),
  );

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
    if (options.jsonl) return answerInput("relate");
    if (left === undefined || right === undefined) return program.error("Two patterns are needed, or --jsonl.");
    return run(async () => (await import("./commands/relate.ts")).runRelate(left, right, options));
  });

program
  .command("across")
  .description("read one pattern as several dialects, and say where they differ")
  .argument("[pattern]", "the pattern")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .addOption(new Option("-d, --dialects <names>", "the dialects, parted by commas, each with its flags behind a slash, as in “python/i,ere”"))
  .option("-t, --text <text>", "compare them on this text alone")
  .action(async (pattern: string | undefined, options: AcrossOptions & { readonly jsonl?: boolean }) => {
    if (options.jsonl) return answerInput("across");
    if (pattern === undefined) return program.error("A pattern is needed, or --jsonl.");
    return run(async () => (await import("./commands/across.ts")).runAcross(pattern, options));
  });

program
  .command("carry")
  .description("rewrite a pattern for another dialect, and say what was checked")
  .argument("[pattern]", "the pattern")
  .option("--jsonl", "answer JSON Lines on standard input with JSON Lines on standard output")
  .addOption(new Option("-d, --dialect <name>", "the pattern's dialect").choices(DIALECT_NAMES).default("ecmascript"))
  .option("-f, --flags <letters>", "the pattern's flags", "")
  .addOption(new Option("--to <name>", "the dialect to carry it to").choices(DIALECT_NAMES))
  .action(async (pattern: string | undefined, options: CarryOptions) => {
    if (options.jsonl) return answerInput("carry");
    if (pattern === undefined || options.to === undefined) return program.error("A pattern and --to are needed, or --jsonl.");
    return run(async () => (await import("./commands/carry.ts")).runCarry(pattern, options.to as DialectName, options));
  });

await program.parseAsync();
