/** `lamprey lsp`, as an editor uses it: diagnostics, hovers, highlights, quick fixes, edits, and what is no proper use. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { CodeAction, Diagnostic, Range, TextEdit } from "vscode-languageserver-protocol/node";
import { TextDocument } from "vscode-languageserver-textdocument";
import { ensureBuilt } from "../../scripts/workspace.mjs";
import { COMMAND, Editor } from "./lsp-client.ts";

let editor: Editor;
let count = 0;

beforeAll(async () => {
  await ensureBuilt("cli");
  editor = await new Editor().start();
}, 120_000);

afterAll(() => editor.end());

const uriOf = (): string => `file:///gates/${++count}`;

const textIn = (text: string, range: Range): string => TextDocument.create("", "", 1, text).getText(range);

/** What is said of a new document: the code, and the characters that it marks. */
async function toldOf(languageId: string, text: string): Promise<[code: unknown, marked: string, severity: unknown][]> {
  const uri = uriOf();
  await editor.open(uri, languageId, text);
  return (await editor.diagnostics(uri)).map(({ code, range, severity, source }) => {
    expect(source).toBe("lamprey");
    return [code, textIn(text, range), severity];
  });
}

describe("diagnostics", () => {
  test.each<[languageId: string, text: string, expected: unknown[]]>([
    ["javascript", "x = /^(a+)+$/;", [["exponential", "(a+)+", 2]]],
    ["javascriptreact", "<p title={/^(\\w+ ?)+$/.source}/>", [["exponential", "(\\w+ ?)+", 2]]],
    ["typescript", "const x: RegExp = new RegExp('^(\\\\d+)' + '+$');", [["exponential", "(\\\\d+)' + '+", 2]]],
    ["typescriptreact", "const a = <b>{/(/.test(c)}</b>;", [["syntax-error", "(", 1]]],
    ["python", "import re\nre.compile(r'[A-z]')", [["range-across-cases", "A-z", 3]]],
    // Java and Perl themselves are spared it.
    ["java", 'class A { Object p = Pattern.compile("^(\\\\w+\\\\s?)+$"); }', [["exponential", "(\\\\w+\\\\s?)+", 3]]],
    ["csharp", 'var a = new Regex(@"^(""+)+$");', [["exponential", '(""+)+', 2]]],
    ["php", "<?php preg_match('/^(a|a)*$/', $s);", [["exponential", "(a|a)*", 2]]],
    ["perl", "if ($x =~ m{^(a*)*$}) {}", [["exponential", "(a*)*", 3]]],
    ["perl", "if ($x =~ m{^(?:a|b|ab)*$}) {}", [["exponential", "(?:a|b|ab)*", 3]]],
    ["python", "import re\nre.match(r'.*.*.*=x', t)", [["polynomial", ".*.*.*", 2]]],
    ["python", "x = 1", []],
    ["javascript", "x = /^gate \\d+$/;", []],
  ])("%s: %s", async (languageId, text, expected) => {
    const told = await toldOf(languageId, text);
    // Mistakes may be seen beside what is expected; the growth is told first.
    expect(told.slice(0, Math.max(1, expected.length))).toEqual(expected);
  });

  test("a language that is not known is left alone", async () => {
    const uri = uriOf();
    await editor.open(uri, "rust", "/(a+)+$/");
    expect(await editor.hover(uri, 0, 3)).toBeNull();
    expect(editor.published.has(uri)).toBe(false);
  });

  test("the message says what happens and from which length on, and the attack comes along", async () => {
    const uri = uriOf();
    await editor.open(uri, "javascript", "x = /^(a+)+$/;");
    const [told] = await editor.diagnostics(uri);
    expect(told?.message).toMatch(/exponentially.*\d+ characters take more than a second/);
    expect(told?.data).toMatchObject({ attack: { pump: "a" } });
  });

  test("edits are followed, and what they end is not told any more", async () => {
    const uri = uriOf();
    await editor.open(uri, "javascript", "// gates\nx = /^(a+)+$/;\n");
    expect(await editor.diagnostics(uri)).toHaveLength(1);
    await editor.change(uri, 2, [{ range: { start: { line: 0, character: 0 }, end: { line: 0, character: 0 } }, text: "\n" }]);
    const [moved] = await editor.diagnostics(uri, 2);
    expect(moved?.range.start).toEqual({ line: 2, character: 6 });
    // Two changes in one message, each of the text that the one before it made.
    await editor.change(uri, 3, [
      { range: { start: { line: 2, character: 10 }, end: { line: 2, character: 11 } }, text: "" },
      { range: { start: { line: 2, character: 8 }, end: { line: 2, character: 9 } }, text: "b" },
    ]);
    expect(await editor.diagnostics(uri, 3)).toEqual([]);
    await editor.connection.sendNotification("textDocument/didClose", { textDocument: { uri } });
  });

  test("a text that is being typed is read as far as possible", async () => {
    expect(await toldOf("javascript", "const a = /^(a+)+$/;\nfunction f( {\nconst b = new RegExp('")).toEqual([["exponential", "(a+)+", 2]]);
    expect(await toldOf("python", "import re\nre.compile(r'^(a+)+$', ")).toEqual([["exponential", "(a+)+", 2]]);
  });
});

describe("hover", () => {
  const hovered = async (languageId: string, text: string, character: number, line = 0) => {
    const uri = uriOf();
    await editor.open(uri, languageId, text);
    const hover = await editor.hover(uri, line, character);
    return hover && { text: (hover.contents as { value: string }).value, marked: hover.range && textIn(text, hover.range) };
  };

  test("says what the item takes, its group, and the verdict", async () => {
    const hover = await hovered("javascript", "x = /^(a+)+\\d$/;", 13);
    expect(hover?.marked).toBe("\\d");
    expect(hover?.text).toContain("takes");
    expect(hover?.text).toContain("**exponential**");
    const group = await hovered("python", "import re\nre.match('(\\\\w)x', t)", 11, 1);
    expect(group?.text).toContain("In group 1");
    expect(group?.text).toContain("**linear**");
  });

  test("is null outside of patterns", async () => {
    expect(await hovered("javascript", "x = /a/; y", 9)).toBeNull();
    expect(await hovered("javascript", "y = 'a'", 5)).toBeNull();
  });

  test("is answered at once while a large file is read", async () => {
    const [small, large] = [uriOf(), uriOf()];
    await editor.open(small, "javascript", "x = /^(a+)+$/;");
    await editor.diagnostics(small);
    const line = "const gate = { level: 12, open: true, name: 'upper' }; /* a comment */ function f(a, b) { return a / b; }\n";
    await editor.open(large, "javascript", line.repeat(50_000));
    const started = performance.now();
    expect(await editor.hover(small, 0, 8)).not.toBeNull();
    // A bound with room for a loaded machine; the figure itself is in docs/performance.md.
    expect(performance.now() - started).toBeLessThan(500);
    await editor.connection.sendNotification("textDocument/didClose", { textDocument: { uri: large } });
  });
});

test("a group and its references are highlighted together", async () => {
  const uri = uriOf();
  const text = "x = /(?<gate>\\w+)-\\k<gate>-\\1/;";
  await editor.open(uri, "javascript", text);
  const parts = await editor.connection.sendRequest<{ range: Range }[]>("textDocument/documentHighlight", {
    textDocument: { uri },
    position: { line: 0, character: text.indexOf("\\k") + 1 },
  });
  expect(parts.map(({ range }) => textIn(text, range))).toEqual(["(?<gate>\\w+)", "\\k<gate>", "\\1"]);
});

describe("quick fixes", () => {
  const WHOLE: Range = { start: { line: 0, character: 0 }, end: { line: 9, character: 0 } };
  const fixed = (text: string, { edit }: CodeAction, uri: string): string =>
    TextDocument.applyEdits(TextDocument.create(uri, "", 1, text), (edit?.changes?.[uri] ?? []) as TextEdit[]);

  test.each<[languageId: string, text: string]>([
    ["javascript", "x = /^(a+)+$/i;"],
    ["typescript", "const x = new RegExp('^(\\\\d+)' + '+$');"],
    ["python", "import re\nre.compile(r'^(a+)+$')"],
    // Java and Perl themselves are spared it.
    ["java", 'class A { Object p = Pattern.compile("^(\\\\d+)+$"); }'],
    ["csharp", 'var a = new Regex(@"^(a+)+$");'],
    ["php", "<?php preg_match('~^(a|a)*$~', $s);"],
    ["php", "<?php preg_match('~^(\\w+,?)+$~', $s);"],
  ])("%s: a repair of %s ends the finding", async (languageId, text) => {
    const uri = uriOf();
    await editor.open(uri, languageId, text);
    await editor.diagnostics(uri);
    const actions = await editor.actions(uri, WHOLE);
    const [repair] = actions.filter(({ title }) => title.startsWith("Write "));
    expect(repair).toMatchObject({ kind: "quickfix", diagnostics: [{ code: "exponential" }] });
    const made = fixed(text, repair as CodeAction, uri);
    const again = uriOf();
    await editor.open(again, languageId, made);
    expect((await editor.diagnostics(again)).filter(({ code }) => code === "exponential" || code === "syntax-error")).toEqual([]);
    // Nothing but the literal is another.
    const quote = text.search(/['"/]/);
    expect(made.slice(0, quote)).toBe(text.slice(0, quote));
  });

  test("what is set aside is not told any more", async () => {
    const uri = uriOf();
    const text = "  x = /^(a+)+$/;";
    await editor.open(uri, "javascript", text);
    await editor.diagnostics(uri);
    const aside = (await editor.actions(uri, WHOLE)).find(({ title }) => title.startsWith("Set “exponential” aside"));
    const made = fixed(text, aside as CodeAction, uri);
    expect(made).toBe("  // lamprey: meant exponential\n  x = /^(a+)+$/;");
    const again = uriOf();
    await editor.open(again, "javascript", made);
    expect(await editor.diagnostics(again)).toEqual([]);
  });

  test("none is offered where nothing is found, or where another kind is asked for", async () => {
    const uri = uriOf();
    await editor.open(uri, "javascript", "x = /a/;");
    expect(await editor.actions(uri, WHOLE)).toEqual([]);
  });
});

describe("another editor", () => {
  test("counts by bytes if it likes that best, is asked for settings, and shows the bench", async () => {
    const other = new Editor();
    const shown: string[] = [];
    let settings: object = { without: ["polynomial"], bench: "http://bench.tarrow/" };
    other.connection.onRequest("workspace/configuration", () => [settings]);
    other.connection.onRequest("client/registerCapability", () => null);
    other.connection.onRequest("window/showDocument", ({ uri }: { uri: string }) => {
      shown.push(uri);
      return { success: true };
    });
    await other.start({
      general: { positionEncodings: ["utf-8", "utf-16"] },
      workspace: { configuration: true, workspaceEdit: { documentChanges: true } },
      window: { showDocument: { support: true } },
    });
    const uri = "file:///gates/bytes";
    await other.open(uri, "javascript", "é = '💧'; x = /^(a+)+$/;");
    const told = await other.diagnostics(uri);
    expect(told.map(({ range }) => [range.start.character, range.end.character])).toEqual([[19, 24]]);
    await other.change(uri, 2, [{ range: { start: { line: 0, character: 6 }, end: { line: 0, character: 10 } }, text: "" }]);
    expect((await other.diagnostics(uri, 2)).map(({ range }) => range.start.character)).toEqual([15]);
    const actions = await other.actions(uri, told[0]?.range as Range);
    expect(actions[0]?.edit?.documentChanges?.[0]).toMatchObject({ textDocument: { uri, version: 2 } });
    const open = actions.find(({ command }) => command)?.command;
    await other.connection.sendRequest("workspace/executeCommand", { command: open?.command, arguments: open?.arguments });
    expect(shown[0]).toMatch(/^http:\/\/bench\.tarrow\/link#1\./);
    // Settings that change are followed; wrong ones are said, and the usual ones are used.
    const warned: string[] = [];
    other.connection.onNotification("window/showMessage", ({ message }: { message: string }) => void warned.push(message));
    settings = { without: ["exponential"] };
    await other.connection.sendNotification("workspace/didChangeConfiguration", { settings: null });
    expect(await other.next(uri)).toEqual([]);
    settings = { without: "exponential" };
    await other.connection.sendNotification("workspace/didChangeConfiguration", { settings: null });
    expect(await other.next(uri)).toHaveLength(1);
    expect(warned[0]).toMatch(/"without" must be an array/);
    expect(await other.end()).toBe(0);
  });

  test("that asks before it has begun, or for what there is not, is answered by the protocol's codes", async () => {
    const other = new Editor();
    const codeOf = (method: string, params: object = {}) =>
      other.connection.sendRequest(method, params).then(
        () => 0,
        (fault: { code: number }) => fault.code,
      );
    const hover = { textDocument: { uri: "file:///none" }, position: { line: 0, character: 0 } };
    expect(await codeOf("textDocument/hover", hover)).toBe(-32002);
    await other.start();
    expect(await codeOf("lamprey/none")).toBe(-32601);
    expect(await codeOf("initialize", { capabilities: {} })).toBe(-32600);
    expect(await codeOf("workspace/executeCommand", { command: "none" })).toBe(-32602);
    // A document that was never opened is none with patterns.
    expect(await other.connection.sendRequest("textDocument/hover", hover)).toBeNull();
    await other.change("file:///none", 2, [{ text: "x" }]);
    expect(await other.end()).toBe(0);
  });

  test.each([
    ["a header that is none", "Content-Length: many\r\n\r\n{}"],
    ["no length", "Content-Type: x\r\n\r\n{}"],
    ["what is no JSON", "Content-Length: 5\r\n\r\n{{{{{"],
    ["what is no message", "Content-Length: 4\r\n\r\nnull"],
  ])("that sends %s does not stop the server from ending, or from answering what is right", async (_, bad) => {
    const server = spawn(process.execPath, [COMMAND, "lsp"], { stdio: ["pipe", "pipe", "ignore"] });
    let said = "";
    server.stdout.on("data", (data: Buffer) => {
      said += data.toString();
    });
    const send = (message: object): void => {
      const body = JSON.stringify({ jsonrpc: "2.0", ...message });
      server.stdin.write(`Content-Length: ${Buffer.byteLength(body)}\r\n\r\n${body}`);
    };
    send({ id: 1, method: "initialize", params: { processId: null, rootUri: null, capabilities: {} } });
    while (!said.includes('"id":1')) await once(server.stdout, "data");
    server.stdin.write(bad);
    send({ id: 2, method: "shutdown" });
    send({ method: "exit" });
    server.stdin.end();
    await once(server, "exit");
    expect(said).toContain("hoverProvider");
    expect(server.signalCode).toBeNull();
  });

  test("that leaves without a word ends the server", async () => {
    const server = spawn(process.execPath, [COMMAND, "lsp"], { stdio: ["pipe", "ignore", "ignore"] });
    server.stdin.end();
    const [code] = await once(server, "exit");
    expect(code).toBe(1);
  });
});

test("random edits leave nothing stale behind", async () => {
  const uri = uriOf();
  let text = "x = /^(a+)+$/;\ny = /[A-z]/;\n";
  await editor.open(uri, "javascript", text);
  // A generator of its own, so that a failure can be had again.
  let seed = 7;
  const random = (below: number): number => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
    return seed % below;
  };
  const pieces = ["/", "(a+)+", "\n", "$/;", "'", "`", "[A-z]", "\\", "// ", "💧", ""];
  const version = 60;
  for (let i = 2; i <= version; i++) {
    const start = random(text.length + 1);
    const end = Math.min(text.length, start + random(4));
    const document = TextDocument.create(uri, "", i, text);
    const put = pieces[random(pieces.length)] as string;
    await editor.change(uri, i, [{ range: { start: document.positionAt(start), end: document.positionAt(end) }, text: put }]);
    text = text.slice(0, document.offsetAt(document.positionAt(start))) + put + text.slice(document.offsetAt(document.positionAt(end)));
  }
  const now = await editor.diagnostics(uri, version);
  const fresh = uriOf();
  await editor.open(fresh, "javascript", text);
  const same = (told: readonly Diagnostic[]) => told.map(({ code, range }) => ({ code, range }));
  expect(same(now)).toEqual(same(await editor.diagnostics(fresh)));
});
