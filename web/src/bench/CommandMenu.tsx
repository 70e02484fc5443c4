/** The command menu: every action with its key, the panels, the samples of this specimen, and all specimens. */
import { BOUNDS } from "@lamprey/api";
import { Command } from "cmdk";
import { useState } from "react";
import { useNavigate } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { sampleShown } from "../draft/draftSlice.ts";
import { TRANSPORT } from "../reel/transport.ts";
import { useEngineControls } from "../run/controls.ts";
import { usePattern } from "../run/patternHandle.ts";
import { type KeyName, keyWords } from "../shared/keys.ts";
import { partShown } from "../state/layoutSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { ACTIONS } from "./actions.ts";

export function CommandMenu({ close }: { readonly close: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const controls = useEngineControls();
  const pattern = usePattern();
  const [sought, setSought] = useState("");
  const samples = useAppSelector((s) => s.draft.fields.samples);
  const own = useAppSelector((s) => s.draft.id);
  const { data } = specimensApi.useListInfiniteQuery({ removed: false, search: sought.slice(0, BOUNDS.title) });
  const specimens = (data?.pages ?? []).flatMap(({ items }) => items).filter(({ id }) => id !== own);
  const after = (act: () => void) => () => {
    close();
    // The focus goes back to where it was before anything else takes it.
    setTimeout(act);
  };
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && close()}
      label="Commands"
      overlayClassName="fixed inset-0 z-30 bg-black/40"
      contentClassName="menu fixed left-1/2 top-[12%] z-30 w-[min(600px,94vw)] -translate-x-1/2"
    >
      <Command.Input
        value={sought}
        onValueChange={setSought}
        placeholder="What do you want to do?"
        className="w-full border-b border-rule bg-transparent px-4 py-3 text-[16px] outline-none"
      />
      <Command.List className="max-h-[min(440px,60vh)] overflow-auto py-1 [scroll-padding:6px]">
        <Command.Empty className="px-4 py-3 text-ink-2">Nothing of that name.</Command.Empty>
        <Heading name="The bench">
          {ACTIONS.filter(({ id }) => id !== "commands").map(({ id, words, also = "", key, act }) => (
            <Item
              key={id}
              value={`${words} ${also}`}
              words={words}
              keyName={key}
              act={after(() => act({ controls, pattern: pattern.current, dispatch, state: store.getState }))}
            />
          ))}
        </Heading>
        <Heading name="Winding the reel">
          {TRANSPORT.flatMap(({ windings }) => windings).map(({ label, key, wind }) => (
            <Item key={key} value={`wind ${label}`} words={label} keyName={key} act={after(() => wind(controls))} />
          ))}
        </Heading>
        <Heading name="Samples of this specimen">
          {samples.map(({ key, name }) => (
            <Item
              key={key}
              value={`sample ${name} ${key}`}
              words={name}
              act={after(() => {
                dispatch(sampleShown(key));
                dispatch(partShown("sample"));
              })}
            />
          ))}
        </Heading>
        <Heading name="Specimens">
          <Item value="shelf all specimens" words="The shelf" act={after(() => void navigate("/"))} />
          <Item value="risk list" words="The risk list" act={after(() => void navigate("/risks"))} />
          {specimens.map(({ id, title, pattern: text }) => (
            <Item key={id} value={`${title} ${text} ${id}`} words={title} source={text} act={after(() => void navigate(`/bench/${id}`))} />
          ))}
        </Heading>
      </Command.List>
    </Command.Dialog>
  );
}

function Heading({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <Command.Group
      heading={name}
      className="[&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-ink-2"
    >
      {children}
    </Command.Group>
  );
}

interface ItemProps {
  /** What it is found by. */
  readonly value: string;
  readonly words: string;
  readonly source?: string;
  readonly keyName?: KeyName | undefined;
  readonly act: () => void;
}

function Item({ value, words, source, keyName, act }: ItemProps) {
  return (
    <Command.Item
      value={value}
      onSelect={act}
      className="flex cursor-pointer items-baseline gap-3 px-4 py-[5px] data-[selected=true]:bg-tide-wash data-[selected=true]:text-tide"
    >
      <span className="shrink-0">{words}</span>
      {source && <code className="source min-w-0 truncate text-[13px] text-ink-2">{source}</code>}
      {keyName && <kbd className="ml-auto shrink-0 font-sans text-[12px] text-ink-2">{keyWords(keyName)}</kbd>}
    </Command.Item>
  );
}
