/** The strip at the top: the pattern with its dialect and flags, and one line on what is at its caret. */
import { TemplateLine } from "../rewrite/TemplateLine.tsx";
import { useSmall } from "../shared/useMedia.ts";
import { useAppSelector } from "../state/store.ts";
import { CaretLine, OtherMode } from "./CaretLine.tsx";
import { DialectControl } from "./DialectControl.tsx";
import { Flags } from "./Flags.tsx";
import { PatternEditor } from "./PatternEditor.tsx";

export function PatternStrip() {
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  const small = useSmall();
  const rewrites = useAppSelector((s) => s.bench.panel === "rewrite" && (s.layout.deskOpen || small));
  return (
    <section
      className={`grid shrink-0 gap-x-3 border-b-[3px] border-double border-rule bg-sheet pb-[2px] pt-[5px] ${small ? "grid-cols-1 px-2" : "grid-cols-[150px_minmax(0,1fr)] px-4"}`}
      aria-label="Pattern"
    >
      {!small && (
        <div className="flex items-baseline gap-2 whitespace-nowrap">
          <h2 className="part-name text-[16px] leading-6 text-ink-2">Pattern</h2>
          <DialectControl />
        </div>
      )}
      <div className="relative min-w-0">
        <PatternEditor />
        {empty && <p className="pointer-events-none absolute left-2 top-1 text-ink-2">Write a pattern: a word to look for is one already.</p>}
      </div>
      <div className="flex items-center gap-3">
        {small && <DialectControl />}
        <Flags />
      </div>
      <div className="flex min-h-[38px] min-w-0 items-center gap-3 leading-[18px]">
        <CaretLine />
      </div>
      {small && <OtherMode />}
      {rewrites && <TemplateLine />}
    </section>
  );
}
