/** The programs of core/programs, by dialect. Written by core/scripts/programs.mjs. */
export const PROGRAMS = {
  bre: "#!/bin/sh\n# Prints every match in standard input that is not empty, with the byte at which it begins.\nLC_ALL=C.UTF-8 PATTERN_HERE -o -b\n",
  dotnet: "using System;\nusing System.Text.RegularExpressions;\n\npublic static class Program\n{\n    public static void Main()\n    {\n        var pattern = PATTERN_HERE;\n        var text = Console.In.ReadToEnd();\n        foreach (Match match in pattern.Matches(text))\n        {\n            Console.WriteLine(match.Value);\n        }\n    }\n}\n",
  ecmascript: "import { readFileSync } from \"node:fs\";\n\nconst pattern = PATTERN_HERE;\nconst text = readFileSync(0, \"utf8\");\n\nfor (const match of text.matchAll(pattern)) {\n  console.log(match.index, ...match);\n}\n",
  ere: "#!/bin/sh\n# Prints every match in standard input that is not empty, with the byte at which it begins.\nLC_ALL=C.UTF-8 PATTERN_HERE -o -b\n",
  java: "import java.io.IOException;\nimport java.nio.charset.StandardCharsets;\nimport java.util.regex.Matcher;\nimport java.util.regex.Pattern;\n\npublic class Matches {\n    public static void main(String[] args) throws IOException {\n        Pattern pattern = PATTERN_HERE;\n        String text = new String(System.in.readAllBytes(), StandardCharsets.UTF_8);\n        Matcher matcher = pattern.matcher(text);\n        while (matcher.find()) {\n            System.out.println(matcher.group());\n        }\n    }\n}\n",
  literal: "#!/bin/sh\n# Prints every match in standard input that is not empty, with the byte at which it begins.\nLC_ALL=C.UTF-8 PATTERN_HERE -o -b\n",
  pcre: "<?php\n$pattern = PATTERN_HERE;\n$text = stream_get_contents(STDIN);\nif (preg_match_all($pattern, $text, $matches) === false) {\n    fwrite(STDERR, preg_last_error_msg() . PHP_EOL);\n    exit(1);\n}\nforeach ($matches[0] as $match) {\n    echo $match, PHP_EOL;\n}\n",
  perl: "use strict;\nuse warnings;\nuse utf8;\nuse open qw(:std :encoding(UTF-8));\n\nmy $pattern = PATTERN_HERE;\nmy $text = do { local $/; <STDIN> };\nwhile ($text =~ /$pattern/g) {\n    print \"$&\\n\";\n}\n",
  python: "import re\n\npattern = PATTERN_HERE\ntext = open(0, encoding=\"utf-8\", newline=\"\").read()\n\nfor match in pattern.finditer(text):\n    print(match.start(), match[0], *match.groups())\n",
};
