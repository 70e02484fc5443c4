/** How far the draft is kept; and where two people changed it, the choice between the two. */

import type { Specimen } from "@lamprey/api";
import { Dialog } from "radix-ui";
import { useNavigate } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { clock } from "../shared/words.ts";
import { store, useAppSelector } from "../state/store.ts";
import type { DraftControls } from "./useDraft.ts";

export function Keeping({ controls }: { readonly controls: DraftControls }) {
  const keeping = useAppSelector((s) => s.draft.keeping);
  const revision = useAppSelector((s) => s.draft.revision);
  return (
    <output className="whitespace-nowrap text-[13px] text-ink-2" data-part="keeping" data-state={keeping.state}>
      {keeping.state === "kept" && `revision ${revision}, kept ${clock(keeping.at)}`}
      {keeping.state === "keeping" && "being kept …"}
      {keeping.state === "waiting" && <span className="text-rust">the server is away; held here, trying again</span>}
      {keeping.state === "refused" && <span className="text-rust">not kept: {keeping.reason}</span>}
      {keeping.state === "conflict" && <Conflict theirs={keeping.theirs} controls={controls} />}
    </output>
  );
}

function Conflict({ theirs, controls }: { readonly theirs: Specimen; readonly controls: DraftControls }) {
  const navigate = useNavigate();
  const [create] = specimensApi.useCreateMutation();
  const mine = useAppSelector((s) => s.draft.fields);
  const keepBoth = async () => {
    const { title, pattern, flags, notes, samples } = store.getState().draft.fields;
    const made = await create({ title: `${title} (mine)`, pattern, flags, notes, samples: samples.map(({ name, text }) => ({ name, text })) }).unwrap();
    controls.takeTheirs(theirs);
    void navigate(`/bench/${made.id}`);
  };
  return (
    <Dialog.Root defaultOpen>
      <Dialog.Trigger className="text-rust underline">changed elsewhere: choose</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-ink/30" />
        <Dialog.Content className="fixed left-1/2 top-1/3 z-30 w-[620px] -translate-x-1/2 -translate-y-1/3 border border-rule bg-sheet p-6 shadow-lg">
          <Dialog.Title className="part-name text-xl">This specimen was changed elsewhere</Dialog.Title>
          <Dialog.Description className="mt-1 text-ink-2">
            Another page has kept revision {theirs.revision} meanwhile. Nothing is overwritten until you choose, and nothing here is lost.
          </Dialog.Description>
          <dl className="mt-4 grid grid-cols-[70px_1fr] gap-y-2">
            <dt className="text-ink-2">here</dt>
            <dd className="min-w-0">
              <span className="part-name">{mine.title}</span> <code className="source block truncate">{mine.pattern}</code>
            </dd>
            <dt className="text-ink-2">elsewhere</dt>
            <dd className="min-w-0">
              <span className="part-name">{theirs.title}</span> <code className="source block truncate">{theirs.pattern}</code>
            </dd>
          </dl>
          <div className="mt-5 flex gap-2">
            <button type="button" className="key" onClick={() => void keepBoth()}>
              Keep both
            </button>
            <button type="button" className="key" onClick={() => controls.keepMine(theirs)}>
              Keep what is here
            </button>
            <button type="button" className="key" onClick={() => controls.takeTheirs(theirs)}>
              Take what is elsewhere
            </button>
            <Dialog.Close className="quiet-key ml-auto">Decide later</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
