/** The contrast follows the run. */
import type { Span } from "@lamprey/core";
import { useEffect, useMemo } from "react";
import type { Engine } from "../engine/client.ts";
import type { Column } from "../engine/messages.ts";
import { contrastFurtherKnown, contrastReady } from "../state/benchSlice.ts";
import { chosenOf, columnsOf, FIRST_CHOICE } from "../state/columns.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { nextGeneration } from "./generations.ts";

/** The quantifier that the caret means: the one whose sign it touches, else the innermost around it. */
export function quantifierAtCaret<Q extends Span & { readonly operator: Span }>(quantifiers: readonly Q[], caret: number): Q | undefined {
  const touched = quantifiers.find((q) => caret >= q.operator.start && caret <= q.operator.end);
  if (touched) return touched;
  const around = quantifiers.filter((q) => caret >= q.start && caret <= q.end);
  return around.sort((a, b) => a.end - a.start - (b.end - b.start))[0];
}

/** The contrast follows the caret, the pattern and the choice of columns; the strip's one line has it always, reels and curves only the open panel. */
export function useContrast(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const source = useAppSelector((s) => s.bench.result?.source);
  const readable = useAppSelector((s) => s.bench.reading?.diagnostics.length === 0);
  const asking = useAppSelector((s) => s.bench.asking);
  const quantifiers = useAppSelector((s) => s.bench.result?.reading.quantifiers);
  const caret = useAppSelector((s) => s.bench.caret);
  const open = useAppSelector((s) => s.bench.panel === "contrast");
  const wide = useAppSelector((s) => s.bench.contrastChoice);
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const choice = open ? wide : FIRST_CHOICE;
  const chosen = useMemo(() => chosenOf(choice, quantifiers ?? [], quantifierAtCaret(quantifiers ?? [], caret)), [choice, quantifiers, caret]);
  const columns = useMemo(() => columnsOf(choice, chosen), [choice, chosen]);
  // What stays the same while the caret moves about is not asked again.
  const asked = JSON.stringify([columns, chosen.map((q) => q.operator.start)]);

  useEffect(() => {
    const [own, operators] = JSON.parse(asked) as [Column[], number[]];
    if (!engine || !source || !readable || own.length < 2 || generation === 0) {
      dispatch(contrastReady(null));
      return;
    }
    let stale = false;
    const number = nextGeneration();
    const compare = async () => {
      const result = await engine.compare({ generation: number, source, asking, operators, columns: own });
      if (stale) return;
      dispatch(contrastReady(result));
      const further = open && result ? await engine.compareFurther(number) : null;
      if (!stale && further) dispatch(contrastFurtherKnown(further));
    };
    void compare();
    return () => {
      stale = true;
    };
  }, [engine, source, readable, asking, asked, open, generation, dispatch]);
}
