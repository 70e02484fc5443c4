/** Patterns as commands of a POSIX shell: grep with the switch that says how the pattern is read. */
import { GREP_SWITCHES, type GrepDialect } from "../host/grep.ts";
import type { Source } from "../syntax/read.ts";
import { hasLoneHalf } from "../text/characters.ts";
import type { Refusal } from "./form.ts";

/** The writer of `grep -E -i -e '…'` for a dialect. */
export const grepCommand =
  (dialect: GrepDialect) =>
  ({ pattern, flags }: Source): string | Refusal => {
    if (hasLoneHalf(pattern)) return { refused: "A command line is UTF-8, and half of a pair cannot be written in it." };
    if (pattern.includes("\0")) return { refused: "No argument of a command can hold the character NUL." };
    if (pattern.includes("\n")) return { refused: "grep takes each line of its argument for a pattern of its own, so a line feed cannot be in one." };
    // Between single quotes only the quote itself means something.
    return `grep ${GREP_SWITCHES[dialect]}${flags.includes("i") ? " -i" : ""} -e '${pattern.replaceAll("'", "'\\''")}'`;
  };

export const shellNote = ({ pattern }: Source): string =>
  pattern.includes("'") ? "Each single quote ends the string, stands by itself, and begins it again." : "Between single quotes the shell reads nothing.";
