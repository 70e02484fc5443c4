/** Puts a specimen on the bench, keeps what is edited there, and settles conflicts. */

import type { Specimen } from "@lamprey/api";
import { useCallback, useEffect, useRef } from "react";
import { type ChangeOf, specimensApi } from "../api/specimens.ts";
import { acknowledged, closed, type DraftFields, fieldsOf, keepingChanged, opened } from "../draft/draftSlice.ts";
import { journal } from "../draft/journal.ts";
import { type ChangeAnswer, fromJournal, Keeper, sameFields } from "../draft/keeper.ts";
import { store, useAppDispatch } from "../state/store.ts";

async function send(change: ChangeOf): Promise<ChangeAnswer> {
  const answer = await store.dispatch(specimensApi.endpoints.change.initiate(change));
  if (answer.data) return { specimen: answer.data };
  if (answer.error && "status" in answer.error && typeof answer.error.status === "number") return { status: answer.error.status, body: answer.error.data };
  return { unreachable: true };
}

export interface DraftControls {
  /** Writes the draft over what somebody else kept. */
  readonly keepMine: (theirs: Specimen) => void;
  readonly takeTheirs: (theirs: Specimen) => void;
}

/** @param specimen what the server holds, once it has answered */
export function useDraft(specimen: Specimen | undefined): DraftControls {
  const dispatch = useAppDispatch();
  const keeper = useRef<Keeper | null>(null);

  useEffect(() => {
    if (!specimen) return;
    const { id } = specimen;
    const kept = fieldsOf(specimen);
    const own = new Keeper(
      {
        draft: () => store.getState().draft,
        send,
        journal,
        say: (keeping) => dispatch(keepingChanged(keeping)),
        acknowledge: (revision, ids) => dispatch(acknowledged({ revision, ids })),
      },
      id,
      kept,
    );
    keeper.current = own;
    let unsubscribe = () => {};
    let left = false;
    void journal.read(id).then((entry) => {
      if (left) return;
      const at = Date.parse(specimen.updatedAt);
      const held = entry && fromJournal(entry, kept);
      // A page that was closed before the answer came left an entry behind for what is kept already.
      const waiting = held && !sameFields(specimen, held);
      if (held && !waiting) void journal.clear(id);
      dispatch(opened({ id, revision: specimen.revision, fields: waiting ? held : kept, at }));
      if (waiting && entry.revision !== specimen.revision) dispatch(keepingChanged({ state: "conflict", theirs: specimen }));
      let before: DraftFields | null = null;
      const watch = () => {
        const { fields } = store.getState().draft;
        if (fields === before) return;
        before = fields;
        own.changed();
      };
      unsubscribe = store.subscribe(watch);
      watch();
    });
    return () => {
      left = true;
      unsubscribe();
      own.close();
      keeper.current = null;
      dispatch(closed());
    };
  }, [specimen, dispatch]);

  const keepMine = useCallback(
    (theirs: Specimen) => {
      const { fields } = store.getState().draft;
      // Samples that they removed have to be sent whole, as new ones.
      const known = new Set(theirs.samples.map((s) => s.id));
      const samples = fields.samples.map((s) => (s.id !== null && !known.has(s.id) ? { ...s, id: null } : s));
      keeper.current?.settled(fieldsOf(theirs));
      const { id } = store.getState().draft;
      if (id) dispatch(opened({ id, revision: theirs.revision, fields: { ...fields, samples }, at: Date.now() }));
      keeper.current?.changed();
    },
    [dispatch],
  );

  const takeTheirs = useCallback(
    (theirs: Specimen) => {
      const fields = fieldsOf(theirs);
      keeper.current?.settled(fields);
      void journal.clear(theirs.id);
      dispatch(opened({ id: theirs.id, revision: theirs.revision, fields, at: Date.parse(theirs.updatedAt) }));
    },
    [dispatch],
  );

  return { keepMine, takeTheirs };
}
