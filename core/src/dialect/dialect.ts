/**
 * A dialect: what a language's own users write and what it means there, as data.
 *
 * The parser reads `syntax`, the compiler and the machines read `semantics`; neither names a dialect.
 * docs/dialects.md says step by step how to add one.
 */

import type { CharSet } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import type { NameRule } from "../charset/names.ts";
import type { Property } from "../charset/properties.ts";
import type { DiagnosticCode } from "../diagnostic/diagnostic.ts";
import type { AnchorKind } from "./assertions.ts";
import type { ForeignEscape } from "./foreign-escapes.ts";
import type { ReadAsText } from "./read-as-text.ts";
import type { VerbKind } from "./verbs.ts";

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
  /** Case does not mix letters of ASCII with others. */
  readonly asciiApart: boolean;
  /** Case goes beyond ASCII, where it is a matter of its own. */
  readonly unicodeCase: boolean;
  /** Only LF ends a line, where others do else. */
  readonly unixLines: boolean;
  /** What ends a line, where a pattern may say: one character, CR LF, each of both and both, or all that Unicode has for it. */
  readonly lineEnd: number | "crlf" | "any-crlf" | "any";
  /** `\R` takes CR, LF and both of them alone. */
  readonly plainBreaks: boolean;
  /** White space and comments in the pattern mean nothing. */
  readonly verbose: boolean;
  /** Blanks in sets mean nothing either. */
  readonly verboseSets: boolean;
  /** Quantifiers are lazy, and a mark makes them greedy. */
  readonly lazyFirst: boolean;
  /** Only groups with a name capture. */
  readonly namedOnly: boolean;
  /** Groups may share a name wherever they stand. */
  readonly sharedNames: boolean;
  /** Every offset is tried, whatever stands there. */
  readonly everyStart: boolean;
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
  asciiApart: false,
  unicodeCase: false,
  unixLines: false,
  lineEnd: 0x0a,
  plainBreaks: false,
  verbose: false,
  verboseSets: false,
  lazyFirst: false,
  namedOnly: false,
  sharedNames: false,
  everyStart: false,
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
  /** An assertion stands right before it. */
  readonly behindAssertion: boolean;
  /** A group is open. */
  readonly inGroup: boolean;
  readonly pattern: string;
  /** Offset of its sign in the pattern. */
  readonly at: number;
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
  /** Counts up to the end mark; where they are none, a bracket that stands for itself, but for right behind a backslash and a letter where it may not stand there, whatever these are. */
  | {
      readonly kind: "counts";
      readonly end: string;
      readonly strict: boolean;
      readonly notBehindLetters?: true;
      /** What is reported where they are no counts; left out where the bracket stands for itself then. */
      readonly malformed?: DiagnosticCode;
    }
  /** What it asserts goes by the flags. */
  | { readonly kind: "anchor"; readonly assertion: (options: Options) => AnchorKind }
  /** It is passed over. */
  | { readonly kind: "nothing" }
  /** A bracket of another operator by itself: it stands for itself, but not in the strict grammar where `strict`. */
  | { readonly kind: "lone"; readonly strict: boolean }
);

export type GroupOpener =
  | { readonly kind: "plain" }
  /** A capturing group; its name goes up to the end mark. */
  | { readonly kind: "named"; readonly end: string }
  /** The same by a name or a number, behind a hyphen that of a group whose newest capture is taken away; or that alone. */
  | { readonly kind: "balanced"; readonly end: string }
  /** `reenters`: it may be tried another way when it has been left. */
  | { readonly kind: "look"; readonly behind: boolean; readonly negated: boolean; readonly reenters?: true }
  | { readonly kind: "atomic" }
  /** `(?(1)…|…)`; the opener ends before the group it asks for. */
  | { readonly kind: "conditional" }
  /** The groups of each alternative are numbered from the same number on. */
  | { readonly kind: "branch-reset" }
  /** The whole pattern is called. */
  | { readonly kind: "call-whole"; readonly end: string }
  /** A group is called by its name. */
  | { readonly kind: "call-name"; readonly end: string }
  /** Something that the language has and Lamprey does not read yet; `holds`: there is a part of a pattern inside. */
  | { readonly kind: "unread"; readonly what: string; readonly holds?: true }
  /** A comment up to the end mark. */
  | { readonly kind: "comment"; readonly end: string }
  /** A back-reference by name, which goes up to the end mark. */
  | { readonly kind: "name-reference"; readonly end: string };

/** What a word between `(*` and `)` means, or between `(*` and `:` where it opens a group. */
export type Starred =
  /** Whether a name may stand behind a colon, or must. */
  | { readonly kind: "verb"; readonly verb: VerbKind; readonly named: "may" | "must" }
  | { readonly kind: "opener"; readonly opener: GroupOpener }
  /** At the start of the pattern alone: it sets something for all of it; with `valued` a number stands behind an equals sign. */
  | { readonly kind: "start"; readonly sets: Partial<Options>; readonly valued?: true }
  | { readonly kind: "unread"; readonly what: string };

/** What a condition may ask for besides a group by its number. */
export type ConditionForm =
  /** A number that counts from here, with a sign. */
  | "relative"
  /** A name as it is. */
  | "name"
  /** A name between marks. */
  | "marked-name"
  /** `R`, `R1`, `R&name`. */
  | "call"
  | "define"
  /** `VERSION>=10.4`. */
  | "version"
  | "look"
  /** Any part of a pattern, as if it were a lookahead, where it is no group's name. */
  | "expression"
  /** A group that there is not, which never takes part. */
  | "missing";

/** What the letter after a backslash makes of an escape. */
/**
 * How characters are put together to grapheme clusters: by UAX #29 as if the text began where the cluster does, or with
 * a look at what stands before it; or from a table of pairs, which holds pictographs together and no mark to a flag.
 */
export type ClusterRules = "from-here" | "in-text" | "by-pairs";

export type Escape =
  /** `first` is the character that it stands for where it begins a range in a set. */
  | { readonly kind: "class"; readonly negated: boolean; readonly set: (options: Options) => CharSet; readonly first?: number }
  | {
      readonly kind: "assertion";
      readonly assertion: (options: Options) => AnchorKind;
      /** What it asserts with one of these names behind it, in braces; null is something that Lamprey does not read yet. */
      readonly edges?: Readonly<Record<string, AnchorKind>>;
      /** Blanks may stand about the names, and anything else in braces is a mistake. */
      readonly edgesOnly?: true;
    }
  | { readonly kind: "character"; readonly codePoint: number }
  /** What was taken before it is not part of the match. */
  | { readonly kind: "keep"; readonly inLooks: boolean }
  /** It stands for nothing at all. */
  | { readonly kind: "nothing" }
  /** `\g`: a reference by number or name, or between brackets and quotes a call. */
  | { readonly kind: "group"; readonly referenceOnly?: true }
  /** `\o{…}`. */
  | { readonly kind: "octal"; readonly loose?: true }
  /** A class outside sets; with a number behind it in braces a character, where `numbered` says so. */
  | {
      readonly kind: "class-or-number";
      readonly set: (options: Options) => CharSet;
      readonly numbered: (options: Options) => boolean;
      readonly names?: NameRule;
    }
  /** It may not stand here. */
  | { readonly kind: "misplaced" }
  /** A fixed number of hexadecimal digits, or at most as many where `fewer`; `braces` where `{…}` of any length may stand instead in the strict grammar, `pairs` where two halves of a pair are one. */
  | {
      readonly kind: "hex";
      readonly digits: number;
      readonly braces: boolean;
      readonly pairs?: true;
      readonly fewer?: true;
      readonly loose?: true;
      readonly error: DiagnosticCode;
    }
  /** `\cX`, where X is a letter; with `any` whatever character, with `printable` one that ASCII can print, small letters as capitals, `but` for those; with `capital` one from “@” to “_” or a small letter. */
  | { readonly kind: "control"; readonly any?: true; readonly printable?: true; readonly capital?: true; readonly but?: string }
  /** What stands up to the end mark, or to the pattern's end, is taken as it is. */
  | { readonly kind: "quote"; readonly end: string }
  /** A line end: CR LF, or one of the others; when it is settled, and not tried another way. */
  | { readonly kind: "line-break"; readonly others: (options: Options) => CharSet; readonly settled: "always" | "repeated" }
  /** A grapheme cluster, by which rules. */
  | { readonly kind: "cluster"; readonly rules: ClusterRules }
  /** Something that the language has and Lamprey does not read yet, but where it takes what `unless` says. */
  | { readonly kind: "unread"; readonly what: string; readonly unless?: (options: Options) => CharSet | undefined }
  /** `\p{…}`, in the strict grammar only. */
  | { readonly kind: "property"; readonly negated: boolean }
  /** A name between one of the pairs of marks, as in `\k<…>`; where there is none, the character that it is then, if any. */
  | { readonly kind: "name-reference"; readonly marks: readonly (readonly [open: string, close: string])[]; readonly character?: number }
  /** `\q{…|…}`, where sets have operations. */
  | { readonly kind: "strings" }
  /** `\N{…}`, a character by its name, which is looked up by such rules. */
  | { readonly kind: "named-character"; readonly rule: NameRule };

/** Where an escape stands. */
interface EscapePlace {
  readonly strict: boolean;
  readonly inSet: boolean;
  readonly setOperations: boolean;
  /** Whether the pattern has named groups. */
  readonly hasNames: boolean;
}

/**
 * Captures that outlast the way on which they were made: `settled` those of lookarounds, atomic groups and possessive
 * quantifiers that held, even into the next attempts of a search (java.util.regex undoes what a group took only where
 * what follows inside fails); `not-undone` those of a lookaround whose inside failed, and those that a choice leaves as they
 * are (Perl undoes captures only at a choice, and there only by their numbers: `program/outlasting.ts`).
 */
export type CapturesStay = "settled" | "not-undone";

/**
 * The widths that a lookbehind may have. One of any width reads from right to left; the others go back by their width and
 * read from left to right: one width for all that is inside, or one for each of its alternatives. `bounded` are those of
 * java.util.regex: tried from the nearest place to the furthest, of which there must be one; `furthest-first` those of Perl,
 * the other way round.
 */
export type Lookbehind = "any-width" | "one-width" | "one-width-each" | "bounded" | "furthest-first";

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
    /** Escapes of other languages that this one has not, by the letter behind the backslash. */
    readonly foreignEscapes: Readonly<Record<string, ForeignEscape>>;
    /** How other languages refer to a named group, with the mark that closes it, and how it begins here; null where either is read. */
    readonly foreignReference: readonly [foreign: string, close: string, own: string] | null;
    /** Operators of other languages that are text here; null where the dialect reports them or has them. */
    readonly readAsText: ReadAsText | null;
    /** Who reads `\Q` where the pattern's own grammar does not, as the end of a sentence; null where the grammar reads it or nobody does. */
    readonly quoting: string | null;
    readonly inlineFlags: Readonly<Record<string, InlineFlag>>;
    /** Letters of flags that the language has inside patterns and Lamprey does not read. */
    readonly unreadFlags: readonly string[];
    readonly inlineFlagRules: {
      /** `(?i)`: at the start of a pattern it sets the flag for all of it, or anywhere for what follows in its group; null where there is none. */
      readonly alone: "at-start" | "from-here" | null;
      /** A letter may stand twice. */
      readonly repeated: boolean;
      /** Nothing may stand after the hyphen. */
      readonly emptyOff: boolean;
      /** Any letters in any order, or none at all; a letter on both sides is off. */
      readonly anyOrder: boolean;
      /** What a circumflex before the letters leaves of the flags; null where there is none. */
      readonly reset: Partial<Options> | null;
      /** A plus sign puts on again what follows, and signs may come in any order. */
      readonly signs?: true;
    };
    readonly escapes: Readonly<Record<string, Escape>>;
    readonly setEscapes: Readonly<Record<string, Escape>>;
    /** Whether a backslash may make a character of no table literal. */
    readonly mayEscape: (character: string, place: EscapePlace) => boolean;
    readonly unknownEscape: (character: string) => DiagnosticCode;
    /** How digits after a backslash are read. */
    readonly digits: "annex-b" | "octal-or-group" | "octal-behind-nought" | "octal-beyond-groups" | "group-or-octal" | "one-digit";
    /** The largest character that can be written by its number, and whether halves of pairs can. */
    readonly numbered: (options: Options) => { readonly most: number; readonly surrogates: boolean };
    /** Words between `(*` and `)`. */
    readonly starred: Readonly<Record<string, Starred>>;
    /** Groups can be called by number, as in `(?1)`. */
    readonly calls: boolean;
    readonly conditions: ReadonlySet<ConditionForm>;
    /** Flags that are set inside of a conditional go on behind it. */
    readonly conditionsLeaveFlags?: true;
    /** What `\p` finds by a name, with a value where one is given, or that it is one that Lamprey does not read yet; `lone`: a single letter may stand without braces; `hyphens`: names have them. */
    readonly property: {
      readonly find: (name: string, value: string | undefined, options: Options) => Property | "unread" | "missing" | undefined;
      readonly lone: boolean;
      readonly hyphens?: true;
    };
    readonly quantifiers: {
      readonly possessive: boolean;
      /** `{,m}`. */
      readonly leastLeftOut: boolean;
      /** Counts from here on are an error; beyond the host's strings they mean "no bound". */
      readonly tooLarge: number;
      /** A quantifier after a quantifier; null where it repeats that one. */
      readonly stacked: DiagnosticCode | null;
      /** There are greedy quantifiers only: a mark behind one is another quantifier. */
      readonly noModes?: true;
      /** A quantifier after an assertion; null where it may stand there. */
      readonly onAssertion: DiagnosticCode | null;
      /** Counts with nothing before them, or behind a quantifier, repeat the empty text. */
      readonly countsOnNothing: boolean;
      /** Comments may stand between a quantifier and its mode, and blanks where they mean nothing. */
      readonly apart?: true;
      /** Blanks may stand in braces: around counts, and around names and numbers of groups. */
      readonly blanks?: true;
      /** Counts the wrong way round are no mistake; nothing takes such. */
      readonly neverInOrder?: true;
      /** What has the match begin here may be repeated a number of times. */
      readonly keepsCounted?: true;
      /** Which lookarounds may be repeated. */
      readonly onLook: (behind: boolean, strict: boolean) => boolean;
    };
    readonly sets: {
      /** How what stands between the brackets is read. */
      readonly reader: (options: Options) => "plain" | "operations" | "nested" | "subtracted" | "bracket-expression";
      /** A closing bracket right after the opening one stands for itself. */
      readonly firstBracket: boolean;
      /** Classes such as `[:alpha:]` inside of sets, by their names; null where there are none. */
      readonly posix: ((name: string, options: Options) => CharSet | undefined) | null;
      /** What is taken for the name of such a class, be there one or not; anything where it is not given. */
      readonly posixName?: (name: string) => boolean;
      /** Such a class outside of a set is a set of its letters, and no mistake. */
      readonly posixAlone?: true;
      /** A class as the end of a range: an error, or the hyphen stands for itself. */
      readonly classEndsRange: (strict: boolean) => boolean;
    };
    readonly names: {
      readonly starts: (codePoint: number, options: Options) => boolean;
      readonly continues: (codePoint: number, options: Options) => boolean;
      /** Two groups may share a name in different alternatives. */
      readonly shared: boolean;
      /** Groups of one number may have several names. */
      readonly several?: true;
      /** Characters of a name may be written as `\u…`. */
      readonly escapes: boolean;
    };
    /** Groups with a name are numbered when all others are, and numbers can be given by hand. */
    readonly groupNumbers?: "named-last";
    /** The number of the group that a condition asks for; undefined where what stands there is no number. */
    readonly conditionNumber: (label: string) => number | undefined;
    /** In a comment too, a backslash takes the next character with it. */
    readonly escapesInComments: boolean;
    /** In a verbose pattern: the blanks, and what ends a comment. */
    readonly verbose: {
      readonly blanks: (options: Options) => string;
      readonly ends: (options: Options) => string | readonly string[];
      /** Blanks may stand between the signs of one operator, too. */
      readonly within: boolean;
    };
    /** Whether a back-reference may come before its group is closed. */
    readonly forwardReferences: boolean;
    /** A name must stand before what refers to it, whether its group is closed or not. */
    readonly namesFirst: boolean;
  };
  readonly semantics: {
    /** How letters are compared; null where case counts. */
    readonly folding: (options: Options) => FoldingRule | null;
    readonly referenceFolding: (options: Options) => FoldingRule | null;
    /** Letters may fold to several. */
    readonly manyFolds?: true;
    /** Letters that have no case of their own are other cases of theirs only beside letters (`lone-letters.ts`). */
    readonly loneLetters?: true;
    /** Classes in a set are folded with the rest of it. */
    readonly foldsClasses: boolean;
    readonly dot: (options: Options) => CharSet;
    /** What ends a line, for anchors. */
    readonly lineEnds: (options: Options) => CharSet;
    /** Whether only CR LF ends a line, so that what takes all but line ends takes either half alone. */
    readonly pairEnds?: (options: Options) => boolean;
    /** Whether a search begins no attempt between CR and LF, unless the pattern asks for one of them. */
    readonly skipsLineFeeds?: (options: Options) => boolean;
    readonly word: (options: Options) => CharSet;
    /**
     * Which of the matches that begin at an offset is found: the first in the order in which ways are tried, or the longest
     * one, and of those the one whose parts are the longest from left to right (POSIX.1-2017, 9.1).
     */
    readonly preference: "first" | "longest";
    /** Captures inside a quantifier are cleared when an iteration begins. */
    readonly clearsCapturesEachIteration: boolean;
    /** A group of one width that is repeated by itself has not taken part where it has no turn. */
    readonly noTurnClears?: true;
    /**
     * An iteration beyond the least number that takes nothing: fails; counts and is the last; so does the last one that must be
     * (`at-least`); or that only in loops without a bound; or it fails unless it is the only one (`only-turn`).
     */
    readonly emptyIteration: "fails" | "only-turn" | "is-last" | "is-last-at-least" | "is-last-without-bound";
    /** A turn that takes nothing ends its loop even before the least number of turns, where turns are tried and not counted. */
    readonly emptyTurnEnds?: true;
    /** Hosts show all that a group captured, and not its last capture alone. */
    readonly showsCaptures?: true;
    /** A turn beyond the least number that takes nothing, where turns are counted and not tried: takes place, or does not. */
    readonly emptyCountedTurn: "taken" | "none";
    /** A lookaround that is repeated without a bound has one turn more than it must, and no further. */
    readonly lookOnceMore?: true;
    /** What a group took stays, though the way is given up on which it took it. */
    readonly capturesStay?: CapturesStay;
    /** A possessive quantifier settles each iteration as it ends, or only all of them at the end. */
    readonly possessive: "each-iteration" | "whole";
    /** A reference to a group that has not taken part: matches the empty text, or fails. */
    readonly unsetReference: "empty" | "fails";
    readonly lookbehind: Lookbehind;
    /**
     * After an empty match: go on one character further, one code unit further, or look here for one that is not empty. With
     * `advance-apart` the search goes on one character further, and an empty match right behind another match does not count.
     */
    readonly afterEmptyMatch: "advance" | "advance-apart" | "advance-by-unit" | "not-empty-here";
    /** Alternatives that all begin with a letter, or are empty, are looked up together, and a verb that ends one ends them all. */
    readonly lettersTogether?: true;
    /**
     * A search skips offsets where the first character of every match does not stand, or one of a class of them, which verbs
     * show; of an `ascii-class` only ASCII says whether that is worth it.
     */
    readonly skipsToFirst: (options: Options, pattern: string) => "character" | "class" | "ascii-class" | null;
    /** Where the search began, when it goes on behind an empty match: where that match ended, or where it goes on. */
    readonly searchStart: "last-end" | "goes-on";
    /** What a verb is that skips to a mark which is not there: as if it were not written, but `in-place` ends the call, condition or negative lookaround that it stands in. */
    readonly lostMark: "passed" | "in-place";
  };
}
