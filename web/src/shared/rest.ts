/** Edits that come sooner after one another than this belong together (milliseconds): what they changed is compared with what stood before the first of them. */
export const RESTED = 2000;
