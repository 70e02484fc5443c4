/** Waiting for the screen. */

/** Resolves after the next paint; a page that is not shown paints nothing, and then a timer does. */
export function painted(): Promise<void> {
  return new Promise((resolve) => {
    const late = setTimeout(resolve, 100);
    requestAnimationFrame(() => {
      clearTimeout(late);
      setTimeout(resolve);
    });
  });
}
