/** literal: a text, or a list of texts, one a line, as `grep -F` takes them. Nothing in them is an operator but the line end. */
import { gnuDialect } from "./shared.ts";

export const literal = gnuDialect("literal", "Fixed strings (grep -F)", [["\n", { kind: "alternative" }]]);
