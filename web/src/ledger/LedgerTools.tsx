/** Above and below the ledger: what its rows must hold, equal values counted, and the ways to take it along. */

import type { LedgerForm } from "@lamprey/core";
import { type ReactNode, useState } from "react";
import type { GroupMark } from "../engine/messages.ts";
import { useEngineControls } from "../run/controls.ts";
import { Term } from "../shared/Term.tsx";
import { plural } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";
import { takeMatches } from "./takeMatches.ts";

/** What is looked for, in which group; 0 is the whole match. */
export interface Seeking {
  readonly group: number;
  readonly holds: string;
  /** Matches with equal values are put together and counted. */
  readonly counted: boolean;
}

export const NOTHING_SOUGHT: Seeking = { group: 0, holds: "", counted: false };

interface FilterBarProps {
  readonly seeking: Seeking;
  readonly seek: (seeking: Seeking) => void;
  readonly groups: readonly GroupMark[];
  /** What stands at its end. */
  readonly children?: ReactNode;
}

export function FilterBar({ seeking, seek, groups, children }: FilterBarProps) {
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-rule-soft px-4 py-1 text-[12px]">
      <input
        className="field min-w-[110px] flex-1 !px-1 !py-[1px]"
        type="search"
        aria-label="Only matches that hold"
        placeholder="only those that hold …"
        value={seeking.holds}
        onChange={(event) => seek({ ...seeking, holds: event.target.value })}
      />
      {groups.length > 0 && (
        <select
          className="field max-w-[96px] !px-1 !py-[1px]"
          aria-label="In which group"
          value={seeking.group}
          onChange={(event) => seek({ ...seeking, group: Number(event.target.value) })}
        >
          <option value={0}>match</option>
          {groups.map(({ slot, number, name }) => (
            <option key={slot} value={slot}>
              {number}
              {name ? ` ${name}` : ""}
            </option>
          ))}
        </select>
      )}
      <Term word="count equal">
        <label className="flex shrink-0 cursor-pointer items-center gap-1 text-ink-2">
          <input type="checkbox" className="accent-[var(--tide)]" checked={seeking.counted} onChange={() => seek({ ...seeking, counted: !seeking.counted })} />
          count equal
        </label>
      </Term>
      {children}
    </div>
  );
}

/** @param only the matches that the filter lets through; null for all */
export function TakeAlong({ count, only }: { readonly count: number; readonly only: Int32Array | null }) {
  const controls = useEngineControls();
  const cut = useAppSelector((s) => (s.bench.result?.cut ?? null) !== null);
  const [said, setSaid] = useState("");
  const [harmless, setHarmless] = useState(true);
  const take = async (form: LedgerForm) => {
    setSaid("being written …");
    setSaid(await takeMatches(controls, { form, harmless, only }));
  };
  if (count === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-3 border-t border-rule px-4 py-1 text-[12px] text-ink-2">
      <button type="button" className="underline hover:text-tide" title="One match a line, its groups behind tabs" onClick={() => void take("text")}>
        copy as text
      </button>
      <button type="button" className="underline hover:text-tide" onClick={() => void take("csv")}>
        save CSV
      </button>
      <label
        className="flex cursor-pointer items-center gap-1"
        title="A spreadsheet runs cells that begin with = + - or @ as formulas. With this they get an apostrophe before them, which it does not show; without it the file holds the texts as they are."
      >
        <input type="checkbox" className="accent-[var(--tide)]" checked={harmless} onChange={() => setHarmless(!harmless)} />
        safe for spreadsheets
      </label>
      <button type="button" className="underline hover:text-tide" onClick={() => void take("json")}>
        save JSON
      </button>
      <span role="status" className="ml-auto truncate">
        {said || (only ? `the ${plural(only.length, "match", "matches")} shown` : cut ? `${plural(count, "match", "matches")}, and no more known` : "")}
      </span>
    </div>
  );
}
