import type { Browser } from "puppeteer-core";

export interface RunningServer {
  readonly address: string;
  readonly port: number;
  readonly data: string;
  kill(): Promise<void>;
  signal(name: NodeJS.Signals): void;
  end(): Promise<void>;
  stop(): Promise<void>;
}

export function chromiumPath(): string | undefined;
export function startServer(options?: { port?: number; data?: string; settings?: Readonly<Record<string, string>> }): Promise<RunningServer>;
export function startBrowser(): Promise<Browser>;
export function specimenId(address: string, title: string): Promise<string>;
