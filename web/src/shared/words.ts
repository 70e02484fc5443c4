/** Numbers and spans as every screen writes them. */

/** Made once: making a format costs a hundred times what using it does. */
const grouped = new Intl.NumberFormat("en-US");
const minutes = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });

export const number = (n: number): string => grouped.format(n);

export function plural(n: number, one: string, many = `${one}s`): string {
  return `${number(n)} ${n === 1 ? one : many}`;
}

/** A half-open span: from–to. */
export function span(start: number, end: number): string {
  return `${number(start)}–${number(end)}`;
}

/** A size in characters, short. */
export function size(characters: number): string {
  if (characters < 1000) return `${characters} characters`;
  if (characters < 1_000_000) return `${(characters / 1000).toFixed(1)} thousand characters`;
  return `${(characters / 1_000_000).toFixed(1)} million characters`;
}

/** The time of day of a moment (milliseconds). */
export function clock(at: number): string {
  return minutes.format(at);
}
