/** Waiting for the screen. */

/** Milliseconds after a paint in which a next key finds the page free: what is rendered then can wait as long. */
const BREATH = 8;
/** A page that is not shown paints nothing: then this is waited for. */
const NO_PAINT = 100;

/** Resolves after the next paint, and a breath. */
export function painted(): Promise<void> {
  return new Promise((resolve) => {
    const late = setTimeout(resolve, NO_PAINT);
    requestAnimationFrame(() => {
      clearTimeout(late);
      setTimeout(resolve, BREATH);
    });
  });
}
