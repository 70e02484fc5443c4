/** The text of an open document, in the units that the editor counts by (LSP 3.17, "Position"). */
import type { Span } from "@lamprey/core";
import type { Position, Range, TextDocumentContentChangeEvent } from "vscode-languageserver/node";
import { TextDocument } from "vscode-languageserver-textdocument";

export type Units = "utf-16" | "utf-8";

export class LiveText {
  private document: TextDocument;
  private readonly units: Units;

  constructor(uri: string, languageId: string, version: number, text: string, units: Units) {
    this.document = TextDocument.create(uri, languageId, version, text);
    this.units = units;
  }

  get text(): string {
    return this.document.getText();
  }

  get version(): number {
    return this.document.version;
  }

  get uri(): string {
    return this.document.uri;
  }

  /** Changes follow one another: each is of the text that the one before it made. */
  change(changes: readonly TextDocumentContentChangeEvent[], version: number): void {
    for (const change of changes) {
      const own = "range" in change ? { text: change.text, range: { start: this.ours(change.range.start), end: this.ours(change.range.end) } } : change;
      this.document = TextDocument.update(this.document, [own], version);
    }
    if (changes.length === 0) this.document = TextDocument.update(this.document, [], version);
  }

  /** In UTF-16 code units of the text; beyond a line's end its end. */
  offsetAt(position: Position): number {
    return this.document.offsetAt(this.ours(position));
  }

  rangeOf({ start, end }: Span): Range {
    return { start: this.theirs(start), end: this.theirs(end) };
  }

  private ours({ line, character }: Position): Position {
    if (this.units === "utf-16") return { line, character };
    return { line, character: unitsBefore(this.lineAt(line), character) };
  }

  private theirs(offset: number): Position {
    const position = this.document.positionAt(offset);
    if (this.units === "utf-16") return position;
    return { line: position.line, character: bytesOf(this.lineAt(position.line).slice(0, position.character)) };
  }

  private lineAt(line: number): string {
    return this.document.getText({ start: { line, character: 0 }, end: { line: line + 1, character: 0 } });
  }
}

const bytesOf = (text: string): number => Buffer.byteLength(text, "utf8");

/** Code units of the characters that have so many bytes. */
function unitsBefore(line: string, bytes: number): number {
  let units = 0;
  let left = bytes;
  for (const character of line) {
    left -= bytesOf(character);
    if (left < 0) break;
    units += character.length;
  }
  return units;
}
