/**
 * Changes of lines as a unified diff, as `git apply` and `patch` read it (POSIX, diff -u). A diff is bytes: lines that are
 * not UTF-8 stand in it as they are.
 */
import { host } from "../machine/host.ts";
import type { Line } from "./file-search.ts";

/** Unchanged lines on either side of a change. */
export const PATCH_CONTEXT = 3;

const NO_LINE_END = "\\ No newline at end of file\n";

const strict = new host.TextDecoder("utf-8", { fatal: true, ignoreBOM: true });
const encoder = new host.TextEncoder();

/** A line as a text, without its end; null where its bytes are not UTF-8. */
export function utf8Text({ bytes }: Line): string | null {
  try {
    return strict.decode(bytes.subarray(0, bytes.length - 1));
  } catch {
    // A strict decoder throws where bytes are not UTF-8: that is what was asked.
    return null;
  }
}

/** Bytes as a text in which each is a character, and back (ISO 8859-1): so a diff of bytes is put together as a text. */
function byteText(bytes: Uint8Array): string {
  let text = "";
  for (const byte of bytes) text += String.fromCharCode(byte);
  return text;
}
const bytesOf = (text: string): Uint8Array<ArrayBuffer> => Uint8Array.from(text, (character) => character.charCodeAt(0));

/** The diff of one file, from its lines that change and those around them. */
export class FilePatch {
  private readonly patch: Patch;
  private readonly replaced: (text: string) => string;

  /** @param replaced makes of a line what comes in its place */
  constructor(path: string, replaced: (text: string) => string) {
    this.patch = new Patch(byteText(encoder.encode(path)));
    this.replaced = replaced;
  }

  /** Adds a line; false where it was to be changed and is not UTF-8, so that it stays as it is. */
  line(line: Line): boolean {
    const own = byteText(line.bytes.subarray(0, line.bytes.length - 1));
    const text = line.kept ? utf8Text(line) : null;
    this.patch.line(line.number, own, text === null ? own : byteText(encoder.encode(this.replaced(text))), line.added);
    return !line.kept || text !== null;
  }

  /** The bytes of the diff so far, which are handed over once. */
  take(): Uint8Array<ArrayBuffer> {
    return bytesOf(this.patch.take());
  }

  /** The last bytes of the diff. */
  end(): Uint8Array<ArrayBuffer> {
    this.patch.end();
    return this.take();
  }
}

class Patch {
  private readonly path: string;
  private headed = false;
  /** Lines that are gone, or that have come, by the changes before. */
  private shift = 0;
  private hunk: { readonly first: number; next: number; changed: boolean; old: number; fresh: number; readonly lines: string[] } | undefined;
  private readonly written: string[] = [];

  constructor(path: string) {
    this.path = path;
  }

  /** Adds a line without its end, with what comes in its place; lines between changes that are left out begin a new hunk. */
  line(number: number, text: string, becomes: string, endsWithoutLineFeed: boolean): void {
    if (this.hunk && this.hunk.next !== number) this.end();
    this.hunk ??= { first: number, next: number, changed: false, old: 0, fresh: 0, lines: [] };
    const { hunk } = this;
    hunk.next++;
    hunk.old++;
    const last = endsWithoutLineFeed ? NO_LINE_END : "";
    if (text === becomes) {
      hunk.fresh++;
      hunk.lines.push(` ${text}\n${last}`);
      return;
    }
    const fresh = becomes.split("\n");
    hunk.changed = true;
    hunk.fresh += fresh.length;
    hunk.lines.push(`-${text}\n${last}`, ...fresh.map((own, i) => `+${own}\n${i === fresh.length - 1 ? last : ""}`));
  }

  /** What has been written so far, and is handed over once. */
  take(): string {
    return this.written.splice(0).join("");
  }

  end(): void {
    const { hunk } = this;
    this.hunk = undefined;
    if (!hunk?.changed) return;
    if (!this.headed) this.written.push(`--- a/${this.path}\n+++ b/${this.path}\n`);
    this.headed = true;
    const { first, old, fresh, lines } = hunk;
    this.written.push(`@@ -${first},${old} +${first + this.shift},${fresh} @@\n`, ...lines);
    this.shift += fresh - old;
  }
}
