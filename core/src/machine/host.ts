/**
 * What the kernel asks of its host and every browser, worker and Node has. It is declared here because the core names
 * no platform; `WebAssembly` may be missing, or refuse to compile.
 */
export interface HostMemory {
  readonly buffer: ArrayBuffer;
  /** Adds pages of 64 KiB; throws where the host has none. */
  grow(pages: number): number;
}

export type HostModule = { readonly compiled: unique symbol };

interface Host {
  readonly WebAssembly?: {
    readonly Module: new (bytes: Uint8Array) => HostModule;
    readonly Memory: new (size: { readonly initial: number }) => HostMemory;
    readonly Instance: new (module: HostModule, imports: Readonly<Record<string, Readonly<Record<string, unknown>>>>) => { readonly exports: unknown };
  };
  readonly TextDecoder: new (
    encoding?: string,
    options?: { readonly fatal: boolean; readonly ignoreBOM: boolean },
  ) => { decode(bytes: Uint8Array, options?: { readonly stream: boolean }): string };
  readonly TextEncoder: new () => {
    encode(text: string): Uint8Array;
    encodeInto(text: string, bytes: Uint8Array): { readonly read: number; readonly written: number };
  };
}

export const host = globalThis as unknown as Host;
