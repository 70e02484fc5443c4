/** At the pattern's caret: the slip that is there, and a shorter way to say the same. */
import { type Shorter, visible } from "@lamprey/core";
import { usePattern } from "../run/patternHandle.ts";
import { openPanel } from "../state/openPanel.ts";
import { slipsNow } from "../state/slipsSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

const touches = (caret: number) => (span: { readonly start: number; readonly end: number }) => span.start <= caret && caret <= span.end;

/** Null where the caret is at none. What is of the whole pattern is at no place of it. */
export function SlipAtCaret() {
  const dispatch = useAppDispatch();
  const length = useAppSelector((s) => s.draft.fields.pattern.length);
  const caret = useAppSelector((s) => s.bench.caret);
  const slips = useAppSelector((s) => slipsNow(s)?.said);
  const here = slips?.find((slip) => touches(caret)(slip) && slip.end - slip.start < length);
  if (!here) return null;
  return (
    <button
      type="button"
      className="min-w-0 shrink text-left text-brass underline decoration-dotted underline-offset-4"
      title={here.message}
      data-part="slip-at-caret"
      onClick={() => {
        openPanel(dispatch, "slips");
      }}
    >
      {here.message}
    </button>
  );
}

export function ShorterAtCaret() {
  const handle = usePattern();
  const caret = useAppSelector((s) => s.bench.caret);
  // The innermost is what the caret means.
  const here = useAppSelector((s) =>
    slipsNow(s)
      ?.shorter.filter(touches(caret))
      .reduce<Shorter | undefined>((least, way) => (least && least.end - least.start <= way.end - way.start ? least : way), undefined),
  );
  const pattern = useAppSelector((s) => s.draft.fields.pattern);
  if (!here) return null;
  const { start, end, instead, because } = here;
  const words = instead === "" ? `Leave out ${visible(pattern.slice(start, end), 12)}` : `Shorter: ${visible(instead, 18)}`;
  return (
    <button
      type="button"
      className="key shrink-0 whitespace-nowrap !py-0"
      title={`The same, and proved to be: ${because}.`}
      data-part="shorter"
      onClick={() => handle.current?.apply([{ from: start, to: end, insert: instead }])}
    >
      {words}
    </button>
  );
}
