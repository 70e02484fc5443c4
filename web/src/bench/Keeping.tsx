/** How far the draft is kept; and where two people changed the same, or one removed it, the choice. */

import type { Keeper } from "../draft/keeper.ts";
import { DELAYS, type Held } from "../draft/keeper.ts";
import { clock } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";
import { Conflict, Removed } from "./Conflict.tsx";

/** What becomes of what is not kept yet if the window is closed now. */
const HELD: Readonly<Record<Held, string>> = {
  yes: "held here",
  "not-yet": "not held yet",
  no: "this browser holds nothing: leave the window open",
};

export function Keeping({ keeper }: { readonly keeper: Keeper | null }) {
  const keeping = useAppSelector((s) => s.draft.keeping);
  const held = useAppSelector((s) => s.draft.held);
  const revision = useAppSelector((s) => s.draft.revision);
  return (
    <output className="whitespace-nowrap text-[13px] text-ink-2" data-part="keeping" data-state={keeping.state} data-held={held}>
      {keeping.state === "kept" && (held === "yes" ? <Kept revision={revision} at={keeping.at} /> : HELD[held])}
      {keeping.state === "keeping" && `saving … ${held === "no" ? HELD.no : ""}`}
      {keeping.state === "waiting" && (
        <span className="text-rust">
          {DELAYS[keeping.delay]}; {HELD[held]}, trying again
        </span>
      )}
      {keeping.state === "refused" && (
        <span className="text-rust">
          not saved: {keeping.reason} {held === "yes" ? "" : HELD[held]}
        </span>
      )}
      {keeper && keeping.state === "conflict" && <Conflict keeper={keeper} theirs={keeping.theirs} clashes={keeping.clashes} />}
      {keeper && keeping.state === "removed" && <Removed keeper={keeper} theirs={keeping.theirs} />}
    </output>
  );
}

function Kept({ revision, at }: { readonly revision: number; readonly at: number }) {
  if (revision === 0) return <>not saved; the first edit saves it</>;
  return (
    <>
      <span className="max-[819px]:sr-only">revision {revision}, </span>saved {clock(at)}
    </>
  );
}
