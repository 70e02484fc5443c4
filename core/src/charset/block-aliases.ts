/** Short and former names of blocks (PropertyValueAliases.txt), besides their own. */
import { looseName } from "./properties.ts";

/** What words of a short name stand for where no full name is given behind it. */
const WORDS: Readonly<Record<string, string>> = { Ext: "Extended", Sup: "Supplement", PF: "Presentation_Forms", Compat: "Compatibility" };

const NAMES = `
Alchemical=Alchemical_Symbols Alphabetic_PF Ancient_Greek_Music=Ancient_Greek_Musical_Notation Arabic_Ext_A Arabic_Ext_B Arabic_Ext_C
Arabic_Math=Arabic_Mathematical_Alphabetic_Symbols Arabic_PF_A Arabic_PF_B Arabic_Sup ASCII=Basic_Latin Bamum_Sup Bopomofo_Ext
Braille=Braille_Patterns Byzantine_Music=Byzantine_Musical_Symbols Canadian_Syllabics=Unified_Canadian_Aboriginal_Syllabics Cherokee_Sup
CJK=CJK_Unified_Ideographs CJK_Compat CJK_Compat_Forms CJK_Compat_Ideographs=CJK_Compatibility_Ideographs
CJK_Compat_Ideographs_Sup=CJK_Compatibility_Ideographs_Supplement CJK_Ext_A=CJK_Unified_Ideographs_Extension_A
CJK_Ext_B=CJK_Unified_Ideographs_Extension_B CJK_Ext_C=CJK_Unified_Ideographs_Extension_C CJK_Ext_D=CJK_Unified_Ideographs_Extension_D
CJK_Ext_E=CJK_Unified_Ideographs_Extension_E CJK_Ext_F=CJK_Unified_Ideographs_Extension_F CJK_Ext_G=CJK_Unified_Ideographs_Extension_G
CJK_Ext_H=CJK_Unified_Ideographs_Extension_H CJK_Ext_I=CJK_Unified_Ideographs_Extension_I CJK_Radicals_Sup CJK_Symbols=CJK_Symbols_And_Punctuation
Combining_Marks_For_Symbols=Combining_Diacritical_Marks_For_Symbols Compat_Jamo=Hangul_Compatibility_Jamo Counting_Rod=Counting_Rod_Numerals
Cuneiform_Numbers=Cuneiform_Numbers_And_Punctuation Cyrillic_Ext_A Cyrillic_Ext_B Cyrillic_Ext_C Cyrillic_Ext_D Cyrillic_Sup
Cyrillic_Supplementary=Cyrillic_Supplement Devanagari_Ext Devanagari_Ext_A Diacriticals=Combining_Diacritical_Marks
Diacriticals_Ext=Combining_Diacritical_Marks_Extended Diacriticals_For_Symbols=Combining_Diacritical_Marks_For_Symbols
Diacriticals_Sup=Combining_Diacritical_Marks_Supplement Domino=Domino_Tiles Enclosed_Alphanum=Enclosed_Alphanumerics
Enclosed_Alphanum_Sup=Enclosed_Alphanumeric_Supplement Enclosed_CJK=Enclosed_CJK_Letters_And_Months Enclosed_Ideographic_Sup Ethiopic_Ext
Ethiopic_Ext_A Ethiopic_Ext_B Ethiopic_Sup Geometric_Shapes_Ext Georgian_Ext Georgian_Sup Glagolitic_Sup Greek=Greek_And_Coptic Greek_Ext
Half_And_Full_Forms=Halfwidth_And_Fullwidth_Forms Half_Marks=Combining_Half_Marks Hangul=Hangul_Syllables
High_PU_Surrogates=High_Private_Use_Surrogates IDC=Ideographic_Description_Characters Ideographic_Symbols=Ideographic_Symbols_And_Punctuation
Indic_Number_Forms=Common_Indic_Number_Forms IPA_Ext=IPA_Extensions Jamo=Hangul_Jamo Jamo_Ext_A=Hangul_Jamo_Extended_A
Jamo_Ext_B=Hangul_Jamo_Extended_B Kana_Ext_A Kana_Ext_B Kana_Sup Kangxi=Kangxi_Radicals Katakana_Ext=Katakana_Phonetic_Extensions
Latin_1=Latin_1_Supplement Latin_1_Sup Latin_Ext_A Latin_Ext_Additional=Latin_Extended_Additional Latin_Ext_B Latin_Ext_C Latin_Ext_D Latin_Ext_E
Latin_Ext_F Latin_Ext_G Lisu_Sup Mahjong=Mahjong_Tiles Math_Alphanum=Mathematical_Alphanumeric_Symbols Math_Operators=Mathematical_Operators
Meetei_Mayek_Ext=Meetei_Mayek_Extensions Misc_Arrows=Miscellaneous_Symbols_And_Arrows Misc_Math_Symbols_A=Miscellaneous_Mathematical_Symbols_A
Misc_Math_Symbols_B=Miscellaneous_Mathematical_Symbols_B Misc_Pictographs=Miscellaneous_Symbols_And_Pictographs Misc_Symbols=Miscellaneous_Symbols
Misc_Technical=Miscellaneous_Technical Modifier_Letters=Spacing_Modifier_Letters Mongolian_Sup Music=Musical_Symbols Myanmar_Ext_A Myanmar_Ext_B
Myanmar_Ext_C NB=No_Block OCR=Optical_Character_Recognition Phaistos=Phaistos_Disc Phonetic_Ext=Phonetic_Extensions
Phonetic_Ext_Sup=Phonetic_Extensions_Supplement Private_Use=Private_Use_Area PUA=Private_Use_Area Punctuation=General_Punctuation
Rumi=Rumi_Numeral_Symbols Small_Forms=Small_Form_Variants Small_Kana_Ext=Small_Kana_Extension Sundanese_Sup Sup_Arrows_A=Supplemental_Arrows_A
Sup_Arrows_B=Supplemental_Arrows_B Sup_Arrows_C=Supplemental_Arrows_C Sup_Math_Operators=Supplemental_Mathematical_Operators
Sup_PUA_A=Supplementary_Private_Use_Area_A Sup_PUA_B=Supplementary_Private_Use_Area_B Sup_Punctuation=Supplemental_Punctuation
Sup_Symbols_And_Pictographs=Supplemental_Symbols_And_Pictographs Super_And_Sub=Superscripts_And_Subscripts Symbols_And_Pictographs_Ext_A Syriac_Sup
Tai_Xuan_Jing=Tai_Xuan_Jing_Symbols Tamil_Sup Tangut_Sup Transport_And_Map=Transport_And_Map_Symbols UCAS=Unified_Canadian_Aboriginal_Syllabics
UCAS_Ext=Unified_Canadian_Aboriginal_Syllabics_Extended UCAS_Ext_A=Unified_Canadian_Aboriginal_Syllabics_Extended_A Vedic_Ext=Vedic_Extensions
VS=Variation_Selectors VS_Sup=Variation_Selectors_Supplement Yijing=Yijing_Hexagram_Symbols Znamenny_Music=Znamenny_Musical_Notation
`;

const fullName = (short: string): string =>
  short
    .split("_")
    .map((word) => WORDS[word] ?? word)
    .join("_");

let fullNames: ReadonlyMap<string, string> | undefined;

/** The block’s own name for another of its names, however that is spelled; the name itself where it is none. */
export function blockNamed(name: string): string {
  fullNames ??= new Map(
    NAMES.trim()
      .replaceAll("\n", " ")
      .split(" ")
      .map((entry) => {
        const [short = "", full = fullName(short)] = entry.split("=");
        return [looseName(short), full] as const;
      }),
  );
  return fullNames.get(looseName(name)) ?? name;
}
