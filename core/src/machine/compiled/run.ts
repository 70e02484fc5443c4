/**
 * A long run that is not recorded, on its program as WebAssembly: takes over from the interpreter in mid-run, goes on in
 * slices, and says after each what it has come to.
 */
import type { Program } from "../../program/program.ts";
import { type HostMemory, type HostModule, host } from "../host.ts";
import type { Items } from "../items.ts";
import {
  Came,
  CHANGE_BYTES,
  FIELDS,
  type Field,
  type Form,
  type Layout,
  latinOffset,
  layoutOf,
  PAGE,
  PLACE,
  REGISTERS,
  roomOf,
  STATE_BYTES,
  textOffset,
} from "./layout.ts";
import { writeModule } from "./writer.ts";

type Run = (length: number, stateBase: number, stateLimit: number, changeBase: number, changeLimit: number, notEmpty: number, anchored: number) => number;

/** By program and form; null where it cannot be compiled. */
const modules = new WeakMap<Program, Map<string, HostModule | null>>();

function moduleOf(program: Program, form: Form): HostModule | null {
  const forms = modules.get(program) ?? new Map<string, HostModule | null>();
  modules.set(program, forms);
  const key = `${form.whole} ${form.narrow}`;
  let made = forms.get(key);
  if (made === undefined) {
    made = compile(program, form);
    forms.set(key, made);
  }
  return made;
}

function compile(program: Program, form: Form): HostModule | null {
  const bytes = host.WebAssembly ? writeModule(program, form) : null;
  if (!host.WebAssembly || !bytes) return null;
  try {
    return new host.WebAssembly.Module(bytes);
  } catch {
    // A policy may forbid compiling; the interpreter does the same work.
    return null;
  }
}

const STANDING = ["pc", "at", "states", "changes", "reach", "deepest", "backtracks", "attempt", "attempts"] as const satisfies readonly Field[];

/** What a run has come to, between two calls. */
export type Standing = Record<(typeof STANDING)[number], number>;

export interface Asking {
  /** Only a match of the whole text counts. */
  readonly whole: boolean;
  /** There is no second attempt. */
  readonly anchored: boolean;
}

export class CompiledRun {
  registers: Int32Array;
  /** Steps that the last call took, and of them those of the attempt under way that it began, or −1 where it began before. */
  taken = 0;
  attemptTaken = -1;
  private readonly program: Program;
  private readonly run: Run;
  private readonly memory: HostMemory;
  private readonly length: number;
  private readonly anchored: number;
  private layout: Layout;
  private fields: Int32Array;

  private constructor(program: Program, items: Items, text: string, { whole, anchored }: Asking) {
    this.program = program;
    this.anchored = Number(anchored);
    this.length = text.length;
    const { WebAssembly } = host as Required<typeof host>;
    const atFirst = layoutOf(program, text.length, true, 1 << 12, 1 << 12);
    this.memory = new WebAssembly.Memory({ initial: Math.ceil(atFirst.bytes / PAGE) });
    const narrow = this.putNarrow(text);
    this.layout = narrow ? atFirst : layoutOf(program, text.length, false, 1 << 12, 1 << 12);
    if (!narrow) this.putWide(text);
    const compiled = moduleOf(program, { whole, narrow });
    if (!compiled) throw new RangeError("The program cannot be compiled.");
    const calls = {
      holds: (set: number, character: number) => Number(items.holds(set, character)),
      asserts: (assertion: number, set: number, at: number) => Number(items.asserts(assertion, set, at)),
      refers: (reference: number, at: number) => items.refer(reference, at, false, this.registers),
    };
    const instance = new WebAssembly.Instance(compiled, { host: { memory: this.memory, ...calls } });
    this.run = (instance.exports as { run: Run }).run;
    this.fields = new Int32Array(this.memory.buffer, 0, FIELDS.length);
    this.registers = new Int32Array(this.memory.buffer, REGISTERS, program.registerCount);
    new Uint8Array(this.memory.buffer, latinOffset(program), program.latin.length).set(program.latin);
  }

  /** The run, or undefined where the program is not compiled or there is no room. */
  static of(program: Program, items: Items, text: string, asking: Asking): CompiledRun | undefined {
    // Whether it can be compiled does not hang on how the text lies.
    if (!moduleOf(program, { whole: asking.whole, narrow: true })) return undefined;
    try {
      return new CompiledRun(program, items, text, asking);
    } catch {
      // The host has no such room: the interpreter goes on.
      return undefined;
    }
  }

  /** Puts the text as bytes, and says whether it is all ASCII; an encoder is the fast way to know both. */
  private putNarrow(text: string): boolean {
    const bytes = new Uint8Array(this.memory.buffer, textOffset(this.program), text.length);
    const { read, written } = new host.TextEncoder().encodeInto(text, bytes);
    // As many bytes as characters, and all of them read: each is one byte.
    return read === text.length && written === text.length;
  }

  private putWide(text: string): void {
    this.memory.grow(Math.ceil(this.layout.bytes / PAGE) - this.memory.buffer.byteLength / PAGE);
    const units = new Uint16Array(this.memory.buffer, textOffset(this.program), text.length);
    for (let i = 0; i < text.length; i++) units[i] = text.charCodeAt(i);
  }

  /** Takes over from the interpreter: its standing, registers, saved states (four numbers each) and changes (two each). */
  take(standing: Standing, registers: Int32Array, states: Int32Array, changes: Int32Array): void {
    while (standing.states >= this.layout.stateLimit) this.grow(Came.States);
    while (standing.changes >= this.layout.changeLimit) this.grow(Came.Changes);
    for (const field of STANDING) this.fields[PLACE[field]] = standing[field];
    this.registers.set(registers);
    const memory = new Int32Array(this.memory.buffer);
    for (let i = 0; i < standing.states; i++) {
      memory.set(states.subarray(4 * i, 4 * i + 3), (this.layout.states + STATE_BYTES * i) / 4);
    }
    for (let i = 0; i < standing.changes; i++) {
      const place = (this.layout.changes + CHANGE_BYTES * i) / 4;
      memory[place] = REGISTERS + 4 * (changes[2 * i] as number);
      memory[place + 1] = changes[2 * i + 1] as number;
    }
  }

  /** Begins an attempt. */
  begin(at: number): void {
    const { fields } = this;
    fields[PLACE.attempt] = fields[PLACE.at] = fields[PLACE.reach] = at;
    fields[PLACE.pc] = fields[PLACE.states] = fields[PLACE.changes] = 0;
    fields[PLACE.attempts] = (fields[PLACE.attempts] as number) + 1;
    this.registers.fill(-1);
  }

  /** Runs on for about so many steps, and says why it came back. */
  advance(budget: number, notEmptyAt: number): number {
    const steps = Math.min(budget, MOST_AT_ONCE);
    const { fields } = this;
    fields[PLACE.left] = steps;
    fields[PLACE.attemptLeft] = NONE;
    const { states, stateLimit, changes, changeLimit } = this.layout;
    const why = this.run(this.length, states, stateLimit, changes, changeLimit, notEmptyAt, this.anchored);
    // Both are kept at backtracks only, and the run may have come back from anywhere.
    fields[PLACE.deepest] = Math.max(fields[PLACE.deepest] as number, fields[PLACE.states] as number);
    fields[PLACE.reach] = Math.max(fields[PLACE.reach] as number, fields[PLACE.at] as number);
    const over = fields[PLACE.left] as number;
    const begun = fields[PLACE.attemptLeft] as number;
    this.taken = steps - over;
    this.attemptTaken = begun === NONE ? -1 : begun - over;
    return why;
  }

  field(field: Field): number {
    return this.fields[PLACE[field]] as number;
  }

  standing(): Standing {
    return Object.fromEntries(STANDING.map((field) => [field, this.field(field)])) as Standing;
  }

  /** Doubles the room for saved states or for changes; false where it has as much as it may. */
  grow(what: number, limit = Number.POSITIVE_INFINITY): boolean {
    const { layout, memory } = this;
    const held = what === Came.States ? layout.stateLimit : layout.changeLimit;
    if (held >= limit) return false;
    const stateLimit = layout.stateLimit * (what === Came.States ? 2 : 1);
    const changeLimit = layout.changeLimit * (what === Came.Changes ? 2 : 1);
    const next = roomOf(layout.states, stateLimit, changeLimit);
    try {
      memory.grow(Math.ceil(next.bytes / PAGE) - memory.buffer.byteLength / PAGE);
    } catch {
      return false;
    }
    const bytes = new Uint8Array(memory.buffer);
    bytes.copyWithin(next.changes, layout.changes, layout.changes + CHANGE_BYTES * layout.changeLimit);
    this.layout = next;
    this.fields = new Int32Array(memory.buffer, 0, FIELDS.length);
    this.registers = new Int32Array(memory.buffer, REGISTERS, this.program.registerCount);
    return true;
  }
}

/** Steps of one call at most: hosts compile a function well only after some calls, and change over between two of them. */
const MOST_AT_ONCE = 1 << 21;
const NONE = 0x7fffffff;
