/** What the set at the pattern's caret holds: its ranges, how many there are, a taste of them, and whether it holds one that is typed. */
import { type CharSet, contains, heldBy, visible } from "@lamprey/core";
import { Popover } from "radix-ui";
import { useMemo, useState } from "react";
import { number, plural } from "../shared/words.ts";

/** Ranges that are listed: more are found by typing what one looks for. */
const MOST_RANGES = 400;
/** Characters of what is typed that are answered, one by one. */
const MOST_ASKED = 24;

interface SetHoldsProps {
  readonly written: string;
  readonly set: CharSet;
}

export function SetHolds({ written, set }: SetHoldsProps) {
  return (
    <Popover.Root>
      <Popover.Trigger className="quiet-key shrink-0 whitespace-nowrap underline" data-part="holds-key">
        all it holds
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="start" sideOffset={6} collisionPadding={8} className="menu z-20 w-[min(440px,94vw)] p-3">
          <Holds written={written} set={set} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Holds({ written, set }: SetHoldsProps) {
  const held = useMemo(() => heldBy(set, MOST_RANGES), [set]);
  const [asked, setAsked] = useState("");
  const letters = Array.from(asked).slice(0, MOST_ASKED);
  return (
    <section aria-label="What the set holds">
      <p className="text-[13px]">
        <code className="source font-semibold text-tide">{visible(written, 30)}</code> holds {plural(held.count, "character")} in{" "}
        {plural(held.rangeCount, "range")}.
      </p>
      <label className="mt-2 flex items-center gap-2 text-[13px] text-ink-2">
        does it hold
        <input
          className="field source min-w-0 flex-1 !py-0"
          aria-label="Does it hold"
          placeholder="type or paste characters"
          value={asked}
          onChange={({ target }) => setAsked(target.value)}
        />
      </label>
      <ul className="mt-1 flex flex-wrap gap-x-3 text-[13px]" role="status" data-part="holds">
        {letters.map((letter, i) => {
          const point = letter.codePointAt(0) as number;
          const inside = contains(set, point);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a letter can be typed twice.
            <li key={`${i} ${letter}`} className={inside ? "" : "text-ink-2"}>
              <code className="source">{visible(letter)}</code> <span className="text-[11px]">{pointWords(point)}</span> <b>{inside ? "yes" : "no"}</b>
            </li>
          );
        })}
      </ul>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <section className="mt-2 max-h-[260px] overflow-auto" tabIndex={0} aria-label="Ranges">
        <table className="w-full text-[13px]">
          <thead className="sr-only">
            <tr>
              <th>from and to</th>
              <th>characters</th>
              <th>some of them</th>
            </tr>
          </thead>
          <tbody>
            {held.ranges.map(({ from, to, count, taste }) => (
              <tr key={from} className="border-t border-rule-soft align-baseline">
                <td className="whitespace-nowrap py-[2px] pr-3 text-[12px] text-ink-2">
                  {from === to ? pointWords(from) : `${pointWords(from)} to ${pointWords(to)}`}
                </td>
                <td className="pr-3 text-right">{number(count)}</td>
                <td className="source [overflow-wrap:anywhere]">{taste || <i className="font-sans text-[12px] text-ink-2">nothing that can be seen</i>}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {held.rangeCount > held.ranges.length && <p className="py-1 text-[12px] text-ink-2">and {number(held.rangeCount - held.ranges.length)} more ranges</p>}
      </section>
    </section>
  );
}

/** A code point as Unicode writes it. */
const pointWords = (point: number): string => `U+${point.toString(16).toUpperCase().padStart(4, "0")}`;
