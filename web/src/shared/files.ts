/** Names of files that are saved. */

/** A file name out of a title: letters and digits of any language, the rest as hyphens. */
export function fileName(title: string, ending: string): string {
  const words = title.normalize().split(/[^\p{L}\p{N}]+/u);
  return `${words.filter(Boolean).join("-") || "ledger"}.${ending}`;
}
