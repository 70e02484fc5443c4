/** The four ways of asking: one control, with a word on each. First and every match are the flag's business where the dialect has one. */
import { dialectOf, type MatchMode } from "@lamprey/core";
import { DropdownMenu } from "radix-ui";
import { tableOf } from "../engine/tables.ts";
import { usePattern } from "../run/patternHandle.ts";
import { number } from "../shared/words.ts";
import { askingChosen } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

const WAYS: readonly { readonly mode: MatchMode; readonly name: string; readonly short: string; readonly word: string }[] = [
  { mode: "all", name: "every match", short: "", word: "one after the other, without overlap" },
  { mode: "first", name: "first match", short: "first only", word: "the leftmost one, then stop" },
  { mode: "start", name: "at the start", short: "at the start", word: "it must begin at offset 0" },
  { mode: "whole", name: "whole text", short: "whole text", word: "it must begin at 0 and end with the text" },
];

export function AskingControl() {
  const pattern = usePattern();
  const dispatch = useAppDispatch();
  const result = useAppSelector((s) => s.bench.result);
  const { dialect, flags } = useAppSelector((s) => s.draft.fields);
  const count = result ? tableOf(result.matches).length : 0;
  const mode = result?.mode ?? "all";
  const letter = dialectOf(dialect).flags.find(({ sets }) => sets.everyMatch)?.letter;
  const choose = (wanted: MatchMode) => {
    const byFlag = letter !== undefined && (wanted === "all" || wanted === "first");
    dispatch(askingChosen(byFlag ? null : wanted));
    if (byFlag && flags.includes(letter) !== (wanted === "all")) pattern.current?.setFlags(wanted === "all" ? flags + letter : flags.replace(letter, ""));
  };
  const way = WAYS.find((each) => each.mode === mode);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="ml-auto min-w-0 truncate text-[12px] text-ink-2 underline decoration-dotted underline-offset-4 hover:text-tide"
        title={`Asked for: ${way?.name}, ${way?.word}`}
      >
        <span data-part="count">
          {way?.short ? `${way.short}: ` : ""}
          {result?.cut === "matches" ? "the first " : ""}
          {count === 1 ? "1 match" : `${number(count)} matches`}
        </span>{" "}
        <span className="text-[9px]">▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu z-20 py-1" align="end" sideOffset={4}>
          <DropdownMenu.RadioGroup value={mode} onValueChange={(value) => choose(value as MatchMode)}>
            {WAYS.map(({ mode: each, name, word }) => (
              <DropdownMenu.RadioItem key={each} value={each} className="menu-item flex-col">
                <span className={each === mode ? "font-semibold text-tide" : ""}>{name}</span>
                <span className="text-[12px] text-ink-2">{word}</span>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
