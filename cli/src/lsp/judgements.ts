/** Judgements by pattern: one that was judged is not judged again, in whichever file it stands. */
import type { Judgement, Pattern } from "./judge.ts";
import type { Workers } from "./workers.ts";

/** Patterns that are remembered, those used last; each is a few hundred bytes. */
const MOST_REMEMBERED = 5_000;

export class Judgements {
  private readonly workers: Workers;
  private readonly known = new Map<string, Promise<Judgement>>();

  constructor(workers: Workers) {
    this.workers = workers;
  }

  of({ dialect, pattern, flags, mode }: Pattern): Promise<Judgement> {
    const key = keyOf({ dialect, pattern, flags, mode });
    const known = this.known.get(key) ?? this.ask(key, { dialect, pattern, flags, mode });
    // What is asked for last is forgotten last.
    this.known.delete(key);
    this.known.set(key, known);
    return known;
  }

  private ask(key: string, pattern: Pattern): Promise<Judgement> {
    const asked = this.workers.do("judge", pattern).catch((fault: unknown) => {
      this.known.delete(key);
      throw fault;
    });
    for (const [oldest] of this.known) {
      if (this.known.size < MOST_REMEMBERED) break;
      this.known.delete(oldest);
    }
    return asked;
  }
}

const keyOf = ({ dialect, pattern, flags, mode }: Pattern): string => JSON.stringify([dialect, pattern, flags, mode]);
