/** The growths that a pipeline can be told to fail at. */
export const THRESHOLD_NAMES = ["never", "exponential", "polynomial", "cubic", "peak", "undecided"] as const;
export type Threshold = (typeof THRESHOLD_NAMES)[number];
