/**
 * Tables that few patterns need are modules of their own, fetched when a pattern first asks for one. Who reads patterns waits
 * for `tablesFor` first; a pattern that is read before says that they are not there yet.
 */

/** A table that is fetched. */
export class Fetched<Table> {
  /** Whether a text could hold what needs the table: true more often than it must be, never less often. */
  private readonly couldAsk: (text: string) => boolean;
  private readonly load: () => Promise<Table>;
  private table: Table | undefined;
  private coming: Promise<void> | undefined;

  constructor(couldAsk: (text: string) => boolean, load: () => Promise<Table>) {
    this.couldAsk = couldAsk;
    this.load = load;
  }

  /** The table; undefined before it has been fetched. */
  get here(): Table | undefined {
    return this.table;
  }

  lacks(text: string): boolean {
    return this.table === undefined && this.couldAsk(text);
  }

  async fetch(): Promise<void> {
    this.coming ??= this.load().then((table) => {
      this.table = table;
    });
    try {
      await this.coming;
    } finally {
      // What did not come is asked for again.
      this.coming = undefined;
    }
  }
}
