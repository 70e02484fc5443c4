/** Changes of lines as a unified diff, as `git apply` and `patch` read it (POSIX, diff -u). */

/** Unchanged lines on either side of a change. */
export const PATCH_CONTEXT = 3;

const NO_LINE_END = "\\ No newline at end of file\n";

export class Patch {
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
