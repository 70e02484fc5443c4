/** A link that holds the pattern on the bench with its flags, template, tests and samples, put on the clipboard. */
import { LINK_PATH, linkOf } from "@lamprey/api/link";
import { type DraftFields, keepable, NO_FIELDS, titleOf } from "../draft/fields.ts";
import { copyText } from "../shared/clipboard.ts";

/** Makes the link and copies it; the sentence says what was done, or why it was not. */
export async function copyLink(fields: DraftFields): Promise<string> {
  const { samples, expectations, setAside, ...own } = keepable(fields, { ...NO_FIELDS, title: titleOf(fields.pattern) });
  const lines = (text: string): string[] => (text === "" ? [] : text.split("\n"));
  try {
    const { fragment, left } = await linkOf({
      ...own,
      expectations: lines(expectations),
      setAside: lines(setAside),
      tags: [],
      samples: samples.map(({ name, text }) => ({ name, text })),
    });
    const link = `${window.location.origin}${LINK_PATH}#${fragment}`;
    if (!(await copyText(link))) return "The browser does not allow the clipboard to be written, so no link was copied.";
    const without = left.length === 0 ? "" : `, without ${left.map((name) => `“${name}”`).join(", ")}: it would be too long`;
    return `A link that holds “${own.title}” is on the clipboard${without}.`;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}
