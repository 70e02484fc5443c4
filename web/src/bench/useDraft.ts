/** Puts a specimen on the bench: its keeper hears of every edit there, and the bench of what the keeper says. */

import type { Specimen } from "@lamprey/api";
import { useEffect, useState } from "react";
import { closed, keepingChanged, merged, opened } from "../draft/draftSlice.ts";
import type { DraftFields } from "../draft/fields.ts";
import type { Keeper } from "../draft/keeper.ts";
import { keepers } from "../draft/keepers.ts";
import { nowKept } from "../draft/unkept.ts";
import { begun } from "../state/layoutSlice.ts";
import { afterPaint, hearFirst, store, useAppDispatch } from "../state/store.ts";
import { forgetSamples } from "./leftSamples.ts";

const saidBy = ({ keeping, held, base }: Keeper) => ({ keeping, held, revision: base.revision });

/** It has just been made, and nothing was written into it yet. */
const isUntouched = ({ fields, base }: Keeper): boolean => base.revision === 1 && fields.pattern === "" && fields.samples.every(({ text }) => text === "");

/**
 * The keeper of what is on the bench, once it is there.
 * @param specimen what the server holds, once it has answered
 */
export function useDraft(specimen: Specimen | undefined): Keeper | null {
  const dispatch = useAppDispatch();
  const [keeper, setKeeper] = useState<Keeper | null>(null);

  useEffect(() => {
    if (!specimen) return;
    const { id } = specimen;
    let left = false;
    const ends: (() => void)[] = [];
    void keepers.keep(specimen).then((own) => {
      if (left) return;
      dispatch(opened({ id, fields: own.fields, ...saidBy(own) }));
      dispatch(begun({ untouched: isUntouched(own) }));
      let before: DraftFields = own.fields;
      const take = () => {
        const { fields } = store.getState().draft;
        if (fields === before) return;
        before = fields;
        own.edit(fields);
      };
      ends.push(
        // In the task of the edit, before anything else hears of it.
        hearFirst(take),
        keepers.onChange((each) => {
          const { keeping, held, revision } = store.getState().draft;
          const same = keeping === own.keeping && held === own.held && revision === own.base.revision;
          if (each === own && own.base.revision > 0) nowKept(id);
          if (each === own && !same) dispatch(afterPaint(keepingChanged(saidBy(own))));
        }),
        keepers.onMerge((each) => {
          if (each !== own) return;
          before = own.fields;
          dispatch(merged({ fields: own.fields, revision: own.base.revision }));
        }),
      );
      setKeeper(own);
    });
    return () => {
      left = true;
      for (const end of ends) end();
      forgetSamples();
      keepers.leave(id);
      setKeeper(null);
      dispatch(closed());
    };
  }, [specimen, dispatch]);

  return keeper;
}
