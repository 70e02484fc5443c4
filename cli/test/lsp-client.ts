/** An editor for tests: it speaks to the built command by the protocol's own library. */
import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { join } from "node:path";
import {
  type ClientCapabilities,
  type CodeAction,
  createProtocolConnection,
  type Diagnostic,
  type Hover,
  type ProtocolConnection,
  type PublishDiagnosticsParams,
  type Range,
  StreamMessageReader,
  StreamMessageWriter,
} from "vscode-languageserver-protocol/node";
import { ROOT } from "../../scripts/workspace.mjs";

export const COMMAND = join(ROOT, "cli/bin/lamprey.mjs");

export class Editor {
  readonly connection: ProtocolConnection;
  readonly process: ChildProcess;
  /** What was published last of each document, and how often anything was. */
  readonly published = new Map<string, PublishDiagnosticsParams>();
  private readonly waiting: (() => void)[] = [];

  constructor(command = COMMAND) {
    this.process = spawn(process.execPath, [command, "lsp", "--stdio"], { stdio: ["pipe", "pipe", "inherit"] });
    const { stdin, stdout } = this.process;
    if (!stdin || !stdout) throw new Error("The process has no streams.");
    this.connection = createProtocolConnection(new StreamMessageReader(stdout), new StreamMessageWriter(stdin));
    this.connection.onNotification("textDocument/publishDiagnostics", (params: PublishDiagnosticsParams) => {
      this.published.set(params.uri, params);
      for (const wake of this.waiting.splice(0)) wake();
    });
    this.connection.listen();
  }

  async start(capabilities: ClientCapabilities = {}): Promise<this> {
    await this.connection.sendRequest("initialize", { processId: process.pid, rootUri: null, capabilities });
    await this.connection.sendNotification("initialized", {});
    return this;
  }

  open(uri: string, languageId: string, text: string, version = 1): Promise<void> {
    return this.connection.sendNotification("textDocument/didOpen", { textDocument: { uri, languageId, version, text } });
  }

  change(uri: string, version: number, contentChanges: readonly ({ range: Range; text: string } | { text: string })[]): Promise<void> {
    return this.connection.sendNotification("textDocument/didChange", { textDocument: { uri, version }, contentChanges });
  }

  /** The diagnostics of a version, once they are there. */
  async diagnostics(uri: string, version = 1): Promise<readonly Diagnostic[]> {
    for (;;) {
      const known = this.published.get(uri);
      if (known?.version === version) return known.diagnostics;
      await new Promise<void>((resolve) => this.waiting.push(resolve));
    }
  }

  /** What is published next of a document, whatever was before. */
  async next(uri: string): Promise<readonly Diagnostic[]> {
    this.published.delete(uri);
    while (!this.published.has(uri)) await new Promise<void>((resolve) => this.waiting.push(resolve));
    return this.published.get(uri)?.diagnostics ?? [];
  }

  hover(uri: string, line: number, character: number): Promise<Hover | null> {
    return this.connection.sendRequest("textDocument/hover", { textDocument: { uri }, position: { line, character } });
  }

  actions(uri: string, range: Range): Promise<CodeAction[]> {
    return this.connection.sendRequest("textDocument/codeAction", { textDocument: { uri }, range, context: { diagnostics: [] } });
  }

  /** The exit code of the process, told to end as the protocol has it. */
  async end(): Promise<number> {
    const ended = once(this.process, "exit");
    await this.connection.sendRequest("shutdown");
    await this.connection.sendNotification("exit");
    const [code] = await ended;
    this.connection.dispose();
    return code as number;
  }
}
