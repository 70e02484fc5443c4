/** Files that are saved. */
import { notify } from "./notice.ts";

/** The name of a file of several specimens. */
export const ALL_SPECIMENS = "lamprey-specimens.json";

/** A file name out of a title: letters and digits of any language, the rest as hyphens. */
export function fileName(title: string, ending: string): string {
  const words = title.normalize().split(/[^\p{L}\p{N}]+/u);
  return `${words.filter(Boolean).join("-") || "ledger"}.${ending}`;
}

/** Saves specimens as the server gives them: one by its title, several by what they are. Indented, so that a change is a line. */
export function saveSpecimens(file: object): void {
  const title = "title" in file && typeof file.title === "string" ? file.title : null;
  const name = title === null ? ALL_SPECIMENS : fileName(title, "specimen.json");
  download(new Blob([`${JSON.stringify(file, null, 2)}\n`], { type: "application/json" }), name);
}

/** Gives a file to the person, and says so: not every browser shows it. */
export function download(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  // The browser has taken it over by the next turn.
  setTimeout(() => URL.revokeObjectURL(address));
  sayDownload(name);
}

/** Says that the browser was given a file: whether and where it is saved is the browser's matter. */
export function sayDownload(name: string): void {
  notify(`The browser downloads “${name}”.`);
}

/** What XML 1.0 cannot hold, not even escaped: control characters but tab and line ends, lone surrogates, U+FFFE and U+FFFF. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is looked for.
const NOT_XML = /[\0-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]|\p{Surrogate}/gu;

/** The text with what XML cannot hold replaced by U+FFFD. */
export const forXml = (text: string): string => text.replaceAll(NOT_XML, "\ufffd");
