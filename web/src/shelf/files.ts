/** Files of saved patterns read: one specimen's, or a whole shelf's; what is wrong with one is said by its line. */

import type { SpecimenFile, SpecimensFile } from "@lamprey/api";
import { append, lineColumn, lineStarts } from "@lamprey/core";
import { findNodeAtLocation, getNodeValue, type JSONPath, type Node, type ParseError, parseTree, printParseErrorCode } from "jsonc-parser";

export interface TextFile {
  readonly name: string;
  readonly text: string;
}

/** Where in which file. */
interface Origin {
  readonly file: TextFile;
  readonly tree: Node;
  /** The path of the specimen in its file. */
  readonly path: JSONPath;
}

/** All specimens of several files as one, to be put on the shelf together or not at all. */
export interface Gathered {
  readonly file: SpecimensFile;
  readonly origins: readonly Origin[];
}

/** Reads the files. Throws `FileFault` for the first that is none of specimens. */
export function gather(files: readonly TextFile[]): Gathered {
  const specimens: SpecimensFile["specimens"][number][] = [];
  const origins: Origin[] = [];
  for (const file of files) {
    const tree = treeOf(file);
    const value: unknown = getNodeValue(tree);
    if (isOne(value)) {
      const { $schema, format, version, ...own } = value;
      specimens.push(own);
      origins.push({ file, tree, path: [] });
    } else if (isMany(value)) {
      append(specimens, value.specimens);
      append(
        origins,
        value.specimens.map((_, i): Origin => ({ file, tree, path: ["specimens", i] })),
      );
    } else throw new FileFault(file.name, null, "it is no file of saved patterns: its “format” is another, or its “version”");
  }
  return { file: { format: "lamprey-specimens", version: 1, specimens }, origins };
}

/** What is wrong with a file, and in which line of it, from 1; null where it is the whole. */
export class FileFault extends Error {
  readonly file: string;
  readonly line: number | null;

  constructor(file: string, line: number | null, message: string) {
    super(message);
    this.file = file;
    this.line = line;
  }

  /** In one sentence. */
  get sentence(): string {
    return `“${this.file}”${this.line === null ? "" : `, line ${this.line}`}: ${this.message}.`;
  }
}

/** The fault of a file, from what the server says of all of them together: `specimens.3.title`. */
export function faultAt({ origins }: Gathered, path: string, message: string): FileFault | null {
  const [list, index, ...rest] = path.split(".");
  const origin = list === "specimens" ? origins[Number(index)] : undefined;
  if (!origin) return null;
  const { file, tree } = origin;
  const steps: JSONPath = [...origin.path, ...rest.map((step) => (/^\d+$/.test(step) ? Number(step) : step))];
  // A field that is not there has no place: the innermost around it has.
  let node: Node | undefined;
  for (let depth = steps.length; !node && depth >= 0; depth--) node = findNodeAtLocation(tree, steps.slice(0, depth));
  return new FileFault(file.name, lineAt(file.text, node?.parent?.type === "property" ? node.parent.offset : (node?.offset ?? 0)), inFile(message));
}

/** A message without the list that the server was sent. */
const inFile = (message: string): string => message.replace(/^"specimens\[\d+\]\.?/, '"').replace(/^"" /, "it ");

const lineAt = (text: string, offset: number): number => lineColumn(lineStarts(text), offset).line;

const isOne = (value: unknown): value is SpecimenFile => isObject(value) && value.format === "lamprey-specimen" && value.version === 1;
const isMany = (value: unknown): value is SpecimensFile =>
  isObject(value) && value.format === "lamprey-specimens" && value.version === 1 && Array.isArray(value.specimens);
const isObject = (value: unknown): value is Record<string, unknown> => typeof value === "object" && value !== null;

function treeOf(file: TextFile): Node {
  const errors: ParseError[] = [];
  const tree = parseTree(file.text, errors, { disallowComments: true });
  const [first] = errors;
  if (first || !tree) throw new FileFault(file.name, lineAt(file.text, first?.offset ?? 0), `it is no JSON: ${first ? wordsOf(first) : "it is empty"}`);
  return tree;
}

/** `ValueExpected` as words. */
const wordsOf = ({ error }: ParseError): string =>
  printParseErrorCode(error)
    .replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
    .trim();
