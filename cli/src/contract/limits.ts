/** Bounds of requests that name none. */

/** A run that is asked for no limit of steps stops here: a few seconds of the machine's time. */
export const DEFAULT_STEP_LIMIT = 100_000_000;
