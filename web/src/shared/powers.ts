/** Numbers with hundreds of digits on a chart: as powers of ten. */
import { number } from "./words.ts";

/** The power of ten of decimal digits, with its fraction. */
export const power = (digits: string): number => Math.log10(Number(`0.${digits}`)) + digits.length;

const SIGNS = "⁰¹²³⁴⁵⁶⁷⁸⁹";

/** A power of ten as an axis shows it. */
export const ten = (n: number): string => (n < 4 ? number(10 ** n) : `10${Array.from(String(n), (d) => SIGNS.charAt(Number(d))).join("")}`);
