/** What a run of `sift` prints, file by file: as text for a person, as JSON Lines, or as CSV. */
import { CSV_HEADS, drained, foundRecord, type InLine, type Line, mostFrequentFirst, siftSlices } from "@lamprey/core";
import { DEFAULT_STEP_LIMIT } from "@lamprey/core/answers/limits";
import picocolors from "picocolors";
import type { Asked, Form } from "./asked.ts";
import type { Output } from "./output.ts";

const decoder = new TextDecoder();

/** A line without its end. */
export const textOf = ({ bytes }: Line): string => decoder.decode(bytes.subarray(0, bytes.length - 1));

export class Printer {
  private readonly output: Output;
  private readonly asked: Asked;
  private readonly form: Form;
  private readonly colors: ReturnType<typeof picocolors.createColors>;
  /** The line printed last, and its file. */
  private last: { readonly path: string; readonly number: number } | undefined;

  constructor(asked: Asked, output: Output) {
    this.asked = asked;
    this.output = output;
    this.form = asked.form;
    this.colors = picocolors.createColors(asked.color);
  }

  begin(): void {
    if (this.form === "csv") this.output.text(CSV_HEADS[this.asked.shown.kind]);
  }

  /** A line as it stands in the file; its bytes are written as they are where nothing has to be put between them. */
  line(path: string, line: Line): void {
    if (this.form !== "text") {
      this.record(path, { line: line.number, text: textOf(line) }, !line.kept);
      return;
    }
    const { around } = this.asked.shown.kind === "lines" ? this.asked.shown : { around: 0 };
    if (around > 0 && this.last && (this.last.path !== path || this.last.number + 1 !== line.number)) this.output.text("--\n");
    this.last = { path, number: line.number };
    const sign = line.kept ? ":" : "-";
    if (this.asked.color) this.output.text(this.place(path, line.number, sign));
    else {
      if (this.asked.names) this.output.text(`${path}${sign}`);
      this.output.number(line.number, sign);
    }
    if (this.asked.color && line.kept && !this.asked.others) this.output.text(`${this.marked(textOf(line))}\n`);
    else this.output.bytes(line.bytes);
  }

  /** A line as a template would have it. */
  changed(path: string, number: number, text: string): void {
    if (this.form !== "text") this.record(path, { line: number, text });
    else this.output.text(`${this.place(path, number, ":")}${text}\n`);
  }

  parts(path: string, line: Line): void {
    const text = textOf(line);
    for (const { start, end } of this.partsOf(text)) {
      const part = text.slice(start, end);
      if (this.form === "text")
        this.output.text(`${this.place(path, line.number, ":")}${this.asked.color ? this.colors.bold(this.colors.cyan(part)) : part}\n`);
      else this.record(path, { line: line.number, start, end, text: part });
    }
  }

  count(path: string, count: number): void {
    if (this.form === "partial") this.output.text(`${JSON.stringify({ lines: count })}\n`);
    else if (this.form !== "text") this.record(path, { count });
    else this.output.text(`${this.asked.names ? `${this.colors.dim(path)}:` : ""}${count}\n`);
  }

  file(path: string): void {
    if (this.form !== "text") this.record(path, {});
    else this.output.text(`${path}\n`);
  }

  distinct(values: ReadonlyMap<string, number>): void {
    for (const [text, count] of mostFrequentFirst(values)) {
      if (this.form === "partial") this.output.text(`${JSON.stringify({ text, count })}\n`);
      else if (this.form === "text") this.output.text(`${count}\t${text}\n`);
      else this.output.text(foundRecord(this.form, { count, text }));
    }
  }

  private record(path: string, fields: Readonly<Record<string, string | number>>, near = false): void {
    this.output.text(foundRecord(this.form === "json" ? "json" : "csv", { file: path, ...fields }, near));
  }

  private place(path: string, number: number, sign: string): string {
    const { dim } = this.colors;
    return `${this.asked.names ? `${dim(path)}${sign}` : ""}${dim(String(number))}${sign}`;
  }

  private marked(text: string): string {
    let marked = "";
    let at = 0;
    for (const { start, end } of this.partsOf(text)) {
      marked += text.slice(at, start) + this.colors.bold(this.colors.cyan(text.slice(start, end)));
      at = end;
    }
    return marked + text.slice(at);
  }

  private partsOf(text: string): readonly InLine[] {
    const { readings, part } = this.asked;
    return drained(siftSlices(readings, text, { keep: "matching", part, stepLimit: DEFAULT_STEP_LIMIT })).parts;
  }
}
