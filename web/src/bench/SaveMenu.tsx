/** All that can be taken away from the bench: the pattern as a link or a file, a copy of it, and its matches. */
import type { LedgerForm } from "@lamprey/core";
import { DropdownMenu } from "radix-ui";
import { useNavigate } from "react-router";
import { useEngineControls } from "../run/controls.ts";
import { usePattern } from "../run/patternHandle.ts";
import { download, fileName } from "../shared/files.ts";
import { notify } from "../shared/notice.ts";
import { store, useAppDispatch } from "../state/store.ts";
import { ACTIONS } from "./actions.ts";

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
  const dispatch = useAppDispatch();
  const controls = useEngineControls();
  const pattern = usePattern();
  const navigate = useNavigate();
  const act = (id: string) =>
    ACTIONS.find((action) => action.id === id)?.act({
      controls,
      pattern: pattern.current,
      dispatch,
      state: store.getState,
      go: (path) => void navigate(path),
    });
  const take = async (form: LedgerForm) => {
    const { bench, draft } = store.getState();
    const blob = await controls.save(bench.result?.generation ?? 0, form, true, null);
    if (!blob) return notify("The pattern has changed meanwhile.");
    if (form !== "text") return download(blob, fileName(draft.fields.title, form));
    await navigator.clipboard.writeText(await blob.text()).then(
      () => notify("The matches are on the clipboard, one a line."),
      () => notify("The browser did not allow it."),
    );
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
