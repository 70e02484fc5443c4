/** One run over many files: what is found is printed as it is found; a file that cannot be read is reported, and the rest goes on. */
import { type ByteSource, drained, type FileOutcome, FilePatch, FileSearch, groupValues, HangWatch, lineReplacer, PATCH_CONTEXT } from "@lamprey/core";
import { DEFAULT_STEP_LIMIT } from "@lamprey/core/answers/limits";
import { STANDARD_INPUT } from "../json-lines.ts";
import type { Asked } from "./asked.ts";
import type { Output } from "./output.ts";
import { Printer, textOf } from "./print.ts";
import type { SharedCount } from "./shares.ts";
import { kindOf, openSource } from "./sources.ts";
import { type Walked, wordsOf } from "./walk.ts";

export interface RunOutcome {
  /** Whether something was found in any file. */
  readonly found: boolean;
  readonly failed: boolean;
}

type Outcome = Omit<FileOutcome, "lines">;

/** Lines whose values are counted at once, in characters. */
const VALUES_AT_ONCE = 1 << 18;
/** Bytes of a file from which on workers count its lines sooner than they start. */
const SHARED_FROM = 1 << 27;
/** Lines that are named where there are more of which nothing is known. */
const MOST_NAMED = 5;

export class Run {
  private readonly asked: Asked;
  private readonly output: Output;
  private readonly tell: (message: string) => void;
  private readonly printer: Printer;
  private readonly search: FileSearch;
  private readonly watch: HangWatch | null;
  private readonly values = new Map<string, number>();
  /** Lines whose values are still to be counted. */
  private pending = "";
  private found = false;
  private failed = false;
  private replaced: ((line: string) => string) | undefined;
  private shares: SharedCount | undefined;

  /** @param tell takes what is said besides the results, a line each */
  constructor(asked: Asked, output: Output, tell: (message: string) => void) {
    this.asked = asked;
    this.output = output;
    this.tell = tell;
    this.printer = new Printer(asked, output);
    this.watch = asked.hanging ? HangWatch.of(asked.readings, (sentence, line) => tell(line ? `${line.path}:${line.number}: ${sentence}` : sentence)) : null;
    this.search = new FileSearch({ ...asked, stepLimit: DEFAULT_STEP_LIMIT, kindOf }, this.watch);
  }

  async over(files: Iterable<Walked>, done: (bytes: number) => void): Promise<RunOutcome> {
    this.printer.begin();
    for (const file of files) {
      if ("error" in file) this.fail(file.path, file.error);
      else {
        await this.file(file.path, file.size);
        done(file.size);
      }
      if (this.output.closed) break;
    }
    this.countValues();
    if (this.asked.shown.kind === "distinct") {
      this.printer.distinct(this.values);
      // A line in which the group took nothing shows nothing.
      this.found = this.values.size > 0;
    }
    this.output.flush();
    this.watch?.end();
    await this.shares?.close();
    return { found: this.found, failed: this.failed };
  }

  private async file(path: string, size: number): Promise<void> {
    let source: ByteSource | undefined;
    try {
      source = await openSource(path, this.asked.encoding);
      const outcome = await this.read(path, size, source);
      this.told(path, outcome);
    } catch (error) {
      this.fail(path, wordsOf(error));
    } finally {
      source?.close();
    }
  }

  private async read(path: string, size: number, source: ByteSource): Promise<Outcome> {
    const { shown, first, others } = this.asked;
    const name = path === STANDARD_INPUT ? "standard input" : path;
    const goesOn = (): boolean => !this.output.closed;
    switch (shown.kind) {
      case "count": {
        const shared = await this.countInShares(path, size);
        const outcome = shared === null ? await this.search.count(name, source, first) : { count: shared, undecided: [], binary: false };
        this.printer.count(name, outcome.count);
        return outcome;
      }
      case "files": {
        // A file is of the others where no line is found in it.
        const { count, ...outcome } = await this.search.count(name, source, 1, false);
        const isListed = count > 0 !== others;
        if (isListed) this.printer.file(name);
        return { ...outcome, count: Number(isListed) };
      }
      case "lines":
        return this.search.each(name, source, shown.around, first, (line) => {
          this.printer.line(name, line);
          return goesOn();
        });
      case "parts":
        return this.search.each(name, source, 0, first, (line) => {
          this.printer.parts(name, line);
          return goesOn();
        });
      case "distinct":
        return this.search.each(name, source, 0, first, (line) => {
          this.pending += `${textOf(line)}\n`;
          if (this.pending.length > VALUES_AT_ONCE) this.countValues();
          return goesOn();
        });
      case "replaced":
        return this.asked.patch ? this.patch(path, source, shown.template) : this.replace(name, source, shown.template, others);
    }
  }

  /** Null where the file is sooner read as a whole, or has to be. */
  private async countInShares(path: string, size: number): Promise<number | null> {
    const { first, encoding } = this.asked;
    if (size < SHARED_FROM || first !== Number.POSITIVE_INFINITY || encoding !== "auto" || this.watch) return null;
    // What starts workers is fetched where it is needed.
    this.shares ??= new (await import("./shares.ts")).SharedCount(this.asked);
    return this.shares.of(path, size);
  }

  private replace(name: string, source: ByteSource, template: string, others: boolean): Promise<Outcome> {
    return this.search.each(name, source, 0, this.asked.first, (line) => {
      const text = textOf(line);
      this.printer.changed(name, line.number, others ? text : this.replacer(template)(text));
      return !this.output.closed;
    });
  }

  private async patch(path: string, source: ByteSource, template: string): Promise<Outcome> {
    if (!source.asIs) throw new Error("a patch is made for files of UTF-8 without a byte order mark alone");
    const patch = new FilePatch(path.startsWith("./") ? path.slice(2) : path, this.replacer(template));
    const outcome = await this.search.each(path, source, PATCH_CONTEXT, this.asked.first, (line) => {
      if (!patch.line(line)) this.fail(path, `line ${line.number} is not UTF-8, and stays as it is`);
      this.output.bytes(patch.take());
      return !this.output.closed;
    });
    this.output.bytes(patch.end());
    return outcome;
  }

  /** What replaces the matches in a line; made once, for there is one template. */
  private replacer(template: string): (line: string) => string {
    const [reading] = this.asked.readings;
    if (!reading) throw new RangeError("A template is for one pattern.");
    this.replaced ??= lineReplacer(reading, template, DEFAULT_STEP_LIMIT);
    return this.replaced;
  }

  private countValues(): void {
    const { shown, readings, part } = this.asked;
    const [reading] = readings;
    if (shown.kind !== "distinct" || !reading || this.pending === "") return;
    for (const value of drained(groupValues(reading, this.pending, part, shown.group, DEFAULT_STEP_LIMIT))) {
      this.values.set(value, (this.values.get(value) ?? 0) + 1);
    }
    this.pending = "";
  }

  private told(path: string, { count, undecided, binary }: Outcome): void {
    if (count > 0) this.found = true;
    const { shown, binaryToo } = this.asked;
    const showsLines = shown.kind !== "count" && shown.kind !== "files";
    if (binary && !binaryToo && showsLines) this.tell(`${path}: it is no text and was not read; --binary reads it`);
    if (undecided.length === 0) return;
    const named = undecided.slice(0, MOST_NAMED).join(", ");
    this.fail(
      path,
      `the pattern takes more steps than are taken on line ${named}${undecided.length > MOST_NAMED ? ` and ${undecided.length - MOST_NAMED} more` : ""}`,
    );
  }

  private fail(path: string, message: string): void {
    this.failed = true;
    this.tell(`${path}: ${message}`);
  }
}
