/** A pattern carried to another dialect, with what was found out about it; and two lists of matches that differ. */
import { type DialectName, dialectOf, visible } from "@lamprey/core";
import { useState } from "react";
import type { CarriedView, WitnessView } from "../engine/messages.ts";
import { usePattern } from "../run/patternHandle.ts";
import { copyText } from "../shared/clipboard.ts";
import { number } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";

/** More of a list than this says nothing new. */
const MOST_SHOWN = 4;

export function Differs({ witness: { text, ours, theirs } }: { readonly witness: WitnessView }) {
  return (
    <>
      on <Quoted text={text} /> it finds <Found texts={theirs} />, and here it is <Found texts={ours} />.
    </>
  );
}

function Found({ texts }: { readonly texts: readonly string[] }) {
  if (texts.length === 0) return <>nothing</>;
  return (
    <>
      {texts.slice(0, MOST_SHOWN).map((text, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: matches have no other name.
        <span key={i}>
          {i > 0 && ", "}
          <Quoted text={text} />
        </span>
      ))}
      {texts.length > MOST_SHOWN && ` and ${number(texts.length - MOST_SHOWN)} more`}
    </>
  );
}

const Quoted = ({ text }: { readonly text: string }) => (text === "" ? <>an empty text</> : <code className="source">“{visible(text, 40)}”</code>);

interface CarriedProps {
  readonly dialect: DialectName;
  readonly carried: CarriedView & { readonly pattern: string };
  /** The words of the key that takes it. */
  readonly take: string;
}

/** The pattern as that dialect writes it, to be copied or to go on with. */
export function CarriedPattern({ dialect, carried: { pattern, flags, same, witness, lost }, take }: CarriedProps) {
  const handle = usePattern();
  const own = useAppSelector((s) => s.draft.fields.pattern);
  const [copied, setCopied] = useState<string | null>(null);
  const { title } = dialectOf(dialect);
  const copy = () => void copyText(pattern).then((done) => setCopied(done ? "copied" : "the browser did not allow it"));
  return (
    <div className="mt-1 border-l-2 border-rule pl-2" data-part="carried">
      <p className="source max-h-[76px] overflow-auto whitespace-pre-wrap text-[13px] leading-[19px] [overflow-wrap:anywhere]">
        {pattern}
        {flags !== "" && <span className="text-ink-2"> with {flags}</span>}
      </p>
      <p className="mt-[2px] text-[12px] text-ink-2">
        {same === true ? "Written so, it finds the same on every text." : witness ? "Written so, it comes near: " : "Written so, no difference was found."}
        {same !== true && witness && <Differs witness={witness} />} {lost.join(" ")}
      </p>
      <p className="mt-[2px] flex gap-3 text-[12px]">
        <button type="button" className="min-h-[24px] underline hover:text-tide" onClick={copy} aria-label={`Copy the pattern for ${title}`}>
          copy
        </button>
        <button
          type="button"
          className="min-h-[24px] underline hover:text-tide"
          onClick={() => handle.current?.take({ from: 0, to: own.length, insert: pattern }, { dialect, flags })}
          aria-label={`Take the pattern written for ${title}`}
        >
          {take}
        </button>
        <span role="status" className="self-center text-ink-2">
          {copied}
        </span>
      </p>
    </div>
  );
}
