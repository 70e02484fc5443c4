/** The rows of the ledger: a match, where it lies, its groups, and the turns that a repeated group took. */
import { placeOf, visible } from "@lamprey/core";
import { useMemo } from "react";
import type { GroupMark } from "../engine/messages.ts";
import { GroupSwatch } from "../lanes/textures.tsx";
import { useEngineControls } from "../run/controls.ts";
import { Term } from "../shared/Term.tsx";
import { number, plural, span as spanText } from "../shared/words.ts";
import type { Shown } from "./columns.ts";

interface Stretch {
  readonly start: number;
  readonly end: number;
}

/** A stretch of the sample in a row: empty and not set are two things. */
function Text({ text, value, length = 60 }: { readonly text: string; readonly value: Stretch | null; readonly length?: number }) {
  if (!value) return <i className="pr-0.5 font-sans text-ink-2">not set</i>;
  if (value.start === value.end) return <i className="font-sans text-ink-2">empty</i>;
  return visible(text.slice(value.start, value.end), length);
}

interface CellProps {
  readonly className: string;
  readonly style?: React.CSSProperties;
  readonly children: React.ReactNode;
}

/** A cell of the grid. What is chosen is its row; the cell only holds. */
function Cell(props: CellProps) {
  // biome-ignore lint/a11y/useSemanticElements: of a hundred thousand rows only those in view are made, which a table element does not allow for.
  return <span role="gridcell" tabIndex={-1} {...props} />;
}

interface MatchRowProps {
  readonly nth: number;
  readonly chosen: boolean;
  /** What stands in the cells, from left to right. */
  readonly shown: readonly Shown[];
  /** What the match (0) or a group holds; null where it is not set. */
  readonly heldBy: (group: number) => Stretch | null;
  readonly line: (offset: number) => number;
  readonly text: string;
}

/** A match with its groups, a cell for each column. */
export function MatchRow({ nth, chosen, shown, heldBy, line, text }: MatchRowProps) {
  const weight = chosen ? "font-semibold" : "";
  const whole = heldBy(0) as Stretch;
  return shown.map((each) => {
    switch (each) {
      case "number":
        return (
          <Cell key={each} className={chosen ? "font-semibold text-tide" : ""}>
            {number(nth)}
          </Cell>
        );
      case "line":
        return (
          <Cell key={each} className={`pl-[6px] text-ink-2 ${weight}`}>
            {number(line(whole.start))}
          </Cell>
        );
      case "span":
        return (
          <Cell key={each} className={`pl-[6px] text-ink-2 ${weight}`}>
            {spanText(whole.start, whole.end)}
          </Cell>
        );
      default:
        return (
          <Cell key={each} className={`source truncate pr-2 pl-[6px] text-[13px] ${each === 0 ? weight : ""}`}>
            <Text text={text} value={heldBy(each)} />
          </Cell>
        );
    }
  });
}

/** Line and column, length, and the two steps of the reel that a match is about. */
export function WhereRow({ match, value, text }: { match: number; value: Stretch; text: string }) {
  const controls = useEngineControls();
  const from = useMemo(() => placeOf(text, value.start), [text, value.start]);
  return (
    <>
      <span />
      <Cell className="col-span-2 flex items-baseline gap-2 whitespace-nowrap text-[12px] text-ink-2">
        <span>
          line {number(from.line)}:{number(from.column)}
        </span>
        <span>{plural(value.end - value.start, "character")}</span>
        <span className="flex gap-2">
          <span>wind to</span>
          <Term word="its attempt">
            <button type="button" className="underline hover:text-tide" onClick={() => controls.chooseMatch(match, "began")}>
              its attempt
            </button>
          </Term>
          <Term word="its end">
            <button type="button" className="underline hover:text-tide" onClick={() => controls.chooseMatch(match)}>
              its end
            </button>
          </Term>
        </span>
      </Cell>
    </>
  );
}

interface GroupRowProps {
  readonly group: GroupMark;
  readonly value: Stretch | null;
  readonly open: number | null;
  /** The step has just changed it. */
  readonly changed: boolean;
  readonly followed: boolean;
  readonly follow: () => void;
  readonly text: string;
}

export function GroupRow({ group, value, open, changed, followed, follow, text }: GroupRowProps) {
  return (
    <>
      <Cell className="grid">
        <button
          type="button"
          className={`truncate pr-2 text-right text-[12px] hover:text-tide ${followed ? "font-semibold text-tide underline" : "text-ink-2"}`}
          style={{ paddingLeft: group.depth * 6 }}
          aria-pressed={followed}
          aria-label={`Follow group ${group.number}`}
          title={followed ? "Winding to a capture’s change follows this group alone" : "Follow this group when winding to a capture’s change"}
          onClick={(event) => {
            event.stopPropagation();
            follow();
          }}
        >
          {group.number}
        </button>
      </Cell>
      <Cell className="pr-2 text-right text-[13px] text-ink-2">{value ? spanText(value.start, value.end) : ""}</Cell>
      <Cell className={`flex min-w-0 items-center gap-2 text-[13px] ${changed ? "font-semibold" : ""}`} style={{ paddingLeft: group.depth * 10 }}>
        <GroupSwatch group={group.slot} />
        {group.name && <span className="shrink-0 text-ink-2">{group.name}</span>}
        <span className="source truncate">
          <Text text={text} value={value} />
        </span>
        {open !== null && <span className="shrink-0 text-[12px] font-normal text-tide">open since {number(open)}</span>}
        {changed && <span className="shrink-0 text-[12px] text-tide">just now</span>}
      </Cell>
    </>
  );
}

interface TurnRowProps {
  readonly number: number;
  readonly last: boolean;
  readonly value: Stretch;
  readonly text: string;
  /** It is one of the captures that the host shows; else a turn whose capture only the last one keeps. */
  readonly captured: boolean;
}

export function TurnRow({ number: nth, last, value, text, captured }: TurnRowProps) {
  return (
    <>
      <span />
      <Cell className="pr-2 text-right text-[12px] text-ink-2">{spanText(value.start, value.end)}</Cell>
      <Cell className={`flex min-w-0 items-center gap-2 pl-7 text-[12px] ${last ? "" : "text-ink-2"}`}>
        <Term word={captured ? "capture" : "iteration"}>
          <span className="shrink-0">
            {captured ? "capture" : "iteration"} {nth}
          </span>
        </Term>
        <span className="source truncate">
          <Text text={text} value={value} length={40} />
        </span>
        {last && <span className="shrink-0 text-tide">{captured ? "newest" : "kept"}</span>}
      </Cell>
    </>
  );
}
