/** PHP: the functions `preg_*`, over PCRE2. */

import type { Notation } from "../calls/notation.ts";
import { PHP_CALLS } from "../calls/php.ts";
import { JSON_FORM } from "../handoff/form.ts";
import { fromPhp } from "../handoff/from-php.ts";
import { delimiterNote, phpDelimited } from "../handoff/php.ts";
import { PROGRAMS } from "../handoff/programs.generated.ts";
import { hexOf } from "../host/bytes.ts";
import { phpString } from "../host/strings.ts";
import { readPhpTemplate } from "../rewrite/php.ts";
import { isNumber } from "../text/characters.ts";
import type { Host } from "./host.ts";

const notation: Notation = {
  text: phpString,
  bytes: (bytes) => `"${Array.from(bytes, (byte) => `\\x${hexOf(byte)}`).join("")}"`,
  unset: "null",
  nothing: "null",
  truths: ["false", "true"],
  lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
  map: ["[", "]", (name) => `${isNumber(name) ? name : phpString(name)} => `],
  match: () => [],
};

export const pcre: Host = {
  dialect: "pcre",
  calls: PHP_CALLS,
  notation,
  template: { read: readPhpTemplate, call: "preg_replace", refusedInUse: false, byLines: false },
  forms: [{ name: "php", label: "PHP string", write: phpDelimited, note: delimiterNote }, JSON_FORM],
  program: { text: PROGRAMS.pcre, flag: "" },
  readSource: fromPhp,
  guard: null,
};
