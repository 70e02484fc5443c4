/** What is found in files as CSV and JSON Lines: one form for page and command. */
import { csvField } from "../text/csv.ts";

/** The first line of CSV, by what is shown. */
export const CSV_HEADS = {
  lines: "file,line,text\n",
  parts: "file,line,start,end,text\n",
  count: "file,count\n",
  files: "file\n",
  distinct: "count,text\n",
  replaced: "file,line,text\n",
} as const;

export type RecordForm = "json" | "csv";

/** One thing that was found, with its line end. A line that only stands near one that was found says so in JSON; CSV has no column for that. */
export function foundRecord(form: RecordForm, fields: Readonly<Record<string, string | number>>, near = false): string {
  if (form === "json") return `${JSON.stringify(near ? { ...fields, near } : fields)}\n`;
  return `${Object.values(fields)
    .map((value) => csvField(String(value)))
    .join(",")}\n`;
}

/** Values with how often each was found, the most frequent first, equals by their text. */
export const mostFrequentFirst = (values: ReadonlyMap<string, number>): [text: string, count: number][] =>
  [...values].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
