/** The flags in one line: letters, each with its words while it has the pointer or the focus; all words when opened. */
import { dialectOf, flagsIn } from "@lamprey/core";
import { Popover, ToggleGroup } from "radix-ui";
import { usePattern } from "../run/patternHandle.ts";
import { Tip } from "../shared/Tip.tsx";
import { useAppSelector } from "../state/store.ts";

const NONE: readonly never[] = [];

export function Flags() {
  const pattern = usePattern();
  const { dialect, flags } = useAppSelector((s) => s.draft.fields);
  const rules = dialectOf(dialect);
  const known = rules?.flags ?? NONE;
  const written = rules ? flagsIn(rules, flags) : [...flags];
  // Letters that the dialect does not know are kept: they are a mistake that is said, not one that goes away.
  const set = (letters: readonly string[]) => {
    const added = letters.filter((letter) => !written.includes(letter));
    const left = written.filter((letter) => letters.includes(letter) || !known.some((each) => each.letter === letter));
    // Of flags that cannot stand together the one that is chosen now stays.
    const gone = (letter: string) => rules?.exclusive.some((pair) => pair.includes(letter) && added.some((other) => other !== letter && pair.includes(other)));
    pattern.current?.setFlags([...left.filter((letter) => !gone(letter)), ...added].join(""));
  };
  return (
    <div className="flex h-[22px] items-center">
      <ToggleGroup.Root type="multiple" value={written} onValueChange={set} className="flex" aria-label="Flags" data-own-keys>
        {known.map(({ letter, label }) => (
          <Tip key={letter} words={label}>
            {/* The tip's state and the toggle's are both said by data-state: the toggle is asked by aria-pressed. */}
            <span>
              <ToggleGroup.Item
                value={letter}
                aria-label={`${label} ${letter}`}
                className="source h-[20px] min-w-[16px] px-[2px] rounded-sm text-[14px] leading-none text-ink-2 hover:text-tide aria-pressed:bg-tide-wash aria-pressed:font-semibold aria-pressed:text-tide"
              >
                {letter}
              </ToggleGroup.Item>
            </span>
          </Tip>
        ))}
      </ToggleGroup.Root>
      <Popover.Root>
        <Popover.Trigger className="quiet-key !px-1 text-[9px]" aria-label="All flags with their words" title="All flags with their words">
          ▾
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content align="start" sideOffset={4} className="menu z-20 p-3">
            <fieldset className="grid grid-cols-2 gap-x-5 gap-y-1">
              <legend className="sr-only">Flags in words</legend>
              {known.map(({ letter, label }) => (
                <label
                  key={letter}
                  className={`flex cursor-pointer items-center gap-2 whitespace-nowrap ${written.includes(letter) ? "font-semibold text-tide" : ""}`}
                >
                  <input
                    type="checkbox"
                    className="accent-[var(--tide)]"
                    checked={written.includes(letter)}
                    onChange={() => set(written.includes(letter) ? written.filter((each) => each !== letter) : [...written, letter])}
                  />
                  <code className="source">{letter}</code> {label}
                </label>
              ))}
            </fieldset>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}
