/**
 * Patterns of Java, C#, PHP and Perl on the bench, as those who write them see them.
 * @jest-environment ./web/test/page/environment.mjs
 */
import { afterEach, describe, expect, test } from "@jest/globals";
import { screen, within } from "@testing-library/dom";
import { portion, sized } from "../../scripts/depth.mjs";
import { store } from "../src/state/store.ts";
import { caret, cleanup, key, openBench, part, paste, press, rowsAre, says, type, until, user, wordsOf } from "./page/page.tsx";

/** What other tests show too, or takes long: for `npm run test:deep` alone. */
const inDepth = sized(test.skip, test);

afterEach(cleanup);

const choose = async (title: RegExp): Promise<void> => {
  (await part("button", /^Dialect/)).focus();
  await user.keyboard("{Enter}");
  await press("menuitemradio", title);
};

/** Winds from the last step back to one whose sentence is such. */
async function windBack(sentence: RegExp): Promise<void> {
  await says("position", /of \d+/);
  const step = () => store.getState().bench.view?.step;
  await press("button", "To the last step");
  await until("it is at the end", () => step() !== undefined);
  const said = () => [...document.querySelectorAll("[data-part=sentence]")].map(wordsOf).join();
  for (let back = 0; back < 10 && !sentence.test(said()); back++) {
    const before = step();
    await press("button", "One step back");
    await until("it is wound", () => step() !== before);
  }
}

const fields = () => store.getState().draft.fields;

test("a run that is given up is shown up to there, and nothing is said to follow", async () => {
  openBench({ dialect: "pcre", pattern: "(?=a\\K)|b", flags: "", text: "bcab" });
  await until("it is said", () => document.body.textContent?.includes("PHP gives up: “\\K” in a lookaround leaves it no way on") === true);
  await says("count", "1");
  await until("the reel says so", () => document.body.textContent?.includes("The run was given up at its last step.") === true);
  expect(store.getState().bench.work).toMatchObject({ exact: true, trouble: null });
});

describe("the dialect control", () => {
  test("offers what is read, by the names that their users have for them", async () => {
    openBench();
    (await part("button", "Dialect: JavaScript")).focus();
    await user.keyboard("{Enter}");
    expect((await screen.findAllByRole("menuitemradio")).map(wordsOf)).toEqual([
      "JavaScript, the standard ECMAScriptnow",
      "Python",
      "Java",
      "C# (.NET)",
      "PHP (PCRE)",
      "Perl",
      "grep -E, POSIX extended, as in egrep and awk",
      "grep, sed, POSIX basic",
      "grep -F, fixed strings, one a line",
    ]);
  });

  test.each(
    portion<[string, RegExp, string[]]>(
      [
        ["java", /./, ["ignore case", "anchors by line", "dot takes line ends", "comments", "case of all scripts", "only LF ends a line"]],
        ["dotnet", /./, ["ignore case", "anchors by line", "dot takes line ends", "white space ignored", "only named groups capture"]],
        ["pcre", /./, ["ignore case", "anchors by line", "dot takes line ends", "extended", "named groups only", "lazy first", "names shared", "Unicode"]],
        ["perl", /./, ["ignore case", "anchors by line", "dot takes line ends", "extended", "named groups only", "ASCII classes", "extended, sets too"]],
      ],
      2,
    ),
  )("shows the flags of %s in words", async (dialect, _any, labels) => {
    openBench({ dialect: dialect as "java", flags: "" });
    await says("count", "2 matches");
    for (const label of labels) expect((await screen.findAllByRole("button", { name: new RegExp(label) })).length).toBeGreaterThan(0);
  });

  test("a flag in two strengths is one of both, and is changed for the other", async () => {
    openBench({ dialect: "perl", pattern: "gate", flags: "aaix", text: "gate" });
    await says("count", "1 match");
    const pressed = () => within(screen.getByLabelText("Flags")).getAllByRole("button", { pressed: true }).map(wordsOf).join(" ");
    expect(pressed()).toBe("i x aa");
    await press("button", "ASCII classes a");
    await until("the weaker one", () => pressed() === "i x a");
    await press("button", "extended, sets too xx");
    await until("the stronger one", () => pressed() === "i a xx");
    expect([...String(fields().flags)].sort().join("")).toBe("aixx");
  });

  test("carries the flags over that both have, and says what changes in the pattern at hand", async () => {
    openBench({ pattern: "^(\\w+)(b)?\\2$", flags: "gim", text: "Ulm\n" });
    await choose(/PHP/);
    await says("dialect-changes", "Read as PHP (PCRE) now:");
    expect(fields()).toMatchObject({ dialect: "pcre", flags: "im" });
    await press("button", /^all \d+ changes$/);
    const listed = within(await part("list", "What changes its meaning"))
      .getAllByRole("listitem")
      .map(wordsOf);
    expect(listed).toEqual(expect.arrayContaining([expect.stringMatching(/^\\2: it fails while its group has not taken part/)]));
  });

  test("a flag that the other language has not is said, and is back on the way back", async () => {
    openBench({ dialect: "python", pattern: "a b # two", flags: "ix", text: "AB" });
    await says("count", "1 match");
    await choose(/JavaScript/);
    await says("dialect-changes", /now: x: JavaScript has no flag “verbose”: blanks and comments are part of the pattern\./);
    expect(fields().flags).toBe("gi");
    await choose(/Python/);
    await says("count", "1 match");
    expect(fields()).toMatchObject({ dialect: "python", flags: "ix" });
    // Where the pattern does not read there, the flag is said beside the mistake.
    await type("Pattern", "(?P<n>a) b", "instead");
    await choose(/JavaScript/);
    await says("mistake", "Mistake at");
    await says("flags-left", "x: JavaScript has no flag “verbose”");
  });

  test("offers the pattern as the other language writes it, also where the unchanged one does not read there", async () => {
    openBench({ dialect: "pcre", pattern: "\\h*+(?<n>\\d)", flags: "", text: " 4" });
    await says("count", "1 match");
    await choose(/Python/);
    await says("mistake", "Mistake at");
    expect(fields()).toMatchObject({ dialect: "python", pattern: "\\h*+(?<n>\\d)" });
    await press("button", "written for Python");
    await says("carried", /\(\?P<n>/);
    await press("button", "Take the pattern written for Python");
    await says("count", "1 match");
    expect(document.querySelector("[data-part=mistake]")).toBeNull();
    expect(fields().pattern).toContain("(?P<n>");
  });

  test("offers nothing where it is written the same", async () => {
    openBench({ dialect: "python", pattern: "a+b", flags: "", text: "aab" });
    await choose(/Java$/);
    await says("dialect-changes", "nothing in this pattern changes its meaning");
    // What is carried after it has been answered by then.
    await choose(/grep, sed/);
    await until("the offer", () => screen.queryByText("written for grep, sed") !== null);
    expect(screen.queryByText("written for Java")).toBeNull();
  });

  inDepth("says of a pattern that the other language cannot read where it does not", async () => {
    openBench({ dialect: "perl", pattern: "(a(?1)?b)", flags: "", text: "aabb" });
    await says("count", "1 match");
    await choose(/Java/);
    await says("mistake", "Mistake at");
    expect(screen.getByText("of the last good pattern")).toBeTruthy();
  });
});

describe("calls and verbs", () => {
  test("are run; the hazard says why it does not judge them, and the strip which machine it was", async () => {
    openBench({ dialect: "pcre", pattern: "\\((?:[^()]++|(?R))*+\\)", flags: "", text: "f(a(b)c) and (d" });
    await rowsAre("Matches", [/^1\(a\(b\)c\)/, /^line/]);
    await says("verdict", /undecided.*Groups that call themselves, or verbs, steer what is tried, and those are not followed here/);
    await says("work", /^…?backtracking [\d.]+ ms, \d+ steps$/);
    const machine = screen.getByTitle(/it calls groups as subroutines/);
    expect(wordsOf(machine)).toMatch(/^backtracking/);
  });

  inDepth("that end are judged like what they stand for, and found by the machine that time cannot run away with", async () => {
    openBench({ dialect: "perl", pattern: "(?<n>\\d+)(?:,(?&n)+)*;", flags: "", text: "12,345,6; 7;" });
    await says("verdict", /exponential|polynomial|degree/);
    await says("work", /linear/);
    await rowsAre("Matches", [/^112,345,6;/, /^line/, /n12$/, /^2/]);
  });

  test("are told in sentences", async () => {
    openBench({ dialect: "perl", pattern: "a+(*COMMIT)b", flags: "", text: "aac ab" });
    await windBack(/^At 2, \(\*COMMIT\) acts/);
    await says("sentence", "At 2, (*COMMIT) acts: the search is over, and nothing else is tried.");
  });

  inDepth("are drawn on the chart by the names of what they call", async () => {
    openBench({ dialect: "perl", pattern: "(?<pair>a(?&pair)?b)", flags: "", text: "aabb" });
    await says("count", "1 match");
    await press("button", "machine as a chart");
    await until("it is laid out", () => document.querySelectorAll("[data-node]").length >= 4);
    expect([...document.querySelectorAll("[data-node]")].map((node) => node.getAttribute("data-node"))).toContain("calls 1 pair");
  });

  test("that never end are said, and nothing hangs", async () => {
    openBench({ dialect: "pcre", pattern: "(?R)?a|b(?R)", flags: "", text: "b" });
    await until("it is said", () => /without end/.test(wordsOf(document.body)));
  });
});

describe("captures of C#", () => {
  test("are all listed, oldest first, and the newest is what the group holds", async () => {
    openBench({ dialect: "dotnet", pattern: "(?:(?<name>\\w),?)+", flags: "", text: "a,b,c" });
    await rowsAre("Matches", [/a,b,c/, /^line/, /^14–5namec$/, /^0–1capture 1a$/, /^2–3capture 2b$/, /^4–5capture 3cnewest$/]);
  });

  test("that were taken back are not among them", async () => {
    openBench({ dialect: "dotnet", pattern: "(?:(?<o>\\()|(?<in-o>\\))|\\w)+", flags: "", text: "(a(b))" });
    await rowsAre("Matches", [/\(a\(b\)\)/, /^line/, /^1onot set$/, /^21–5ina\(b\)$/, /^3–4capture 1b$/, /^1–5capture 2a\(b\)newest$/]);
  });

  test("groups of one name are one row, by the numbers that .NET gives", async () => {
    openBench({ dialect: "dotnet", pattern: "(?<day>\\d)|(?<day>[a-z])(x)?", flags: "", text: "b7" });
    await rowsAre("Matches", [/^1/, /^line/, /^1not set$/, /^20–1dayb$/, /^2/]);
    await user.selectOptions(await part("combobox", "In which group"), "2");
    await user.type(await part("searchbox", "Only matches that hold"), "7");
    await rowsAre("Matches", [/^27not set7$/]);
    await press("row", /^2/);
    await rowsAre("Matches", [/^27not set7$/, /^line/, /^1not set$/, /^21–2day7$/]);
  });

  inDepth("are told step by step, and a hazard is judged for all that", async () => {
    openBench({ dialect: "dotnet", pattern: "(?<o>a)(?<-o>b)", flags: "", text: "ab" });
    await says("verdict", "linear");
    await windBack(/closes at 2/);
    await says("sentence", "(?<-o>b) closes at 2, and takes back what group o captured last.");
  });

  test("switching from Java says which groups are numbered otherwise", async () => {
    openBench({ dialect: "java", pattern: "(?<n>a)(b)", flags: "", text: "ab" });
    await says("count", "1 match");
    await choose(/C#/);
    await says("dialect-changes", "it is group 2, not 1");
  });

  test("are what its calls return, with all that a group captured", async () => {
    openBench({ dialect: "dotnet", pattern: "(?:(?<name>[a-c]),?)+", flags: "", text: "a,b", at: "?desk=calls" });
    await says("calls", 're.Match(text)Index 0, Length 3, "a,b", Groups [name: "b" of ["a", "b"]]');
    await says("calls", "re.Split(text)");
  });

  test("source text is a verbatim string, where it can hold the pattern", async () => {
    openBench({ dialect: "dotnet", pattern: '\\d"x', flags: "i", at: "?desk=source" });
    await says("source", 'new Regex(@"\\d""x", RegexOptions.IgnoreCase)');
  });
});

describe("characters by their names", () => {
  test("are fetched, and then read like any other; one that there is not is said where it stands", async () => {
    openBench({ dialect: "python", pattern: "\\N{EM DASH}+", flags: "", text: "a——b" });
    await rowsAre("Matches", [/^1——/, /^line/]);
    await until("the line knows it too", () => /takes “—”/.test(wordsOf(document.body)));
    await type("Pattern", "\\N{EM DASCH}", "instead");
    await says("mistake", "No character is named “EM DASCH”.");
  });
});

describe("the item at the caret", () => {
  test.each(
    portion<[string, string, number, RegExp]>(
      [
        ["pcre", "a\\Kb", 2, /has the match begin here/],
        ["pcre", "a(*SKIP)b", 4, /has the search go on from here, or from its mark/],
        ["pcre", "(?(DEFINE)(?<n>a))(?&n)", 4, /defines groups that are called elsewhere, and is passed over/],
        ["pcre", "(a)(?1)", 5, /calls group 1 as a subroutine/],
        ["perl", "\\X+", 1, /a whole character as a reader sees it/],
        ["dotnet", "(?<o>a)(?<-o>b)", 9, /takes back what group o captured last, which it must have/],
        ["dotnet", "(a)(?<n>b)(c)", 13, /is group 2/],
        ["java", "a\\R", 2, /a line end, CR LF as one/],
        ["java", "[a-z&&[^aeiou]]", 1, /takes “b” to “d”, “f” to “h”/],
      ],
      2,
    ),
  )("of %s in %s is told in words", async (dialect, pattern, at, words) => {
    openBench({ dialect: dialect as "java", pattern, flags: "", text: "ab" });
    await caret("Pattern", at);
    await until("it is told", () => words.test(wordsOf(document.body)));
  });
});

describe("source text", () => {
  test("of PHP quotes what PHP reads, and is copied with its flags", async () => {
    openBench({ dialect: "pcre", pattern: "a/b'\\d", flags: "iu", at: "?desk=source" });
    await says("source", String.raw`'~a/b\'\d~iu'`);
    await says("source", "preg_match_all(");
  });

  test("of Perl takes quotes in which nothing is put in for a dollar sign", async () => {
    openBench({ dialect: "perl", pattern: "^/up/(\\w+)$", flags: "x", at: "?desk=source" });
    await says("source", "qr'^/up/(\\w+)$'x");
  });

  test.each(
    portion<[string, string, string, string]>(
      [
        ['preg_match("/^\\d{3}$/u", $line, $m)', "pcre", "^\\d{3}$", "u"],
        ["next unless $line =~ m{^gate (\\d+)}i;", "perl", "^gate (\\d+)", "i"],
        ['new Regex(@"^(\\w+)\\s", RegexOptions.IgnoreCase | RegexOptions.Compiled);', "dotnet", "^(\\w+)\\s", "i"],
        ['Pattern.compile("(\\\\d+) cm", Pattern.CASE_INSENSITIVE)', "java", "(\\d+) cm", "i"],
      ],
      2,
    ),
  )("that is pasted is read as what it is: %s", async (source, dialect, pattern, flags) => {
    openBench();
    await says("count", "2 matches");
    await paste(source);
    await says("offer", "That is source text");
    key("takeOffer");
    await until("it is read", () => fields().pattern === pattern);
    expect(fields()).toMatchObject({ dialect, pattern, flags });
  });
});

describe("calls and templates", () => {
  test("of PHP are lists as PHP prints them", async () => {
    openBench({ dialect: "pcre", flags: "", at: "?desk=calls" });
    await says("calls", "preg_match(");
    await says("calls", /'Ulm 41'.*'Ulm'.*'41'/);
    await says("calls", "preg_split(");
  });

  test("of Perl are what the operators give in lists", async () => {
    openBench({ dialect: "perl", flags: "", at: "?desk=calls" });
    await says("calls", /'Ulm', '41', 'Tarrow', '7'/);
  });

  test.each(
    portion<[string, string, string]>(
      [
        ["pcre", "$2 at $1", "${2}x"],
        ["perl", "$2 at $1", "$2x"],
        ["java", "$2 at $1", "\\$2"],
        ["dotnet", "$2 at $1", "${2}x"],
      ],
      2,
    ),
  )("of %s rewrite the sample as that language does", async (dialect, template, other) => {
    openBench({ dialect: dialect as "java", flags: "", at: "?desk=rewrite", template });
    await says("rewritten", "2 replacements; 32 characters become 38");
    await type("Template", other, "instead");
    await says("rewritten", "2 replacements");
  });

  test("the rail says whose values and whose source text are shown", async () => {
    openBench({ dialect: "pcre", flags: "" });
    await says("count", "2 matches");
    expect(wordsOf(await part("tab", /^Code/))).toBe("CodePHP");
    await choose(/Perl/);
    await until("they follow", () => wordsOf(screen.getByRole("tab", { name: /^Code/ })) === "CodePerl");
  });
});

describe("the real engine", () => {
  test("of PHP is asked with the flags of the pattern, and agrees", async () => {
    const server = openBench({ dialect: "pcre", flags: "i", at: "?desk=ledger" });
    await says("count", "2 matches");
    server.engines = { on: true, items: [{ name: "php", title: "PHP", dialect: "pcre", version: "8.2.0", install: "", asked: true }] };
    server.engineAnswer = {
      version: "8.2.0",
      ms: 0.5,
      more: false,
      matches: [
        [0, 6, [0, 3], [4, 6]],
        [10, 18, [10, 16], [17, 18]],
      ],
    };
    key("engines");
    await says("engines", "PHP 8.2.0");
    await press("button", "Confirm with it");
    await says("engines", "It agrees: 2 matches, with all captures");
    expect(server.sent.find(({ path }) => path === "/engines/php")).toMatchObject({ body: { pattern: "(\\w+) (\\d+)", flags: "i" } });
  });

  inDepth("that is missing says what to install", async () => {
    const server = openBench({ dialect: "perl", flags: "", at: "?desk=ledger" });
    await says("count", "2 matches");
    server.engines = { on: true, items: [{ name: "perl", title: "Perl", dialect: "perl", version: null, install: "Install Perl 5.", asked: false }] };
    key("engines");
    await says("engines", "Perl is not on the server’s machine. Install Perl 5.");
  });
});

describe("what is carried from one language to the next", () => {
  test("is named at its place, with how it is written here, and mended by one action", async () => {
    openBench({ pattern: "(a)\\g{1}", flags: "", text: "aa" });
    await says("foreign", "“\\g{1}” is a reference to a group in other languages");
    await press("button", /Write it|as it is written here|\\1/);
    await until("it is mended", () => fields().pattern === "(a)\\1");
    await says("count", "1 match");
  });

  test("is not named where it is at home", async () => {
    openBench({ dialect: "pcre", pattern: "[[:alpha:]]+\\x{41}?", flags: "", text: "Ulm" });
    await says("count", "1 match");
    expect(document.querySelector("[data-part=foreign]")).toBeNull();
    await until("it was looked for", () => wordsOf(screen.getByRole("tab", { name: /^Mistakes/ })) === "Mistakesnone seen");
  });
});
