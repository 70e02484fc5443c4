/** The command menu: what the screen has to offer, each with its key, and all specimens. */
import { BOUNDS } from "@lamprey/api";
import { Command } from "cmdk";
import { type ReactNode, useState } from "react";
import { useNavigate } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { type KeyName, keyWords } from "../shared/keys.ts";
import { useAppSelector } from "../state/store.ts";

interface CommandMenuProps {
  readonly close: () => void;
  /** What the screen offers: groups of items, made with what closes the menu before something is done. */
  readonly offers: (after: (act: () => void) => () => void) => ReactNode;
}

export function CommandMenu({ close, offers }: CommandMenuProps) {
  const navigate = useNavigate();
  const [sought, setSought] = useState("");
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
      filter={likeness}
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
        {offers(after)}
        <Heading name="Saved patterns">
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

/** How well something fits what is sought: every word stands in it; best where it begins with them, well where a word of it does. */
export function likeness(value: string, sought: string): number {
  const [text, words] = [
    value.toLowerCase(),
    sought
      .toLowerCase()
      .split(/\s+/)
      .filter((word) => word !== ""),
  ];
  if (words.some((word) => !text.includes(word))) return 0;
  const [first = ""] = words;
  return text.startsWith(first) ? 1 : words.every((word) => ` ${text}`.includes(` ${word}`)) ? 0.7 : 0.3;
}

export function Heading({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
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

export function Item({ value, words, source, keyName, act }: ItemProps) {
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
