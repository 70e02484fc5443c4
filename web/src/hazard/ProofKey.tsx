/** The way to the proof of a hazard, and back; there where there is something to prove. */
import { stageChosen } from "../state/benchSlice.ts";
import { partShown } from "../state/layoutSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

export function ProofKey({ className }: { readonly className: string }) {
  const dispatch = useAppDispatch();
  const findings = useAppSelector((s) => s.hazard.verdict?.findings.length ?? 0);
  const peak = useAppSelector((s) => s.hazard.verdict?.peak != null);
  const shown = useAppSelector((s) => s.bench.stage === "hazard");
  if (!shown && findings === 0 && !peak) return null;
  const turn = () => {
    dispatch(partShown("sample"));
    dispatch(stageChosen(shown ? "sample" : "hazard"));
  };
  return (
    <button type="button" className={className} onClick={turn}>
      {shown ? "back to the sample" : findings > 0 ? "proof and repairs" : "the text"}
    </button>
  );
}
