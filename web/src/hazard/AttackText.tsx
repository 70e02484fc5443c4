/** An attack as it is written: the prefix, the pump and how often it stands there, and the suffix. */
import { type Attack, visible } from "@lamprey/core";
import { number } from "../shared/words.ts";

/** `pumps` is null while the number is not known. */
export function AttackText({ attack: { prefix, pump, suffix }, pumps }: { readonly attack: Attack; readonly pumps: number | null }) {
  return (
    <p className="flex min-w-0 items-baseline gap-2 whitespace-nowrap" data-part="attack">
      {prefix !== "" && <code className="source max-w-[160px] truncate">{visible(prefix, 24)}</code>}
      <span className="source rounded-sm border border-rust px-1 text-rust">{visible(pump, 24)}</span>
      <span>× {pumps === null ? "…" : number(pumps)}</span>
      {suffix !== "" && (
        <span>
          then <code className="source">{visible(suffix, 12)}</code>
        </span>
      )}
    </p>
  );
}
