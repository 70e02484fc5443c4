/** The mark of a variant: a line drawn the same way in the table, under the sample, and in the charts. */

/** Inks and dashes, by column; a variant is told by either. */
export const VARIANT_MARKS: readonly { readonly ink: string; readonly dash: string }[] = [
  { ink: "tide", dash: "" },
  { ink: "brass", dash: "6 2" },
  { ink: "mussel", dash: "2 2" },
  { ink: "moss", dash: "8 2 2 2" },
];

export function VariantMark({ index }: { readonly index: number }) {
  const mark = VARIANT_MARKS[index % VARIANT_MARKS.length];
  return (
    <svg width="22" height="6" aria-hidden="true" className="shrink-0">
      <path d="M0 3H22" stroke={`var(--${mark?.ink})`} strokeWidth="2" strokeDasharray={mark?.dash} />
    </svg>
  );
}
