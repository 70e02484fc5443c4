/** Switches of the sample that the browser remembers. */
export const INVISIBLE_SWITCH = "unseen";
export const WRAP_SWITCH = "wrap";
