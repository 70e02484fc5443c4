/** The time that a line of a log begins with. */

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const MONTH = `(?<month>${MONTHS.join("|")})`;
const CLOCK = "(?<hour>\\d\\d):(?<minute>\\d\\d)(?::(?<second>\\d\\d))?";

/** How times are written; a bracket or a quote may stand before them. */
const FORMS: readonly RegExp[] = [
  // ISO 8601, RFC 3339; also with slashes.
  new RegExp(`^["\\[(]?(?<year>\\d{4})[-/](?<number>\\d\\d)[-/](?<day>\\d\\d)(?:[T ]|, ?)${CLOCK}`),
  // The log of a web server.
  new RegExp(`^["\\[(]?(?<day>\\d\\d)[/ -]${MONTH}[/ -](?<year>\\d{4})[: ]${CLOCK}`),
  // RFC 3164, which has no year.
  new RegExp(`^["\\[(]?${MONTH} +(?<day>\\d{1,2}) ${CLOCK}`),
];
const EPOCH = /^["[(]?(\d{10})(?:\d{3}|\.\d+)?(?!\d)/;

/** Times without a year are shown in one that has a 29 February. */
const NO_YEAR = 2000;
/** Bytes of a line in which its time ends. */
export const TIME_BYTES = 40;

/** Seconds since 1970 as the line says it, without regard to zones; null where it begins with no time. */
export function timeOf(beginning: string): number | null {
  for (const form of FORMS) {
    const found = form.exec(beginning)?.groups;
    if (!found) continue;
    const { year = NO_YEAR, number, month, day, hour, minute, second = 0 } = found;
    const index = number === undefined ? MONTHS.indexOf(month ?? "") : Number(number) - 1;
    const at = Date.UTC(Number(year), index, Number(day), Number(hour), Number(minute), Number(second));
    return index < 12 && Number(day) <= 31 && Number(hour) < 24 ? at / 1000 : null;
  }
  const epoch = EPOCH.exec(beginning)?.[1];
  return epoch === undefined ? null : Number(epoch);
}
