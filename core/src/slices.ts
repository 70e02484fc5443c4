/** Long work as generators: it yields how far it has come, so that whoever drives it can pause or leave it. */

/** The clock that page, worker and server have in common; it is not part of the language, so its type is told here. */
declare const performance: { now(): number };

/** Milliseconds since some moment. */
export const now = (): number => performance.now();

/** Says whether work is to end with what it has by now. */
export type Stop = () => boolean;

/** Says, from now on, whether so many milliseconds are over. */
export function deadline(milliseconds: number): Stop {
  const over = performance.now() + milliseconds;
  return () => performance.now() > over;
}

/** Work takes the time that it takes. */
export const NEVER: Stop = () => false;

/** What a work comes to; undefined where it was to be left. */
export function* within<T>(slices: Generator<number, T>, stop: Stop): Generator<number, T | undefined> {
  for (;;) {
    const next = slices.next();
    if (next.done) return next.value;
    if (stop()) return undefined;
    yield next.value;
  }
}

/** Drives work to its end at once. */
export function drained<T>(slices: Generator<number, T>): T {
  for (;;) {
    const next = slices.next();
    if (next.done) return next.value;
  }
}
