/** All that can be taken away from the bench: the pattern as a link or a file, a copy of it, and its matches. */
import type { LedgerForm } from "@lamprey/core";
import { DropdownMenu } from "radix-ui";
import { takeMatches } from "../ledger/takeMatches.ts";
import { useEngineControls } from "../run/controls.ts";
import { usePattern } from "../run/patternHandle.ts";
import { notify } from "../shared/notice.ts";
import { ACTIONS } from "./actions.ts";
import { useActionContext } from "./useActions.ts";

/** The actions of the bench that stand here too, under shorter words. */
const OF_PATTERN = [
  ["copy-link", "Copy a link that holds it", "pattern, flags, tests and samples, in the address itself"],
  ["save-specimen", "Save it as a file", "to be opened on a shelf, or checked on the command line"],
  ["revisions", "Revisions…", "what it was before: look at one, restore it, or copy it"],
  ["duplicate", "Duplicate it", "with its samples and tests, to try something else"],
] as const;

const OF_MATCHES: readonly (readonly [LedgerForm, words: string])[] = [
  ["csv", "Save the matches as CSV"],
  ["json", "Save the matches as JSON"],
  ["text", "Copy the matches as text"],
];

export function SaveMenu() {
  const controls = useEngineControls();
  const context = useActionContext(controls, usePattern());
  const act = (id: string) => ACTIONS.find((action) => action.id === id)?.act(context());
  const take = async (form: LedgerForm) => {
    const said = await takeMatches(controls, { form, harmless: true, only: null });
    notify(`The matches: ${said}.`);
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="key shrink-0 whitespace-nowrap max-[819px]:hidden">
        Save <span className="text-[10px]">▾</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu z-20 max-w-[360px] py-1" align="end" sideOffset={4}>
          <DropdownMenu.Label className="px-3 py-1 text-[12px] text-ink-2">The pattern saves itself at every edit.</DropdownMenu.Label>
          {OF_PATTERN.map(([id, words, more]) => (
            <DropdownMenu.Item key={id} className="menu-item flex-col" onSelect={() => act(id)}>
              <span>{words}</span>
              <span className="text-[12px] text-ink-2">{more}</span>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 border-t border-rule-soft" />
          {OF_MATCHES.map(([form, words]) => (
            <DropdownMenu.Item key={form} className="menu-item" onSelect={() => void take(form)}>
              {words}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
