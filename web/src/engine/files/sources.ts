/** The bytes of files that a page was given, or that the server offers: packed ones are unpacked as they are read. */
import { type ByteSource, type Encoding, StreamSource, withEncoding } from "@lamprey/core";
import { Gunzip } from "fflate";
import { Decompress } from "fzstd";
import type { SearchedFile } from "./messages.ts";

/** @param took hears how many bytes of the file have been read; it may throw, which ends the reading */
export async function openSource({ name, from }: SearchedFile, encoding: Encoding, took: (bytes: number) => void): Promise<ByteSource> {
  const stream = typeof from === "string" ? await fetched(from) : from.stream();
  const chunks = chunksOf(stream, took);
  const unpack = Object.entries(UNPACKERS).find(([ending]) => name.endsWith(ending))?.[1];
  return withEncoding(unpack ? new StreamSource(unpack(chunks)) : new StreamSource(chunks, { asIs: true }), encoding);
}

async function fetched(address: string): Promise<ReadableStream<Uint8Array>> {
  const answer = await fetch(address);
  if (answer.ok && answer.body) return answer.body;
  throw new Error(answer.status === 404 ? "there is no such file any more" : `the server does not give it (${answer.status})`);
}

async function* chunksOf(stream: ReadableStream<Uint8Array>, took: (bytes: number) => void): AsyncGenerator<Uint8Array> {
  const reader = stream.getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      took(value.length);
      yield value;
    }
  } finally {
    // Where the reading ended before the file did, nothing more of it is fetched.
    reader.cancel().catch(() => undefined);
  }
}

/** What takes packed bytes, with whether they are the last, and hands over others. */
type Unpacker = (hand: (bytes: Uint8Array) => void) => { push(bytes: Uint8Array, isLast: boolean): void };

const NO_BYTES = new Uint8Array(0);

function unpacking(make: Unpacker): (chunks: AsyncIterable<Uint8Array>) => AsyncGenerator<Uint8Array> {
  return async function* unpacked(chunks) {
    const ready: Uint8Array[] = [];
    const unpacker = make((bytes) => ready.push(bytes));
    for await (const chunk of chunks) {
      unpacker.push(chunk, false);
      yield* ready.splice(0);
    }
    unpacker.push(NO_BYTES, true);
    yield* ready;
  };
}

/** By the ending of their name. */
const UNPACKERS = {
  ".gz": unpacking((hand) => new Gunzip(hand)),
  ".zst": unpacking((hand) => new Decompress(hand)),
} as const;
