/** Java, C#, PHP and Perl: what is found, with its flags, how it is asked, and where; what is passed over. */
import { describe, expect, test } from "@jest/globals";
import { patternsInFile } from "../src/index.ts";

const found = (file: string, code: string) => patternsInFile(file, code).patterns.map(({ pattern, flags, mode }) => [pattern, flags, mode]);
const counts = (file: string, code: string) => {
  const { patterns, passed } = patternsInFile(file, code);
  return [patterns.length, passed.length];
};

describe("Java", () => {
  const inClass = (code: string) => `class Weir {\n${code}\n}`;
  test.each<[code: string, expected: unknown[]]>([
    ['Pattern p = Pattern.compile("a\\\\d");', [["a\\d", "", "search"]]],
    ['Pattern p = Pattern.compile("a" + "b", Pattern.CASE_INSENSITIVE | Pattern.DOTALL);', [["ab", "is", "search"]]],
    ['Pattern p = Pattern.compile("a", 2 | 8);', [["a", "im", "search"]]],
    ['static final String A = "x+"; Pattern p = java.util.regex.Pattern.compile("^" + Weir.A);', [["^x+", "", "search"]]],
    [
      'boolean f(String s) { return s.matches("a") || Pattern.matches("b", s); }',
      [
        ["a", "", "whole"],
        ["b", "", "whole"],
      ],
    ],
    [
      'void f(String s) { s.replaceAll("a", "b").replaceFirst("c", "d").split("e"); }',
      [
        ["a", "", "all"],
        ["c", "", "search"],
        ["e", "", "all"],
      ],
    ],
    ['void f(Matcher m) { m.replaceAll("a"); m.matches(); }', []],
    ['Pattern p = Pattern.compile("""\n    a\\\\d\n    b""");', [["a\\d\nb", "", "search"]]],
    ['@Pattern(regexp = "[a-z]+") String code;', [["[a-z]+", "", "whole"]]],
    ['// Pattern.compile("a")\n/* "b".matches("c") */ String s = "Pattern.compile(";', []],
    ['record R(int a) {} Pattern p = Pattern.compile("a"); sealed interface S permits T {}', [["a", "", "search"]]],
  ])("%s", (code, expected) => {
    expect(found("A.java", inClass(code))).toEqual(expected);
  });

  test("an import of a call by its name", () => {
    expect(found("A.java", 'import static java.util.regex.Pattern.compile;\nclass A { Object p = compile("a"); }')).toEqual([["a", "", "search"]]);
  });

  test.each([
    ["a parameter", "Pattern f(String a) { return Pattern.compile(a); }"],
    ["a name that can be set again", 'String A = "a"; Pattern p = Pattern.compile(A);'],
    ["flags that are computed", 'Pattern p = Pattern.compile("a", f());'],
    ["flags that make another pattern", 'Pattern p = Pattern.compile("a", Pattern.LITERAL);'],
  ])("%s is passed over", (_, code) => {
    expect(counts("A.java", inClass(code))).toEqual([0, 1]);
  });
});

describe("C#", () => {
  test.each<[code: string, expected: unknown[]]>([
    ['var a = new Regex("a\\\\d");', [["a\\d", "", "search"]]],
    ['var a = new Regex(@"a""\\d", RegexOptions.IgnoreCase | RegexOptions.Compiled);', [['a"\\d', "i", "search"]]],
    ['Regex a = new("a");', [["a", "", "search"]]],
    ['var a = new System.Text.RegularExpressions.Regex("""a"b\\d""");', [['a"b\\d', "", "search"]]],
    ['var a = Regex.IsMatch(text, "a", RegexOptions.Multiline);', [["a", "m", "search"]]],
    ['var a = Regex.Replace(input: f(x, y), replacement: "b", pattern: "a");', [["a", "", "all"]]],
    ['[GeneratedRegex("a+", RegexOptions.Singleline)] private static partial Regex G();', [["a+", "s", "search"]]],
    ['class A { [RegularExpression(@"^\\d$", ErrorMessage = "no")] public string B; }', [["^\\d$", "", "whole"]]],
    ['class A { const string P = "x+"; static readonly string Q = P + "y"; Regex r = new Regex("^" + A.Q); }', [["^x+y", "", "search"]]],
    ['#region new Regex("a")\n// new Regex("b")\nvar c = $"new Regex({f("x")})"; var d = \'"\'; var e = new Regex("c");', [["c", "", "search"]]],
    ['var a = new Regex("""\n    a\\s\n      b\n    """);', [["a\\s\n  b", "", "search"]]],
    ['x.Match(text, "a"); new Other("b");', []],
  ])("%s", (code, expected) => {
    expect(found("A.cs", code)).toEqual(expected);
  });

  test.each([
    ["a place to fill in", 'new Regex($"a{b}")'],
    ["a name", "new Regex(name)"],
    ["a parameter of a constant's name", 'const string A = "x"; void F(string A) { new Regex(A); }'],
    ["options that are computed", 'new Regex("a", RegexOptions.IgnoreCase | other)'],
  ])("%s is passed over", (_, code) => {
    expect(counts("A.cs", code)).toEqual([0, 1]);
  });
});

describe("PHP", () => {
  const php = (code: string) => found("a.php", `<p>/not/</p>\n<?php\n${code}`);
  test.each<[code: string, expected: unknown[]]>([
    ["preg_match('/a\\d/i', $s);", [["a\\d", "i", "search"]]],
    ['\\preg_replace("~a\\\\d~", "", $s);', [["a\\d", "", "all"]]],
    [
      "const A = 'x+'; class B { const C = '/c/'; function f() { preg_match('#' . A . '#', $s); preg_split(self::C, $s); } }",
      [
        ["x+", "", "search"],
        ["c", "", "all"],
      ],
    ],
    ["define('D', '{a}x'); preg_grep(D, $s);", [["a", "x", "search"]]],
    [
      "preg_replace(['/a/', '(b)'], '', $s);",
      [
        ["a", "", "all"],
        ["b", "", "all"],
      ],
    ],
    [
      "preg_replace_callback_array(['/a/' => fn() => 1, '/b/' => 'f'], $s);",
      [
        ["a", "", "all"],
        ["b", "", "all"],
      ],
    ],
    ["preg_match(<<<'E'\n  /a\\d/m\n  E, $s);", [["a\\d", "m", "search"]]],
    ["preg_match('/a\\/b/', $s);", [["a/b", "", "search"]]],
    ["// preg_match('/a/')\n# preg_match('/b/')\n$s = \"preg_match('/c/')\"; other('/d/');", []],
    ["preg_match(subject: $s, pattern: '/a/');", [["a", "", "search"]]],
  ])("%s", (code, expected) => {
    expect(php(code)).toEqual(expected);
  });

  test.each([
    ["a variable", "preg_match($p, $s);"],
    ["a variable in a string", 'preg_match("/a$b/", $s);'],
    ["a text without delimiters", "preg_match('abc', $s);"],
  ])("%s is passed over", (_, code) => {
    expect(counts("a.php", `<?php ${code}`)).toEqual([0, 1]);
  });
});

describe("Perl", () => {
  const perl = (code: string) => found("a.pl", code);
  test.each<[code: string, expected: unknown[]]>([
    ["if ($x =~ /a\\d/i) {}", [["a\\d", "i", "search"]]],
    [
      "my $r = qr{a{2}}x; my $q = qr(b)",
      [
        ["a{2}", "x", "search"],
        ["b", "", "search"],
      ],
    ],
    [
      "$x =~ s/a\\/b/c/g; $x =~ s{d} {e}xms;",
      [
        ["a/b", "", "all"],
        ["d", "xms", "search"],
      ],
    ],
    [
      "my @a = split /,/, $x; split(/;/, $y); split m/b/;",
      [
        [",", "", "all"],
        [";", "", "all"],
        ["b", "", "all"],
      ],
    ],
    ["my $x = $a / 2 / $b; my $y = f() / 3; $h{x} / 4 / 5;", []],
    ["while ($x =~ m!a/b!gc) {}", [["a/b", "", "all"]]],
    ["# /a/\nprint 'm/b/', \"/c/\", q{/d/}, qw/e f/; tr/a-z/A-Z/; y/a/b/;", []],
    ["print <<END, <<~'OTHER';\n/a/ =~ /b/\nEND\n  /c/\n  OTHER\n$x =~ /d/", [["d", "", "search"]]],
    ["=pod\n\n$x =~ /a/\n\n=cut\n\n$x =~ /b/", [["b", "", "search"]]],
    ["my %h = (s => 1, y => 2); $h{m}; $h{s}{q}; $o->s(1); sub m { 1 } $x =~ /a/", [["a", "", "search"]]],
    [
      "grep { /a/ } @b; grep /c/, @d; return /e/ ? 1 : 0; ($x) = /f/;",
      [
        ["a", "", "search"],
        ["c", "", "search"],
        ["e", "", "search"],
        ["f", "", "search"],
      ],
    ],
    [
      "$x =~ /a$/; $x =~ m'$b@c'; 1 if !/d|$/",
      [
        ["a$", "", "search"],
        ["$b@c", "", "search"],
        ["d|$", "", "search"],
      ],
    ],
    ["$y = $x // 5; $z //= 6; $w =~ /a/", [["a", "", "search"]]],
    [
      'sub s { 1 } &s(2); $x && m/a/; print "${s}" . ${m} / 2 . @{q} / 3; split @{$d}; /b/',
      [
        ["a", "", "search"],
        ["b", "", "search"],
      ],
    ],
    ["$#a / 2; $#{$b} / 3; @{$c} / 4; $/ = 1; $x =~ /a/", [["a", "", "search"]]],
    ["$x =~ /a/\n__END__\n$y =~ /b/", [["a", "", "search"]]],
    ["$x =~ m/a/aax", [["a", "xaa", "search"]]],
  ])("%s", (code, expected) => {
    expect(perl(code)).toEqual(expected);
  });

  test.each([
    ["a variable", "$x =~ /a$b/"],
    ["a list", "$x =~ /a@b/"],
    ["a variable alone", "$x =~ /$re/"],
  ])("%s is passed over", (_, code) => {
    expect(counts("a.pl", code)).toEqual([0, 1]);
  });
});
