/** Numbers and spans as every screen writes them. */

export const number = (n: number): string => n.toLocaleString("en-US");

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
  return new Date(at).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
}
