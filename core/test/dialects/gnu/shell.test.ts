/** Commands of a shell: patterns written as grep takes them, and read back from what people write. */
import { spawnSync } from "node:child_process";
import { describe, expect, test } from "@jest/globals";
import { type DialectName, formsOf, handin } from "../../../src/index.ts";

const written = (dialect: DialectName, pattern: string, flags = ""): unknown => formsOf(dialect)[0]?.write({ dialect, pattern, flags });

describe("a command", () => {
  test.each<[DialectName, string, string, string]>([
    ["ere", "we(ir|ll)", "", "grep -E -e 'we(ir|ll)'"],
    ["ere", "it's", "i", "grep -E -i -e 'it'\\''s'"],
    ["bre", "-v $HOME `x` \\(a\\)", "", "grep -G -e '-v $HOME `x` \\(a\\)'"],
    ["literal", "a.b", "", "grep -F -e 'a.b'"],
  ])("of %s for %j", (dialect, pattern, flags, command) => {
    expect(written(dialect, pattern, flags)).toBe(command);
    expect(handin(command)).toMatchObject({ ok: true, dialect, form: "shell", pattern, flags });
  });

  test.each(["'", "''", "\\", "\\'", '"', "$x", "`a`", "!!", "a b", "*", "é😀", "\t", "-e", ""])("hands %j over as it is", (pattern) => {
    const command = written("literal", pattern) as string;
    expect(handin(command)).toMatchObject({ ok: true, dialect: "literal", pattern });
    const [, quoted] = /-e (.*)$/s.exec(command) ?? [];
    expect(spawnSync("sh", ["-c", `printf %s ${quoted}`], { encoding: "utf8" }).stdout).toBe(pattern);
  });

  test.each(["a\nb", "a\0b", "\ud800"])("cannot hold %j", (pattern) => {
    expect(written("ere", pattern)).toMatchObject({ refused: expect.any(String) });
  });
});

describe("what people write is read back", () => {
  test.each<[source: string, dialect: DialectName, pattern: string, flags: string]>([
    ["grep weir log.txt", "bre", "weir", ""],
    ["grep -in 'we\\+ir' log", "bre", "we\\+ir", "i"],
    ['grep -E "a|b" *.txt', "ere", "a|b", ""],
    ["egrep -i 'a|b'", "ere", "a|b", "i"],
    ["fgrep 'a.b' x", "literal", "a.b", ""],
    ["grep -F --ignore-case --regexp=a.b x", "literal", "a.b", "i"],
    ["grep -rniE -A 3 'a{2}' src", "ere", "a{2}", "i"],
    ["cat log | LC_ALL=C grep -oE '[0-9]+' | sort", "ere", "[0-9]+", ""],
    ["grep -F -e one -e two", "literal", "one\ntwo", ""],
    ["grep -- -v", "bre", "-v", ""],
    ["sed 's/a\\/b/x/g' f", "bre", "a/b", ""],
    ["sed -E 's|(a)+|\\1|I'", "ere", "(a)+", "i"],
    ["sed -n -e '/we\\(ir\\)/p' f", "bre", "we\\(ir\\)", ""],
    ["sed -r 's,a+,b,'", "ere", "a+", ""],
    ["awk '/^we+ir/ { print $1 }' f", "ere", "^we+ir", ""],
    ["awk -F: '$1 ~ /a\\/b/'", "ere", "a/b", ""],
    ["grep $'a\\tb' f", "bre", "a\tb", ""],
  ])("%s", (source, dialect, pattern, flags) => {
    expect(handin(source)).toMatchObject({ ok: true, dialect, form: "shell", pattern, flags });
  });

  test.each([
    ['grep "$pattern" f', "handin-made"],
    ["grep 'open", "handin-open"],
    ["grep -P '(?=a)'", "handin-none"],
    ["ls -l", "handin-none"],
  ])("%s is refused", (source, code) => {
    expect(handin(source)).toMatchObject({ ok: false, error: { code } });
  });
});
