/**
 * A dialect: what a language's own users write and what it means there, as data.
 *
 * The parser reads `syntax`, the compiler and the machines read `semantics`; neither names a dialect.
 */
import type { CharSet } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import type { AssertionKind } from "../syntax/tree.ts";

export const DIALECT_NAMES = ["ecmascript", "python", "java", "dotnet", "perl", "pcre", "ere", "bre", "literal"] as const;
export type DialectName = (typeof DIALECT_NAMES)[number];

/** What flags switch, in words that no dialect owns. */
export interface Options {
  /** Letters match in both cases. */
  readonly ignoreCase: boolean;
  /** `^` and `$` hold at every line. */
  readonly lineAnchors: boolean;
  /** The dot takes line terminators too. */
  readonly dotTakesAll: boolean;
  /** The text is read by code points, not by code units; the grammar is the strict one. */
  readonly codePoints: boolean;
  /** A match must begin where the search stands. */
  readonly sticky: boolean;
  /** The host's own calls look for every match. */
  readonly everyMatch: boolean;
}

export const NO_OPTIONS: Options = {
  ignoreCase: false,
  lineAnchors: false,
  dotTakesAll: false,
  codePoints: false,
  sticky: false,
  everyMatch: false,
};

export interface Flag {
  readonly letter: string;
  /** What the flag switches; null where it does not change what matches. */
  readonly option: keyof Options | null;
  /** A few words for a control. */
  readonly label: string;
  /** Set where the flag is known but not read yet. */
  readonly unread?: true;
}

export type GroupOpener =
  | { readonly kind: "plain" }
  | { readonly kind: "named" }
  | { readonly kind: "look"; readonly behind: boolean; readonly negated: boolean };

export interface Dialect {
  readonly name: DialectName;
  readonly title: string;
  readonly flags: readonly Flag[];
  /** Flags that cannot stand together. */
  readonly exclusive: readonly (readonly [string, string])[];
  readonly syntax: {
    /** What follows `(`, longest first; a bracket with none of them captures. */
    readonly groupOpeners: readonly (readonly [string, GroupOpener])[];
    /** Escapes that stand for a class: letter → set and whether it is negated. */
    readonly classes: Readonly<Record<string, { readonly set: CharSet; readonly negated: boolean }>>;
    /** Escapes that stand for a control character. */
    readonly controls: Readonly<Record<string, number>>;
    /** Escapes that assert something. */
    readonly assertions: Readonly<Record<string, AssertionKind>>;
    /** `^` and `$`, without and with line anchors. */
    readonly anchors: Readonly<Record<string, readonly [AssertionKind, AssertionKind]>>;
    /** Characters that an escape may make literal in the strict grammar. */
    readonly escapable: string;
  };
  readonly semantics: {
    readonly folding: (options: Options) => FoldingRule;
    /** What the dot leaves out unless it takes all. */
    readonly lineTerminators: CharSet;
    readonly word: CharSet;
    /** Captures inside a quantifier are cleared when an iteration begins. */
    readonly clearsCapturesEachIteration: boolean;
    /** A reference to a group that has not taken part: matches the empty text, or fails. */
    readonly unsetReference: "empty" | "fails";
  };
}
