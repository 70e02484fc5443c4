/** Numbers and spans as every screen writes them. */
import { visible } from "@lamprey/core";

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

/** A size, short. */
export function size(count: number, unit: "characters" | "bytes" = "characters"): string {
  if (count < 1000) return `${count} ${unit}`;
  if (count < 1_000_000) return `${(count / 1000).toFixed(1)} thousand ${unit}`;
  return `${(count / 1_000_000).toFixed(1)} million ${unit}`;
}

/** The time of day of a moment (milliseconds). */
export function clock(at: number): string {
  return minutes.format(at);
}

/** A stretch of a text among others: blanks are what they are, what cannot be seen at all gets a sign. */
export const amongText = (text: string): string => (text.trim() === "" ? text.replaceAll("\n", "⏎") : visible(text, Number.POSITIVE_INFINITY));
