/** The same search as a command for a terminal. */
import type { FilesQuestion } from "../engine/files/messages.ts";

/** A word as a POSIX shell takes it. */
const quoted = (word: string): string => (/^[\w./:=@%+-]+$/.test(word) ? word : `'${word.replaceAll("'", "'\\''")}'`);

export function commandFor(question: FilesQuestion, only: string): string {
  const { dialect, flags, patterns, part, others, shown, first, encoding, binaryToo } = question;
  const words = ["npx", "lamprey", "sift", "--dialect", dialect];
  if (flags !== "") words.push("--flags", flags);
  if (others) words.push("--others");
  if (part !== "part") words.push("--whole", part);
  switch (shown.kind) {
    case "lines":
      if (shown.around > 0) words.push("--context", String(shown.around));
      break;
    case "distinct":
      // The group is one word with the option: what follows is the pattern.
      words.push(shown.group === "" ? "--distinct=0" : `--distinct=${shown.group}`);
      break;
    case "replaced":
      words.push("--replace", shown.template);
      break;
    case "parts":
    case "count":
    case "files":
      words.push(`--${shown.kind}`);
  }
  if (first !== null) words.push("--first", String(first));
  if (encoding !== "auto") words.push("--encoding", encoding);
  if (binaryToo) words.push("--binary");
  for (const glob of only.split(/[\s,]+/).filter(Boolean)) words.push("--glob", glob);
  const isList = patterns.length > 1 || (dialect === "literal" && question.patterns[0]?.includes("\n"));
  const rest = isList ? ["--list", "-", "."] : ["--", patterns[0] ?? "", "."];
  const command = [...words, ...rest].map(quoted).join(" ");
  return isList
    ? `printf '%s\\n' ${patterns
        .flatMap((each) => each.split("\n"))
        .map(quoted)
        .join(" ")} | ${command}`
    : command;
}
