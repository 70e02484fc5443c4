/** A step's sentence, with parts of the pattern and quotations set apart. */
import type { Phrase } from "@lamprey/core";
import { Fragment } from "react";

export function Sentence({ phrases }: { readonly phrases: readonly Phrase[] }) {
  return phrases.map((p, i) => {
    const key = i;
    switch (p.kind) {
      case "part":
        return (
          <code key={key} className="source font-semibold text-tide">
            {p.text}
          </code>
        );
      case "quote":
        return (
          <Fragment key={key}>
            “<code className="source font-semibold">{p.text}</code>”
          </Fragment>
        );
      case "offset":
        return (
          <b key={key} className="font-semibold">
            {p.text}
          </b>
        );
      default:
        return <Fragment key={key}>{p.text}</Fragment>;
    }
  });
}
