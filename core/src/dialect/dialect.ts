/**
 * A dialect: what a language's own users write and what it means there, as data.
 *
 * The parser reads `syntax`, the compiler and the machines read `semantics`; neither names a dialect.
 * docs/dialects.md says step by step how to add one.
 */
import type { CharSet } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import type { DiagnosticCode } from "../diagnostic/diagnostic.ts";
import type { AssertionKind } from "./assertions.ts";

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
  /** The text is read by code points, not by code units. */
  readonly codePoints: boolean;
  /** Sets can be nested, intersected, subtracted, and can hold strings. */
  readonly setOperations: boolean;
  /** Classes such as `\w`, and case, go no further than ASCII. */
  readonly asciiClasses: boolean;
  /** White space and comments in the pattern mean nothing. */
  readonly verbose: boolean;
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
  setOperations: false,
  asciiClasses: false,
  verbose: false,
  sticky: false,
  everyMatch: false,
};

export interface Flag {
  /** As users write it: one letter, or several. */
  readonly letter: string;
  /** What the flag sets; empty where it does not change what matches. */
  readonly sets: Partial<Options>;
  /** A few words for a control. */
  readonly label: string;
}

/** A flag written inside a pattern, as in `(?i:…)`. */
export interface InlineFlag {
  readonly sets: Partial<Options>;
  /** What it sets behind the hyphen; null where it may not stand there. */
  readonly unsets: Partial<Options> | null;
  /** Letters of one family exclude each other. */
  readonly family?: string;
}

/** Where an operator stands among its neighbours. */
export interface OperatorPlace {
  /** Nothing stands before it in its alternative. */
  readonly first: boolean;
}

/** What a piece of a pattern outside sets does. One with `where` is none in other places, and is read on as what it is there. */
export type Operator = { readonly where?: (place: OperatorPlace) => boolean } & (
  | { readonly kind: "alternative" }
  /** A group begins; what kind of group is told by what follows. */
  | { readonly kind: "open" }
  | { readonly kind: "close" }
  | { readonly kind: "any" }
  /** A set begins. */
  | { readonly kind: "set" }
  /** An escape begins. */
  | { readonly kind: "escape" }
  /** A quantifier that stands for its counts. */
  | { readonly kind: "repeat"; readonly min: number; readonly max: number }
  /** Counts up to the end mark; where they are none, a bracket that stands for itself. */
  | { readonly kind: "counts"; readonly end: string; readonly strict: boolean }
  /** What it asserts without line anchors, and with them. */
  | { readonly kind: "anchor"; readonly assertions: readonly [AssertionKind, AssertionKind] }
  /** A bracket of another operator by itself: it stands for itself, but not in the strict grammar where `strict`. */
  | { readonly kind: "lone"; readonly strict: boolean }
);

export type GroupOpener =
  | { readonly kind: "plain" }
  /** A capturing group; its name goes up to the end mark. */
  | { readonly kind: "named"; readonly end: string }
  | { readonly kind: "look"; readonly behind: boolean; readonly negated: boolean }
  | { readonly kind: "atomic" }
  /** `(?(1)…|…)`; the opener ends before the group it asks for. */
  | { readonly kind: "conditional" }
  /** A comment up to the end mark. */
  | { readonly kind: "comment"; readonly end: string }
  /** A back-reference by name, which goes up to the end mark. */
  | { readonly kind: "name-reference"; readonly end: string };

/** What the letter after a backslash makes of an escape. */
export type Escape =
  | { readonly kind: "class"; readonly negated: boolean; readonly set: (options: Options) => CharSet }
  | { readonly kind: "assertion"; readonly assertion: AssertionKind }
  | { readonly kind: "character"; readonly codePoint: number }
  /** A fixed number of hexadecimal digits; `braces` where `{…}` of any length may stand instead in the strict grammar. */
  | { readonly kind: "hex"; readonly digits: number; readonly braces: boolean; readonly error: DiagnosticCode }
  /** `\cX`. */
  | { readonly kind: "control" }
  /** `\p{…}`, in the strict grammar only. */
  | { readonly kind: "property"; readonly negated: boolean }
  /** A name between one of the pairs of marks, as in `\k<…>`. */
  | { readonly kind: "name-reference"; readonly marks: readonly (readonly [open: string, close: string])[] }
  /** `\q{…|…}`, where sets have operations. */
  | { readonly kind: "strings" }
  /** `\N{…}`, a character by its name. */
  | { readonly kind: "named-character" };

/** Where an escape stands. */
export interface EscapePlace {
  readonly strict: boolean;
  readonly inSet: boolean;
  readonly setOperations: boolean;
  /** Whether the pattern has named groups. */
  readonly hasNames: boolean;
}

/**
 * The widths that a lookbehind may have. One of any width reads from right to left; the others go back by their width and
 * read from left to right: one width for all that is inside, or one for each of its alternatives.
 */
export type Lookbehind = "any-width" | "one-width" | "one-width-each";

export interface Dialect {
  readonly name: DialectName;
  readonly title: string;
  readonly flags: readonly Flag[];
  /** Flags that cannot stand together. */
  readonly exclusive: readonly (readonly [string, string])[];
  /** What holds before any flag is read. */
  readonly base: Options;
  readonly syntax: {
    /** Whether the grammar forgives nothing. */
    readonly strict: (options: Options) => boolean;
    /** What a text means outside sets, longest first; what is none of these, and no escape, stands for itself. */
    readonly operators: readonly (readonly [string, Operator])[];
    /** What follows the opening bracket of a group, longest first; a bracket with none of them captures. */
    readonly groupOpeners: readonly (readonly [string, GroupOpener])[];
    /** How other languages begin a named group or refer to one, and how it is written here. */
    readonly foreignOpeners: readonly (readonly [text: string, named: boolean, own: string])[];
    readonly inlineFlags: Readonly<Record<string, InlineFlag>>;
    readonly inlineFlagRules: {
      /** `(?i)`: at the start of a pattern it sets the flag for all of it, or anywhere for what follows in its group; null where there is none. */
      readonly alone: "at-start" | "from-here" | null;
      /** A letter may stand twice. */
      readonly repeated: boolean;
      /** Nothing may stand after the hyphen. */
      readonly emptyOff: boolean;
    };
    readonly escapes: Readonly<Record<string, Escape>>;
    readonly setEscapes: Readonly<Record<string, Escape>>;
    /** Whether a backslash may make a character of no table literal. */
    readonly mayEscape: (character: string, place: EscapePlace) => boolean;
    readonly unknownEscape: (character: string) => DiagnosticCode;
    /** How digits after a backslash are read. */
    readonly digits: "annex-b" | "octal-or-group";
    readonly quantifiers: {
      readonly possessive: boolean;
      /** `{,m}`. */
      readonly leastLeftOut: boolean;
      /** Counts from here on are an error; beyond the host's strings they mean "no bound". */
      readonly tooLarge: number;
      /** A quantifier after a quantifier. */
      readonly stacked: DiagnosticCode;
      /** A quantifier after an assertion. */
      readonly onAssertion: DiagnosticCode;
      /** Which lookarounds may be repeated. */
      readonly onLook: (behind: boolean, strict: boolean) => boolean;
    };
    readonly sets: {
      /** How what stands between the brackets is read. */
      readonly reader: (options: Options) => "plain" | "operations";
      /** A closing bracket right after the opening one stands for itself. */
      readonly firstBracket: boolean;
      /** A class as the end of a range: an error, or the hyphen stands for itself. */
      readonly classEndsRange: (strict: boolean) => boolean;
    };
    readonly names: {
      readonly starts: (codePoint: number) => boolean;
      readonly continues: (codePoint: number) => boolean;
      /** Two groups may share a name in different alternatives. */
      readonly shared: boolean;
      /** Characters of a name may be written as `\u…`. */
      readonly escapes: boolean;
    };
    /** The number of the group that a condition asks for; undefined where what stands there is no number. */
    readonly conditionNumber: (label: string) => number | undefined;
    /** In a comment too, a backslash takes the next character with it. */
    readonly escapesInComments: boolean;
    /** Whether a back-reference may come before its group is closed. */
    readonly forwardReferences: boolean;
  };
  readonly semantics: {
    /** How letters are compared; null where case counts. */
    readonly folding: (options: Options) => FoldingRule | null;
    readonly referenceFolding: (options: Options) => FoldingRule | null;
    /** Classes in a set are folded with the rest of it. */
    readonly foldsClasses: boolean;
    readonly dot: (options: Options) => CharSet;
    /** What ends a line, for anchors. */
    readonly lineEnds: CharSet;
    readonly word: (options: Options) => CharSet;
    /** Captures inside a quantifier are cleared when an iteration begins. */
    readonly clearsCapturesEachIteration: boolean;
    /** An iteration beyond the least number that takes nothing: fails, or counts and is the last. */
    readonly emptyIteration: "fails" | "is-last";
    /** A possessive quantifier settles each iteration as it ends, or only all of them at the end. */
    readonly possessive: "each-iteration" | "whole";
    /** A reference to a group that has not taken part: matches the empty text, or fails. */
    readonly unsetReference: "empty" | "fails";
    readonly lookbehind: Lookbehind;
    /** After an empty match: go on one character further, or look here for one that is not empty. */
    readonly afterEmptyMatch: "advance" | "not-empty-here";
  };
}
