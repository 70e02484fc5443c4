/** literal: a text, or a list of texts, one a line, as `grep -F` takes them. Nothing in them is an operator but the line end. */
import type { Dialect } from "../dialect.ts";
import { gnuDialect } from "./shared.ts";

const base = gnuDialect("literal", "grep -F", [["\n", { kind: "alternative" }]], null);

export const literal: Dialect = { ...base, syntax: { ...base.syntax, escapes: {} } };
