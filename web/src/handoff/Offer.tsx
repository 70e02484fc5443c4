/** What was pasted into the pattern is source text: what it would be as a pattern, and the key that makes it that. */
import { formsOf, visible } from "@lamprey/core";
import { useEffect } from "react";
import { type PatternHandle, usePattern } from "../run/patternHandle.ts";
import { keyWords } from "../shared/keys.ts";
import { plural } from "../shared/words.ts";
import { type Offer, offered } from "../state/hostSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";

/** Whether what was pasted still stands where it was. */
export function offerStands({ from, to, source }: Offer, pattern: string): boolean {
  return pattern.slice(from, to) === source;
}

/** Takes what was pasted as what it is; nothing where nothing is offered. */
export function takeOffer(pattern: PatternHandle | null): void {
  const { offer } = store.getState().host;
  if (!offer || !offerStands(offer, store.getState().draft.fields.pattern)) return;
  const { from, to, whole, found } = offer;
  pattern?.take({ from, to, insert: found.pattern }, whole ? found : null);
  store.dispatch(offered(null));
}

export function OfferLine() {
  const dispatch = useAppDispatch();
  const offer = useAppSelector((s) => s.host.offer);
  const pattern = useAppSelector((s) => s.draft.fields.pattern);
  const handle = usePattern();
  const stands = offer !== null && offerStands(offer, pattern);
  useEffect(() => {
    if (offer && !stands) dispatch(offered(null));
  }, [offer, stands, dispatch]);
  if (!offer || !stands) return null;
  const { found, whole } = offer;
  const form = formsOf(found.dialect).find(({ name }) => name === found.form)?.label ?? found.form;
  return (
    <>
      <p className="min-w-0" role="status" data-part="offer">
        That is source text ({found.dialect}, {form}): the pattern{" "}
        <code className="source font-semibold text-tide">{visible(found.pattern, 40) || "(empty)"}</code>
        {whole ? (found.flags === "" ? ", no flags" : `, flags ${found.flags}`) : ""}
        {found.taken.length > 0 && <span className="text-rust">. Its string takes {plural(found.taken.length, "backslash", "backslashes")} away</span>}
      </p>
      <button type="button" className="key shrink-0 whitespace-nowrap" onClick={() => takeOffer(handle.current)}>
        Read it so <span className="text-ink-2">{keyWords("takeOffer")}</span>
      </button>
      <button type="button" className="quiet-key shrink-0" onClick={() => dispatch(offered(null))}>
        Leave it
      </button>
    </>
  );
}
