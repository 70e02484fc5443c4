/** Long work in the worker: driven slice by slice, so that it hears what came in meanwhile. */

/** Lets the worker hear what came in meanwhile; a message to oneself is sooner than a timer. */
export function pause(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}

/** Drives slices to their end, unless a newer request makes them useless; null then. */
export async function drive<T>(slices: Generator<number, T>, useless: () => boolean): Promise<T | null> {
  for (;;) {
    const next = slices.next();
    if (next.done) return next.value;
    await pause();
    if (useless()) return null;
  }
}
