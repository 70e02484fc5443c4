/** `lamprey lsp`: the Language Server Protocol 3.17 on standard input and output. */
import { LINK_PATH, linkOf } from "@lamprey/api/link";
import { DIALECT_NAMES } from "@lamprey/core";
import type { FoundPattern } from "@lamprey/sources";
import Joi from "joi";
import {
  type CancellationToken,
  type CodeAction,
  CodeActionKind,
  type Connection,
  createConnection,
  type Diagnostic,
  DidChangeConfigurationNotification,
  ErrorCodes,
  type InitializeParams,
  type InitializeResult,
  LSPErrorCodes,
  MarkupKind,
  MessageType,
  type Position,
  ProposedFeatures,
  type Range,
  ResponseError,
  ShowDocumentRequest,
  ShowMessageNotification,
  TextDocumentSyncKind,
  type WorkspaceEdit,
} from "vscode-languageserver/node";
import { VERSION } from "../patterns/found.ts";
import { LANGUAGE_IDS, LONGEST_DOCUMENT, OpenDocument, patternAt, placeOf } from "./documents.ts";
import { belongingTo, hoverText } from "./hover.ts";
import { Judgements } from "./judgements.ts";
import { DEFAULTS, readSettings, type Settings } from "./settings.ts";
import { LiveText, type Units } from "./text.ts";
import { Workers } from "./workers.ts";

const OPEN_ON_BENCH = "lamprey.openOnBench";
/** A hover waits so long for what is not known yet (milliseconds), and where workers are busy with much else, so long. */
const HOVER_PATIENCE_MS = 1_000;
const BUSY_HOVER_PATIENCE_MS = 30;

/** Starts the server; it ends when it is told to, or when its input does. */
export function startServer(input: NodeJS.ReadableStream, output: NodeJS.WritableStream): void {
  new Server(createConnection(ProposedFeatures.all, input, output)).listen();
}

/** What an editor is able to, as far as it is asked here. */
interface Able {
  readonly versionedEdits: boolean;
  readonly configuration: boolean;
  readonly configurationTold: boolean;
  readonly showDocument: boolean;
}

class Server {
  private readonly connection: Connection;
  private readonly workers = new Workers();
  private readonly judgements = new Judgements(this.workers);
  private readonly documents = new Map<string, OpenDocument>();
  private settings: Settings = DEFAULTS;
  /** Whether the editor has been asked to tell of changes. */
  private isToldOfSettings = false;
  private units: Units = "utf-16";
  private able: Able = { versionedEdits: false, configuration: false, configurationTold: false, showDocument: false };
  private state: "new" | "running" | "ended" = "new";

  constructor(connection: Connection) {
    this.connection = connection;
  }

  listen(): void {
    const { connection } = this;
    connection.onInitialize((params) => this.initialize(params));
    connection.onInitialized(() => this.guarded(() => this.configure()));
    connection.onShutdown(async () => {
      this.expectRunning();
      this.state = "ended";
      for (const document of this.documents.values()) document.close();
      this.documents.clear();
      await this.workers.end();
    });
    connection.onDidChangeConfiguration(() => this.guarded(() => this.configure()));
    connection.onDidOpenTextDocument(({ textDocument: { uri, languageId, version, text } }) => this.open(uri, languageId, version, text));
    connection.onDidChangeTextDocument(({ textDocument: { uri, version }, contentChanges }) => this.documents.get(uri)?.change(contentChanges, version));
    connection.onDidCloseTextDocument(({ textDocument: { uri } }) => {
      this.documents.get(uri)?.close();
      this.documents.delete(uri);
    });
    connection.onHover((params, token) => this.hover(params.textDocument.uri, params.position, token));
    connection.onDocumentHighlight((params, token) => this.highlights(params.textDocument.uri, params.position, token));
    connection.onCodeAction((params, token) => this.actions(params.textDocument.uri, params.range, params.context.only, token));
    connection.onExecuteCommand(({ command, arguments: given }) => this.execute(command, given ?? []));
    // What is not known is answered with the code that the protocol has for it.
    connection.onRequest((method) => {
      this.expectRunning();
      throw new ResponseError(ErrorCodes.MethodNotFound, `There is no method ${method}.`);
    });
    connection.listen();
  }

  private initialize({ capabilities: { workspace, window, general } }: InitializeParams): InitializeResult {
    if (this.state !== "new") throw new ResponseError(ErrorCodes.InvalidRequest, "The server is initialized already.");
    this.state = "running";
    this.able = {
      versionedEdits: workspace?.workspaceEdit?.documentChanges === true,
      configuration: workspace?.configuration === true,
      configurationTold: workspace?.didChangeConfiguration?.dynamicRegistration === true,
      showDocument: window?.showDocument?.support === true,
    };
    // Editors name what they like best first.
    this.units = general?.positionEncodings?.[0] === "utf-8" ? "utf-8" : "utf-16";
    return {
      capabilities: {
        positionEncoding: this.units,
        textDocumentSync: { openClose: true, change: TextDocumentSyncKind.Incremental },
        hoverProvider: true,
        documentHighlightProvider: true,
        codeActionProvider: { codeActionKinds: [CodeActionKind.QuickFix] },
        executeCommandProvider: { commands: [OPEN_ON_BENCH] },
      },
      serverInfo: { name: "lamprey", version: VERSION },
    };
  }

  private async configure(): Promise<void> {
    if (!this.able.configuration) return;
    if (this.able.configurationTold && !this.isToldOfSettings) {
      this.isToldOfSettings = true;
      await this.connection.client.register(DidChangeConfigurationNotification.type, { section: "lamprey" });
    }
    const { settings, fault } = readSettings(await this.connection.workspace.getConfiguration("lamprey"));
    // The connection's own way asks a question, which an editor may not know.
    if (fault) await this.connection.sendNotification(ShowMessageNotification.type, { type: MessageType.Warning, message: fault });
    this.settings = settings;
    for (const document of this.documents.values()) document.analyse(0);
  }

  private open(uri: string, languageId: string, version: number, text: string): void {
    const language = Object.hasOwn(LANGUAGE_IDS, languageId) ? LANGUAGE_IDS[languageId] : undefined;
    if (!language || this.state !== "running") return;
    if (text.length > LONGEST_DOCUMENT) this.connection.console.warn(`${uri} is longer than ${LONGEST_DOCUMENT} characters, and is not read.`);
    this.documents.get(uri)?.close();
    const live = new LiveText(uri, languageId, version, text, this.units);
    const listener = {
      publish: ({ live: { uri: of, version: as } }: OpenDocument, diagnostics: Diagnostic[]) => {
        this.connection.sendDiagnostics({ uri: of, version: as, diagnostics }).catch((fault: unknown) => this.report(fault));
      },
      failed: (fault: unknown) => this.report(fault),
      without: () => this.settings.without,
    };
    this.documents.set(uri, new OpenDocument(live, language, { workers: this.workers, judgements: this.judgements, listener }));
  }

  private get isBusy(): boolean {
    return this.workers.isBusy || [...this.documents.values()].some(({ isLongAtWork }) => isLongAtWork);
  }

  /** What stands at a position of a document; undefined where no pattern does, or it is not known in the time there is. */
  private async at(uri: string, position: Position, token: CancellationToken) {
    this.expectRunning();
    const document = this.documents.get(uri);
    if (!document) return undefined;
    const until = performance.now() + (this.isBusy ? BUSY_HOVER_PATIENCE_MS : HOVER_PATIENCE_MS);
    const offset = document.live.offsetAt(position);
    const found = await within(document.patterns(), until);
    expectWanted(token);
    const place = found && patternAt(found.patterns, offset);
    return place ? { document, until, ...place } : undefined;
  }

  private async hover(uri: string, position: Position, token: CancellationToken) {
    const place = await this.at(uri, position, token);
    if (!place) return null;
    const { document, found, at, until } = place;
    const judgement = await within(this.judgements.of(found), until);
    expectWanted(token);
    const { text, part } = hoverText(found, at, judgement, judgement ? document.toldOf(found, judgement) : []);
    return { contents: { kind: MarkupKind.Markdown, value: text }, range: document.live.rangeOf(placeOf(found, part)) };
  }

  private async highlights(uri: string, position: Position, token: CancellationToken) {
    const place = await this.at(uri, position, token);
    if (!place) return null;
    const { document, found, at } = place;
    return belongingTo(found, at).map((part) => ({ range: document.live.rangeOf(placeOf(found, part)) }));
  }

  private async actions(uri: string, range: Range, only: readonly string[] | undefined, token: CancellationToken): Promise<CodeAction[]> {
    this.expectRunning();
    const document = this.documents.get(uri);
    if (!document || (only && !only.some((kind) => kind === "" || kind === CodeActionKind.QuickFix))) return [];
    const { live, language } = document;
    const { version } = live;
    const [start, end] = [live.offsetAt(range.start), live.offsetAt(range.end)];
    const found = await document.patterns();
    const actions: CodeAction[] = [];
    for (const pattern of found?.patterns.filter((each) => touches(each, start, end)) ?? []) {
      const judgement = await this.judgements.of(pattern);
      const codes = document.toldOf(pattern, judgement).map(({ code }) => code);
      if (codes.length === 0) continue;
      const offers = await this.workers.do("offers", { language, text: live.text, found: pattern, codes: [...new Set(codes)], slips: judgement.slips });
      expectWanted(token);
      if (live.version !== version) throw new ResponseError(LSPErrorCodes.ContentModified, "The document has changed.");
      const diagnostics = document.diagnosticsFor(pattern, judgement);
      for (const { title, codes: own, edits, isProved } of offers) {
        actions.push({
          title,
          kind: CodeActionKind.QuickFix,
          diagnostics: diagnostics.filter(({ code }) => own.includes(String(code))),
          ...(isProved ? { isPreferred: true } : {}),
          edit: this.editOf(document, edits),
        });
      }
      if (this.able.showDocument) {
        const { dialect, pattern: text, flags } = pattern;
        actions.push({
          title: "Open on the bench",
          kind: CodeActionKind.QuickFix,
          command: { title: "Open on the bench", command: OPEN_ON_BENCH, arguments: [{ dialect, pattern: text, flags }] },
        });
      }
    }
    return actions;
  }

  private editOf({ live }: OpenDocument, edits: readonly { readonly start: number; readonly end: number; readonly text: string }[]): WorkspaceEdit {
    const own = edits.map(({ text, ...span }) => ({ range: live.rangeOf(span), newText: text }));
    return this.able.versionedEdits
      ? { documentChanges: [{ textDocument: { uri: live.uri, version: live.version }, edits: own }] }
      : { changes: { [live.uri]: own } };
  }

  private async execute(command: string, given: readonly unknown[]): Promise<null> {
    this.expectRunning();
    if (command !== OPEN_ON_BENCH) throw new ResponseError(ErrorCodes.InvalidParams, `There is no command ${command}.`);
    const { value, error } = openedPattern.validate(given[0]);
    if (error) throw new ResponseError(ErrorCodes.InvalidParams, error.message);
    const address = new URL(LINK_PATH, this.settings.bench);
    const { dialect, pattern, flags } = value;
    const title = pattern.trim().slice(0, LONGEST_TITLE).trim() || "An empty pattern";
    address.hash = (await linkOf({ title, pattern, flags, dialect, notes: "", template: "", tags: [], samples: [], expectations: [], setAside: [] })).fragment;
    await this.connection.sendRequest(ShowDocumentRequest.type, { uri: address.href, external: true });
    return null;
  }

  private expectRunning(): void {
    if (this.state === "new") throw new ResponseError(ErrorCodes.ServerNotInitialized, "The server is not initialized.");
    if (this.state === "ended") throw new ResponseError(ErrorCodes.InvalidRequest, "The server is shut down.");
  }

  private guarded(work: () => Promise<void>): void {
    work().catch((fault: unknown) => this.report(fault));
  }

  private report(fault: unknown): void {
    if (this.state === "running") this.connection.console.error(fault instanceof Error ? (fault.stack ?? fault.message) : String(fault));
  }
}

const LONGEST_TITLE = 80;

const openedPattern = Joi.object<Pick<FoundPattern, "dialect" | "pattern" | "flags">>({
  dialect: Joi.string()
    .valid(...DIALECT_NAMES)
    .required(),
  pattern: Joi.string().allow("").required(),
  flags: Joi.string().allow("").required(),
}).required();

/** Whether a pattern, or a literal that it is put together from, touches a stretch of the text. */
const touches = ({ start, end, literals = [] }: FoundPattern, from: number, to: number): boolean =>
  [{ start, end }, ...literals].some((each) => each.start <= to && from <= each.end);

function expectWanted(token: CancellationToken): void {
  if (token.isCancellationRequested) throw new ResponseError(LSPErrorCodes.RequestCancelled, "The request was cancelled.");
}

/** What is answered by a moment; undefined where it is not. */
function within<T>(answer: Promise<T>, until: number): Promise<T | undefined> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<undefined>((resolve) => {
    timer = setTimeout(() => resolve(undefined), Math.max(0, until - performance.now()));
  });
  return Promise.race([answer, late]).finally(() => clearTimeout(timer));
}
