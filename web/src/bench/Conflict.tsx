/** What is to become of a draft that somebody else has changed in the same place, or removed. */
import type { Specimen } from "@lamprey/api";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { useNavigate } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { keepable, markedTitle, withinBounds } from "../draft/fields.ts";
import type { Keeper } from "../draft/keeper.ts";
import { read } from "../draft/keepers.ts";
import type { Clash } from "../draft/merge.ts";
import { editBetween } from "../shared/edits.ts";
import { plural } from "../shared/words.ts";

const NO_ANSWER = "The server does not answer. Nothing has changed; try it again.";
const MARK = " (mine)";

/** Work that may fail: what it says then stands in the dialog. */
function useTried(): { readonly fault: string | null; readonly busy: boolean; readonly attempt: (work: () => Promise<string | null>) => void } {
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const attempt = (work: () => Promise<string | null>) => {
    setBusy(true);
    setFault(null);
    work()
      .catch((error: unknown) => (error instanceof Error ? error.message : String(error)))
      .then((said) => {
        setFault(said);
        setBusy(false);
      });
  };
  return { fault, busy, attempt };
}

/** Keeps what is here as a specimen of its own; its id, or why not. */
function useKeepAsNew(keeper: Keeper): () => Promise<{ readonly id: string } | { readonly fault: string }> {
  const [create] = specimensApi.useCreateMutation();
  return async () => {
    const { fields } = withinBounds(keepable(keeper.fields, keeper.base.fields), keeper.base.fields);
    const { title, pattern, dialect, flags, notes, template, expectations, setAside, samples } = fields;
    const named = markedTitle(title, MARK);
    const made = await create({
      title: named,
      pattern,
      dialect,
      flags,
      notes,
      template,
      expectations,
      setAside,
      samples: samples.map(({ name, text }) => ({ name, text })),
    });
    if (made.data) return { id: made.data.id };
    const body = made.error && "data" in made.error ? made.error.data : undefined;
    return { fault: typeof body === "object" && body !== null && "detail" in body ? String(body.detail) : NO_ANSWER };
  };
}

interface FrameProps {
  readonly opens: string;
  readonly title: string;
  readonly says: string;
  readonly fault: string | null;
  readonly children: React.ReactNode;
  readonly keys: React.ReactNode;
}

function Frame({ opens, title, says, fault, children, keys }: FrameProps) {
  return (
    <Dialog.Root defaultOpen>
      <Dialog.Trigger className="text-rust underline">{opens}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/40" />
        <Dialog.Content className="fixed left-1/2 top-[46%] z-30 flex max-h-[86vh] w-[min(680px,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col border border-rule bg-sheet p-6 shadow-lg">
          <Dialog.Title className="part-name text-xl">{title}</Dialog.Title>
          <Dialog.Description className="mt-1 text-ink-2">{says}</Dialog.Description>
          <div className="min-h-0 overflow-auto">{children}</div>
          {fault && (
            <p className="mt-3 text-rust" role="alert">
              {fault}
            </p>
          )}
          <div className="mt-5 flex flex-wrap gap-2">
            {keys}
            <Dialog.Close className="quiet-key ml-auto">Decide later</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

export function Conflict({ keeper, theirs, clashes }: { readonly keeper: Keeper; readonly theirs: Specimen; readonly clashes: readonly Clash[] }) {
  const navigate = useNavigate();
  const keepAsNew = useKeepAsNew(keeper);
  const { fault, busy, attempt } = useTried();
  /** What is elsewhere may have changed again since. */
  const newest = async (then: (specimen: Specimen) => unknown): Promise<string | null> => {
    const specimen = await read(theirs.id);
    if (!specimen) return NO_ANSWER;
    await then(specimen);
    return null;
  };
  const keepBoth = async () => {
    const made = await keepAsNew();
    if ("fault" in made) return made.fault;
    const said = await newest((specimen) => keeper.take(specimen));
    if (said === null) void navigate(`/bench/${made.id}`);
    return said;
  };
  return (
    <Frame
      opens="changed elsewhere: choose"
      title="This pattern was changed elsewhere"
      says={`Another window has kept revision ${theirs.revision} meanwhile, with ${plural(clashes.length, "change")} where this one has its own. Nothing is overwritten until you choose; what only one of them changed stays.`}
      fault={fault}
      keys={
        <>
          <button type="button" className="key" disabled={busy} onClick={() => attempt(keepBoth)}>
            Keep both
          </button>
          <button type="button" className="key" disabled={busy} onClick={() => attempt(() => newest((specimen) => keeper.overwrite(specimen)))}>
            Keep what is here
          </button>
          <button type="button" className="key" disabled={busy} onClick={() => attempt(() => newest((specimen) => keeper.take(specimen)))}>
            Take what is elsewhere
          </button>
        </>
      }
    >
      <table className="mt-4 w-full table-fixed border-collapse text-left">
        <thead className="text-ink-2">
          <tr>
            <th className="w-[110px] font-normal">
              <span className="sr-only">what</span>
            </th>
            <th className="font-normal">here</th>
            <th className="font-normal">elsewhere</th>
          </tr>
        </thead>
        <tbody>
          {clashes.map(({ field, name, mine, theirs: other }) => (
            <tr key={`${field} ${name}`} className="border-t border-rule align-top">
              <th scope="row" className="truncate py-1 pr-2 font-normal text-ink-2">
                {name}
              </th>
              <Side value={mine} beside={other} />
              <Side value={other} beside={mine} />
            </tr>
          ))}
        </tbody>
      </table>
    </Frame>
  );
}

/** Characters shown around what differs. */
const AROUND = 40;
const MOST_SHOWN = 200;

/** One side's text, with what the other has not set apart; of a long one the surroundings of that. */
function Side({ value, beside }: { readonly value: string | null; readonly beside: string | null }) {
  if (value === null) return <td className="py-1 pr-3 italic text-ink-2">removed</td>;
  const { from, insert } = editBetween(beside ?? "", value);
  const to = from + insert.length;
  const begin = Math.max(0, from - AROUND);
  const end = Math.min(value.length, to + AROUND);
  return (
    <td className="py-1 pr-3">
      <code className="source whitespace-pre-wrap break-words">
        {begin > 0 && "…"}
        {value.slice(begin, from)}
        <mark className="bg-tide-wash text-ink underline decoration-tide">
          {value.slice(from, Math.min(to, from + MOST_SHOWN))}
          {to > from + MOST_SHOWN && "…"}
        </mark>
        {to <= from + MOST_SHOWN && value.slice(to, end)}
        {end < value.length && "…"}
      </code>
    </td>
  );
}

export function Removed({ keeper, theirs }: { readonly keeper: Keeper; readonly theirs: Specimen | null }) {
  const navigate = useNavigate();
  const keepAsNew = useKeepAsNew(keeper);
  const [restore] = specimensApi.useRestoreMutation();
  const { fault, busy, attempt } = useTried();
  const putBack = async () => {
    const head = await restore(keeper.id);
    const specimen = head.data && (await read(keeper.id));
    if (!specimen) return NO_ANSWER;
    keeper.putBack(specimen);
    return null;
  };
  const asNew = async () => {
    const made = await keepAsNew();
    if ("fault" in made) return made.fault;
    await keeper.letGo();
    void navigate(`/bench/${made.id}`);
    return null;
  };
  const letGo = async () => {
    await keeper.letGo();
    void navigate("/");
    return null;
  };
  return (
    <Frame
      opens="removed elsewhere: choose"
      title="This pattern was removed elsewhere"
      says={
        theirs
          ? "Another window has taken it off the shelf, while this one has changes that are not kept."
          : "Nothing is kept at its address any more, and this window has changes that are not kept."
      }
      fault={fault}
      keys={
        <>
          {theirs && (
            <button type="button" className="key" disabled={busy} onClick={() => attempt(putBack)}>
              Put it back, with what is here
            </button>
          )}
          <button type="button" className="key" disabled={busy} onClick={() => attempt(asNew)}>
            Keep it as a new one
          </button>
          <button type="button" className="key" disabled={busy} onClick={() => attempt(letGo)}>
            Let go what is here
          </button>
        </>
      }
    >
      <p className="mt-4">
        <span className="part-name">{keeper.fields.title}</span> <code className="source block truncate">{keeper.fields.pattern}</code>
      </p>
    </Frame>
  );
}
