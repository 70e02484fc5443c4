/** Switches of the sample that the browser remembers. */
export const INVISIBLE_SWITCH = "unseen";
/** Long lines go on in the next row, unless somebody has said that they do not. */
export const NO_WRAP_SWITCH = "noWrap";
