/** The programs of core/programs, by dialect. Written by core/scripts/programs.mjs. */
export const PROGRAMS: Readonly<Record<string, string>> = {
  ecmascript: "import { readFileSync } from \"node:fs\";\n\nconst pattern = PATTERN_HERE;\nconst text = readFileSync(0, \"utf8\");\n\nfor (const match of text.matchAll(pattern)) {\n  console.log(match.index, ...match);\n}\n",
  python: "import re\n\npattern = PATTERN_HERE\ntext = open(0, encoding=\"utf-8\", newline=\"\").read()\n\nfor match in pattern.finditer(text):\n    print(match.start(), match[0], *match.groups())\n",
};
