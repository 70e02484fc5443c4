/**
 * A saved pattern as a link: all of it, packed into the fragment of an address. Browsers send no fragment to a server, so
 * what is in a link stays between those who have it.
 *
 * The fragment is a version, a dot, and the pattern's file (`docs/specimen.schema.json`) as JSON in UTF-8, deflated
 * (RFC 1951) and in base64url without padding (RFC 4648 §5).
 */
import { type InFile, readSavedFile } from "./files.ts";

/** The page's path of links. */
export const LINK_PATH = "/link";

const VERSION = "1";
/** A longer fragment is neither made nor read: browsers, and what people send links with, cut longer addresses. */
export const LONGEST_LINK = 500_000;
/** Bytes that a link may hold unpacked. More could be packed so small, but nobody would wait for it to be read. */
const MOST_UNPACKED = 4_000_000;

export interface Link {
  readonly fragment: string;
  /** Names of the samples that are not in it, since it would be too long. */
  readonly left: readonly string[];
}

/** What is wrong with a link, in a sentence. */
export class LinkFault extends Error {}

/** Packs a saved pattern. Samples that do not fit any more are left out, the last ones first. Throws a LinkFault where it is too long without any. */
export async function linkOf(specimen: InFile): Promise<Link> {
  // What no reader would take is not sent to anybody.
  specimenIn(specimen, "The pattern cannot be put into a link");
  for (let count = specimen.samples.length; count >= 0; count--) {
    const samples = specimen.samples.slice(0, count);
    if (samples.reduce((sum, { text }) => sum + text.length, 0) > MOST_UNPACKED) continue;
    const bytes = new TextEncoder().encode(JSON.stringify({ ...specimen, samples }));
    if (bytes.length > MOST_UNPACKED) continue;
    const fragment = `${VERSION}.${toBase64Url(await packed(bytes))}`;
    if (fragment.length <= LONGEST_LINK) return { fragment, left: specimen.samples.slice(count).map(({ name }) => name) };
  }
  throw new LinkFault("The pattern with its tests is too long for a link. Save it as a file.");
}

/** Reads the fragment of a link, with or without its hash. Throws a LinkFault that says what is wrong. */
export async function readLink(fragment: string): Promise<InFile> {
  const text = fragment.replace(/^#/, "");
  if (text === "") throw new LinkFault("The link holds no pattern.");
  if (text.length > LONGEST_LINK) throw new LinkFault("The link is longer than any that Lamprey makes.");
  const dot = text.indexOf(".");
  const version = text.slice(0, Math.max(dot, 0));
  if (version !== VERSION) {
    const newer = version !== "" && version.length < 4 && [...version].every((digit) => digit >= "0" && digit <= "9");
    throw new LinkFault(newer ? "The link was made by a newer Lamprey." : "This is no link to a pattern.");
  }
  let parsed: unknown;
  try {
    parsed = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(await unpacked(fromBase64Url(text.slice(dot + 1)))));
  } catch (error) {
    if (error instanceof LinkFault) throw error;
    throw new LinkFault("The link is damaged, or it was cut short where it was copied.");
  }
  return specimenIn(parsed, "The link holds what is no saved pattern");
}

/** The one saved pattern that a value is. Throws a LinkFault that begins with these words. */
function specimenIn(value: unknown, fault: string): InFile {
  let read: readonly InFile[];
  try {
    read = readSavedFile(value);
  } catch (error) {
    throw new LinkFault(`${fault}: ${error instanceof Error ? error.message : String(error)}.`);
  }
  const [specimen] = read;
  if (!specimen || read.length > 1) throw new LinkFault(`${fault}: it is a list of ${read.length}.`);
  return specimen;
}

/** What a stream makes of the bytes, in pieces. */
function through(bytes: Uint8Array<ArrayBuffer>, stream: CompressionStream | DecompressionStream): ReadableStreamDefaultReader<Uint8Array> {
  const source = new ReadableStream<Uint8Array<ArrayBuffer>>({
    start(controller) {
      controller.enqueue(bytes);
      controller.close();
    },
  });
  return source.pipeThrough(stream).getReader();
}

/** Reads a stream to its end. Throws a LinkFault where it has more than `most` bytes. */
async function read(reader: ReadableStreamDefaultReader<Uint8Array>, most: number): Promise<Uint8Array> {
  const pieces: Uint8Array[] = [];
  let length = 0;
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    length += next.value.length;
    if (length > most) {
      await reader.cancel();
      throw new LinkFault("The link holds more than a link may hold.");
    }
    pieces.push(next.value);
  }
  const whole = new Uint8Array(length);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

const packed = (bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> => read(through(bytes, new CompressionStream("deflate-raw")), Number.POSITIVE_INFINITY);

/** Unpacks piece by piece, so that a small link cannot fill the memory. */
const unpacked = (bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> => read(through(bytes, new DecompressionStream("deflate-raw")), MOST_UNPACKED);

function toBase64Url(bytes: Uint8Array): string {
  return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(""))
    .replaceAll("+", "-")
    .replaceAll("/", "_")
    .replaceAll("=", "");
}

function fromBase64Url(text: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(text.replaceAll("-", "+").replaceAll("_", "/")), (unit) => unit.charCodeAt(0));
}
