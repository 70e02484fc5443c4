/** Which of the specimen's samples is on show; added, renamed and removed here. */
import { BOUNDS } from "@lamprey/api";
import { DropdownMenu } from "radix-ui";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { sampleAdded, sampleEdited, sampleRemoved, sampleRestored, sampleShown } from "../draft/draftSlice.ts";
import { theSample } from "../run/sampleHandle.ts";
import { ChooseFiles } from "../shared/ChooseFiles.tsx";
import { keyWords } from "../shared/keys.ts";
import { useSwitch } from "../shared/remembered.ts";
import { Term } from "../shared/Term.tsx";
import { size } from "../shared/words.ts";
import { stageChosen } from "../state/benchSlice.ts";
import { menuOpened } from "../state/menuSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { filesAsSamples } from "./droppedFiles.ts";
import { INVISIBLE_SWITCH, NO_WRAP_SWITCH } from "./switches.ts";

export function SampleTabs() {
  const dispatch = useAppDispatch();
  const samples = useAppSelector((s) => s.draft.fields.samples);
  const takenOut = useAppSelector((s) => s.draft.takenOut);
  const shown = useAppSelector((s) => s.draft.shown);
  const stage = useAppSelector((s) => s.bench.stage);
  const [invisible, setInvisible] = useSwitch(INVISIBLE_SWITCH);
  const [keepsLong, setKeepsLong] = useSwitch(NO_WRAP_SWITCH);
  const tabs = useRef<HTMLElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another sample is shown, or there are others.
  useEffect(() => {
    tabs.current?.querySelector("[aria-current=true]")?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [shown, samples.length]);
  const [renaming, setRenaming] = useState(false);
  /** The menu is closing because the sample is to be renamed: the field takes the focus, not the menu's button. */
  const wantsName = useRef(false);
  const current = samples.find((s) => s.key === shown);
  return (
    <div className="@container shrink-0 border-b border-rule">
      <div className="flex min-h-[28px] items-center gap-3 px-4 @max-[760px]:gap-2 @max-[760px]:px-2 @max-[600px]:flex-wrap @max-[600px]:py-1">
        <Term word="lane">
          <h2 className="part-name text-[16px] text-ink-2 @max-[760px]:sr-only">Sample</h2>
        </Term>
        <nav
          ref={tabs}
          className="flex min-w-[96px] flex-1 items-center gap-1 overflow-x-auto [scrollbar-width:none] @max-[600px]:basis-full"
          aria-label="Samples"
        >
          {samples.map(({ key, name }) =>
            renaming && key === shown ? (
              <input
                key={key}
                className="field w-40 !py-0"
                aria-label="Name of the sample"
                // biome-ignore lint/a11y/noAutofocus: the person has just asked to rename it.
                autoFocus
                value={name}
                onChange={(event) => dispatch(sampleEdited({ key, name: event.target.value }))}
                onBlur={() => setRenaming(false)}
                onKeyDown={(event) => {
                  if (event.key === "Enter" || event.key === "Escape") setRenaming(false);
                }}
              />
            ) : (
              <button
                key={key}
                type="button"
                aria-current={key === shown}
                className={`whitespace-nowrap rounded-sm px-2 ${key === shown ? "bg-sheet font-semibold text-ink" : "text-ink-2 hover:text-tide"}`}
                onClick={() => dispatch(sampleShown(key))}
              >
                {name}
              </button>
            ),
          )}
        </nav>
        {takenOut && (
          <span className="whitespace-nowrap text-[13px] text-ink-2" role="status">
            “{takenOut.sample.name}” was removed.{" "}
            <button type="button" className="text-tide underline" onClick={() => dispatch(sampleRestored())}>
              Put it back
            </button>
          </span>
        )}
        <ChooseFiles label="Files to open as samples" take={(files) => void filesAsSamples(files)} className="key shrink-0 whitespace-nowrap !py-0">
          Open files…
        </ChooseFiles>
        <button type="button" className="key shrink-0 !py-0" title="Find a text in the sample (Ctrl+F)" onClick={() => theSample()?.find()}>
          Find
        </button>
        <button
          type="button"
          className="key shrink-0 whitespace-nowrap !py-0"
          title={`Go to a match or a line by its number (${keyWords("goTo")})`}
          onClick={() => dispatch(menuOpened("go-to"))}
        >
          Go to…
        </button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="quiet-key" aria-label="Do something with the samples">
            ⋯
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              onCloseAutoFocus={(event) => {
                if (!wantsName.current) return;
                wantsName.current = false;
                event.preventDefault();
                setRenaming(true);
              }}
              className="z-10 min-w-40 border border-rule bg-sheet p-1 shadow-sm"
              align="start"
            >
              <DropdownMenu.Item
                className="px-2 py-1 data-[disabled]:opacity-45 data-[highlighted]:bg-tide-wash"
                disabled={samples.length >= BOUNDS.samples}
                onSelect={() => dispatch(sampleAdded(`sample ${samples.length + 1}`, ""))}
              >
                Add an empty sample
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className="px-2 py-1 data-[highlighted]:bg-tide-wash"
                onSelect={() => {
                  wantsName.current = true;
                }}
              >
                Rename this one
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className="px-2 py-1 data-[disabled]:opacity-45 data-[highlighted]:bg-tide-wash"
                disabled={samples.length < 2}
                onSelect={() => dispatch(sampleRemoved(shown))}
              >
                Remove this one
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <SwitchKey on={!keepsLong} flip={() => setKeepsLong(!keepsLong)} words="Long lines go on in the next row, and their lanes with them">
          wrap
        </SwitchKey>
        <SwitchKey
          on={invisible}
          flip={() => setInvisible(!invisible)}
          words="Tabs, line ends, spaces of other widths or none, and spaces at the end of a line: each with a sign, and its name where the pointer is"
        >
          unseen<span className="@max-[960px]:sr-only"> characters</span>
        </SwitchKey>
        <SwitchKey
          on={stage === "machine"}
          flip={() => dispatch(stageChosen(stage === "machine" ? "sample" : "machine"))}
          words="What the pattern is compiled to, as a graph"
        >
          {stage === "machine" ? (
            "back to the sample"
          ) : (
            <>
              machine<span className="@max-[960px]:sr-only"> as a chart</span>
            </>
          )}
        </SwitchKey>
        <span className="whitespace-nowrap text-[12px] text-ink-2 @max-[960px]:hidden">{current ? size(current.text.length) : ""}</span>
      </div>
    </div>
  );
}

function SwitchKey({ on, flip, words, children }: { readonly on: boolean; readonly flip: () => void; readonly words: string; readonly children: ReactNode }) {
  return (
    <button
      type="button"
      className={`whitespace-nowrap underline decoration-dotted underline-offset-4 hover:text-tide ${on ? "font-semibold text-tide" : "text-ink-2"}`}
      aria-pressed={on}
      title={words}
      onClick={flip}
    >
      {children}
    </button>
  );
}
