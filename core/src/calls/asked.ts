/** What a host's calls are made of: the matches of one pattern in one text, each way of asking run once. */
import { type Found, findSlices } from "../linear/find.ts";
import type { MatchTable } from "../machine/matches.ts";
import { steppedMachine } from "../machine/stepped.ts";
import { type LinePart, lineProgram } from "../program/by-lines.ts";
import { compile, compileSource } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import type { Stop } from "../slices.ts";
import { rewrite } from "../syntax/tree.ts";

export class Asked {
  private readonly known = new Map<string, Found>();
  /** Why not all matches of some asking are known; null where they are. */
  cut: Found["cut"] = null;

  private readonly program: Program;
  private readonly text: string;
  /** Steps that a run may take. */
  get stepLimit(): number {
    return this.limits.stepLimit;
  }

  private readonly limits: { readonly stepLimit: number; readonly matchLimit: number; readonly stop: Stop };

  constructor(program: Program, text: string, limits: Asked["limits"]) {
    this.program = program;
    this.text = text;
    this.limits = limits;
  }

  /** The matches that are found so; `without` is a flag of the pattern that does not count. */
  *matches(mode: MatchMode, without = ""): Generator<number, MatchTable> {
    const { flags } = this.program.source;
    const dropped = flags.includes(without) ? without : "";
    const key = mode + dropped;
    let found = this.known.get(key);
    if (!found) {
      found = yield* findSlices(dropped === "" ? this.program : this.programWithout(dropped), this.text, {
        mode,
        ...this.limits,
      });
      this.known.set(key, found);
      this.cut ??= found.cut;
    }
    return found.matches;
  }

  /** The same with a flag of the pattern that counts besides its own. */
  *matchesWith(mode: MatchMode, flag: string): Generator<number, MatchTable> {
    const { source } = this.program;
    const program = source.flags.includes(flag) ? this.program : compileSource({ ...source, flags: source.flags + flag });
    if (!program) throw new RangeError(`With the flag “${flag}” the pattern does not read.`);
    return yield* this.matchesOf(program, mode);
  }

  /** The same where a search begins each time as if it were the first: what asks where it began (`\G`) holds at the text's start alone. */
  *matchesAsFirst(mode: MatchMode): Generator<number, MatchTable> {
    if (!this.program.beyond.has("search-start")) return yield* this.matches(mode);
    const { reading } = this.program;
    const root = rewrite(reading.root, (node) =>
      node.kind === "assertion" && node.assertion === "search-start" ? { ...node, assertion: "text-start" } : node,
    );
    const compiled = compile({ ...reading, root });
    if (!compiled.ok) throw new RangeError("A pattern that is read is read with another anchor too.");
    return yield* this.matchesOf(compiled.program, mode);
  }

  /** All matches of the text read line by line, each of which is such a part of its line; groups are not asked for. */
  *matchesByLine(part: LinePart): Generator<number, MatchTable> {
    const key = `by line ${part}`;
    let found = this.known.get(key);
    if (!found) {
      found = yield* findSlices(lineProgram(this.program, part), this.text, { mode: "all", ...this.limits });
      this.known.set(key, found);
      this.cut ??= found.cut;
    }
    return found.matches;
  }

  private *matchesOf(program: Program, mode: MatchMode): Generator<number, MatchTable> {
    const found = yield* findSlices(program, this.text, { mode, ...this.limits });
    this.cut ??= found.cut;
    return found.matches;
  }

  /** For each of those matches the name that its last verb with one left behind; undefined where no verb has one. */
  marks(mode: MatchMode): readonly (string | null)[] | undefined {
    if (this.program.markRegister < 0) return undefined;
    const { stepLimit, matchLimit } = this.limits;
    const machine = steppedMachine(this.program, this.text, { mode, matchLimit });
    machine.advance(stepLimit);
    return machine.marks;
  }

  private programWithout(flag: string): Program {
    const { source } = this.program;
    const program = compileSource({ ...source, flags: source.flags.replaceAll(flag, "") });
    if (!program) throw new RangeError(`Without the flag “${flag}” the pattern does not read.`);
    return program;
  }
}
