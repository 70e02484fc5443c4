/** One of our own words where it stands: what it means is said while it has the pointer or the focus. */
import type { ReactNode } from "react";
import { GLOSSARY, type OwnWord } from "./glossary.ts";
import { Tip } from "./Tip.tsx";

export function Term({ word, children }: { readonly word: OwnWord; readonly children: ReactNode }) {
  return <Tip words={GLOSSARY[word]}>{children}</Tip>;
}
