/** A key as it is read, set apart from the words around it. */
import { type KeyName, keyWords } from "./keys.ts";

export function Key({ name }: { readonly name: KeyName }) {
  return <kbd className="rounded-sm border border-rule bg-paper px-1 font-sans text-[12px] whitespace-nowrap">{keyWords(name)}</kbd>;
}
