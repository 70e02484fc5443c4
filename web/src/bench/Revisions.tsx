/** What the pattern was before: a list with times, from which one is looked at, restored, or made a new pattern. */
import type { EarlierPattern } from "@lamprey/api";
import { dialectOf } from "@lamprey/core";
import { skipToken } from "@reduxjs/toolkit/query";
import { Dialog } from "radix-ui";
import { useNavigate } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { markedTitle } from "../draft/fields.ts";
import { makeUnkept } from "../draft/unkept.ts";
import { usePattern } from "../run/patternHandle.ts";
import { notify } from "../shared/notice.ts";
import { clock } from "../shared/words.ts";
import { driftFromChosen } from "../state/hazardSlice.ts";
import { openPanel } from "../state/openPanel.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";

export function Revisions({ close }: { readonly close: () => void }) {
  const id = useAppSelector((s) => s.draft.id);
  const { data, isError } = specimensApi.useEarlierQuery(id ?? skipToken, { refetchOnMountOrArgChange: true });
  const now = useAppSelector((s) => s.draft.fields);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="menu fixed left-1/2 top-[5%] z-30 flex max-h-[90%] w-[min(760px,95vw)] -translate-x-1/2 flex-col"
        >
          <header className="flex items-baseline border-b border-rule px-5 py-2">
            <Dialog.Title className="part-name text-[19px]">Revisions</Dialog.Title>
            <Dialog.Close className="key ml-auto">Close</Dialog.Close>
          </header>
          <div className="min-h-0 overflow-auto px-5 py-3">
            <p className="border-b border-rule-soft pb-2 text-ink-2">
              Now: <Written pattern={now.pattern} flags={now.flags} />
            </p>
            {isError && <p className="py-3 text-rust">The server does not answer, so the revisions cannot be listed.</p>}
            {data?.items.length === 0 && <p className="py-3 text-ink-2">There is no earlier revision: the pattern is as it was first saved.</p>}
            <ul aria-label="Earlier revisions">
              {data?.items.map((each) => (
                <Revision key={each.revision} earlier={each} close={close} />
              ))}
            </ul>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Written({ pattern, flags }: { readonly pattern: string; readonly flags: string }) {
  return (
    <span className="source break-all text-[14px] text-ink">
      {pattern === "" ? <i className="font-sans text-ink-2">empty</i> : pattern}
      {flags !== "" && <span className="ml-2 text-[12px] text-ink-2">flags {flags}</span>}
    </span>
  );
}

function Revision({ earlier, close }: { readonly earlier: EarlierPattern; readonly close: () => void }) {
  const dispatch = useAppDispatch();
  const handle = usePattern();
  const navigate = useNavigate();
  const { revision, pattern, dialect, flags, keptAt } = earlier;
  const compare = () => {
    dispatch(driftFromChosen({ name: `revision ${revision}`, pattern, flags, dialect }));
    openPanel(dispatch, "drift");
    close();
  };
  const restore = () => {
    const { fields } = store.getState().draft;
    handle.current?.take({ from: 0, to: fields.pattern.length, insert: pattern }, { dialect, flags });
    notify(`The pattern is as revision ${revision} was. Undo takes it back.`);
    close();
  };
  const copy = () => {
    const { fields } = store.getState().draft;
    void navigate(`/bench/${makeUnkept({ ...fields, title: markedTitle(fields.title, `, revision ${revision}`), pattern, dialect, flags })}`);
    close();
  };
  return (
    <li className="border-b border-rule-soft py-2">
      <div className="flex flex-wrap items-center gap-2">
        <span className="min-w-[200px] flex-1 text-[13px] text-ink-2">
          revision {revision}, until {new Date(keptAt).toLocaleDateString()} {clock(Date.parse(keptAt))}, {dialectOf(dialect).title}
        </span>
        <button type="button" className="key" title="Which texts the pattern has gained and lost since" onClick={compare}>
          What changed since
        </button>
        <button type="button" className="key" onClick={restore}>
          Restore
        </button>
        <button type="button" className="key" title="As a new pattern with the same samples and tests" onClick={copy}>
          Copy to a new pattern
        </button>
      </div>
      <p className="mt-1">
        <Written pattern={pattern} flags={flags} />
      </p>
    </li>
  );
}
