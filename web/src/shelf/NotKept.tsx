/** What was typed and is not kept yet: whose it is, since when, and what it waits for. */
import { Link } from "react-router";
import { DELAYS } from "../draft/keeper.ts";
import { keepers, type Unsent } from "../draft/keepers.ts";
import { useUnsent } from "../draft/useUnsent.ts";
import { clock } from "../shared/words.ts";

const WHOSE: Readonly<Record<Unsent["whose"], string>> = {
  this: "typed in this window",
  another: "typed in another window",
  gone: "typed in a window that was closed",
};

export function NotKept() {
  const unsent = useUnsent();
  if (unsent === null)
    return <p className="mt-4 text-ink-2">This browser’s storage does not answer: what is typed is held by the window alone until it is kept.</p>;
  if (unsent.length === 0) return null;
  return (
    <section className="mt-4 border-l-4 border-rust bg-sheet px-3 py-2" aria-label="Not kept yet">
      <h2 className="part-name text-[16px] text-rust">Not kept yet</h2>
      <ul>
        {unsent.map((entry) => (
          <li key={`${entry.specimen} ${entry.window}`} className="flex flex-wrap items-baseline gap-x-3">
            <Link to={`/bench/${entry.specimen}`} className="part-name underline decoration-rule hover:text-tide">
              {entry.title || "without a title"}
            </Link>
            <span className="text-ink-2">
              {WHOSE[entry.whose]} at {clock(entry.at)}, held in this browser; {waitsFor(entry)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function waitsFor({ specimen, whose }: Unsent): string {
  const keeping = whose === "another" ? undefined : keepers.keeperOf(specimen)?.keeping;
  switch (keeping?.state) {
    case "waiting":
      return `${DELAYS[keeping.delay]}, trying again`;
    case "refused":
      return `refused: ${keeping.reason}`;
    case "conflict":
      return "changed elsewhere too: open it to choose";
    case "removed":
      return "removed elsewhere: open it to choose";
    case "kept":
    case "keeping":
      return "being sent";
    case undefined:
      return whose === "another" ? "that window sends it" : "to be sent";
  }
}
