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
const TIME_BYTES = 40;

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

const decoder = new TextDecoder();
/** Lines without a time that are looked at before a text is taken for one that has none. */
const NO_LOG = 2000;

/** Reads the times of lines one after the other: dates of ISO 8601 from the bytes, the others as text. */
export class LineTimes {
  /** The day of the line before, as a number of its digits, and the second that it begins with. */
  private day = -1;
  private dayBegins = 0;
  private withTime = 0;
  private without = 0;

  /** Seconds since 1970; null where the line, of which these are the bytes, begins with no time. */
  of(line: Uint8Array): number | null {
    if (this.withTime === 0 && this.without >= NO_LOG) return null;
    const time = this.iso(line) ?? timeOf(decoder.decode(line.subarray(0, TIME_BYTES)));
    if (time === null) this.without++;
    else this.withTime++;
    return time;
  }

  /** Null where it is not `2031-03-01T00:06`, with or without seconds. */
  private iso(line: Uint8Array): number | null {
    if (line[4] !== HYPHEN || line[7] !== HYPHEN || (line[10] !== LETTER_T && line[10] !== BLANK) || line[13] !== COLON) return null;
    const day = 10_000 * (100 * pair(line, 0) + pair(line, 2)) + 100 * pair(line, 5) + pair(line, 8);
    const [hour, minute] = [pair(line, 11), pair(line, 14)];
    const second = line[16] === COLON ? pair(line, 17) : 0;
    // What is no digit makes such a number of none.
    if (!(day >= 0 && hour < 24 && minute >= 0)) return null;
    if (day !== this.day) {
      const begins = timeOf(decoder.decode(line.subarray(0, TIME_BYTES)));
      if (begins === null) return null;
      this.day = day;
      this.dayBegins = begins - (begins % DAY);
    }
    return this.dayBegins + 3600 * hour + 60 * minute + (second >= 0 ? second : 0);
  }
}

const DAY = 86_400;
const [HYPHEN, COLON, BLANK, LETTER_T, ZERO] = [0x2d, 0x3a, 0x20, 0x54, 0x30];

/** The number that two digits make; NaN where they are none. */
function pair(line: Uint8Array, at: number): number {
  const [tens, ones] = [(line[at] ?? 0) - ZERO, (line[at + 1] ?? 0) - ZERO];
  return tens >= 0 && tens <= 9 && ones >= 0 && ones <= 9 ? 10 * tens + ones : Number.NaN;
}
