/** Long work as generators: it yields how far it has come, so that whoever drives it can pause or leave it. */

/** Drives work to its end at once. */
export function drained<T>(slices: Generator<number, T>): T {
  for (;;) {
    const next = slices.next();
    if (next.done) return next.value;
  }
}
