/** The reel: its sentence, its transport, the depth profile, and what is known at the step. */
import { isGivenUp, visible } from "@lamprey/core";
import { number, span } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { useAppSelector } from "../state/store.ts";
import { DepthProfile } from "./DepthProfile.tsx";
import { ReelAside } from "./ReelAside.tsx";
import { ReelSentence } from "./ReelSentence.tsx";
import { Transport } from "./Transport.tsx";

export function ReelPanel() {
  const result = useAppSelector((s) => s.bench.result);
  const reel = useAppSelector((s) => s.bench.reel);
  const taken = useAppSelector((s) => s.bench.work?.taken);
  const broken = useAppSelector((s) => isBroken(s.bench));
  return (
    <section className="flex h-full bg-sheet [contain:layout_paint_style]" aria-label="Reel">
      <Transport />
      <div className="flex min-w-0 flex-1 flex-col">
        <p className="line-clamp-2 max-h-[48px] min-h-[30px] shrink-0 pt-2 pr-4 pl-3 text-[15px] leading-[20px]">
          <ReelSentence />
        </p>
        {broken ? <Mistakes /> : result && <DepthProfile />}
        {reel && !reel.complete && (
          <p className="px-3 pb-1 text-[12px] text-rust">
            {isGivenUp(result?.cut ?? null) && reel.length === taken
              ? "The run was given up at its last step."
              : `The reel holds the first ${number(reel.length)} steps; the run goes on beyond them. Shorten the sample to see it whole.`}
          </p>
        )}
      </div>
      <ReelAside />
    </section>
  );
}

/** While there is nothing to wind, the room is for what stands in the way: every mistake, with the place it is at. */
function Mistakes() {
  const diagnostics = useAppSelector((s) => s.bench.reading?.diagnostics);
  const pattern = useAppSelector((s) => s.draft.fields.pattern);
  return (
    <ol className="min-h-0 flex-1 overflow-auto px-3 pb-2">
      {diagnostics?.map((d) => (
        <li key={`${d.start}-${d.code}`} className="grid grid-cols-[64px_120px_1fr] gap-3 border-b border-rule-soft py-[3px]">
          <span className="text-right text-ink-2">{span(d.start, d.end)}</span>
          <code className="source truncate font-semibold text-rust">{visible(pattern.slice(d.start, d.end), 14) || "(end)"}</code>
          <span>{d.message}</span>
        </li>
      ))}
    </ol>
  );
}
