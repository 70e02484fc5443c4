/** Waiting for the screen. */

/** Milliseconds after a paint in which a next key finds the page free: what is rendered then can wait as long. */
const BREATH = 8;
/** A page that is not shown paints nothing: then this is waited for. */
const NO_PAINT = 100;

/** Resolves after the next paint, when the page is free for what is not seen: a word to a worker. */
export function framed(): Promise<void> {
  return new Promise((resolve) => {
    const late = setTimeout(resolve, NO_PAINT);
    requestAnimationFrame(() => {
      clearTimeout(late);
      setTimeout(resolve);
    });
  });
}

/** A breath: in it a next key finds the page free. */
export const breath = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, BREATH));

/** Resolves after the next paint, and a breath: when what is seen may be rendered. */
export async function painted(): Promise<void> {
  await framed();
  await breath();
}
